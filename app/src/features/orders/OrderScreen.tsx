import { router, useLocalSearchParams } from 'expo-router';
import { View } from 'react-native';
import type { Order } from '@tienda/core/orders/order';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Failure, Loading } from '../../ui/Empty';
import { Name } from '../../ui/Name';
import { Notice } from '../../ui/Notice';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { themed } from '../../ui/theme';
import { useOrderProgress } from './useOrderProgress';

const words = texts.order;

/** What became of an order, name by name, as it happens. */
export function OrderScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const { order, lost } = useOrderProgress(id);
  return (
    <Screen title={order.data ? words.title(order.data.number) : texts.loading}>
      {order.isPending ? <Loading /> : null}
      {order.isError ? <Failure fault={order.error} retry={() => void order.refetch()} /> : null}
      {lost ? <Notice kind="notice">{words.lost}</Notice> : null}
      {order.data ? <Progress order={order.data} /> : null}
    </Screen>
  );
}

function Progress({ order }: { readonly order: ShownOrder }) {
  const { status, lines, payment, currency, ended } = order;
  const good = status === 'registered';
  const bad = status === 'declined' || status === 'notRegistered';
  return (
    <View>
      <View role="status" aria-live="polite">
        <Text kind="heading" level={2} colour={good ? 'sage' : bad ? 'plum' : 'pine'} style={{ marginBottom: 4 }}>
          {words.status[status]}
        </Text>
        <Text colour="quiet" style={{ marginBottom: 12 }}>
          {paymentWords(order, wholeAmount(payment.at === 'captured' ? payment.amount : order.total, currency))}
        </Text>
      </View>
      {lines.map((line) => (
        <LineProgress key={line.name} line={line} />
      ))}
      {ended ? (
        <Next order={order} />
      ) : (
        <Text kind="small" colour="quiet">
          {words.leave}
        </Text>
      )}
    </View>
  );
}

function paymentWords({ payment, total }: Pick<Order, 'payment' | 'total'>, amount: string): string {
  if (total === 0) return words.nothingDue;
  switch (payment.at) {
    case 'asked':
      return words.asked;
    case 'authorised':
      return words.held(amount);
    case 'captured':
      return words.captured(amount);
    case 'voided':
      return words.voided;
    case 'declined':
      return words.declined(payment.reason);
  }
}

/** Received, sent, registered: the steps of one name. */
function LineProgress({ line: { unicode, state } }: { readonly line: ShownOrder['lines'][number] }) {
  const styles = useStyles();
  const failed = state.at === 'notRegistered';
  const reached = { held: 1, sent: 2, registered: 3, notRegistered: 3 }[state.at];
  const steps = [words.steps.received, words.steps.sent, failed ? words.steps.notRegistered : words.steps.registered];
  return (
    <Card label={unicode}>
      <View style={styles.head}>
        <Door look={state.at === 'registered' ? 'available' : failed ? 'unknown' : 'checking'} />
        <Name unicode={unicode} />
      </View>
      <View style={styles.steps}>
        {steps.map((step, index) => (
          <View key={step} style={styles.step}>
            <View style={[styles.bar, index < reached && (failed && index === 2 ? styles.failed : styles.done)]} />
            <Text
              kind="small"
              colour={index < reached ? 'pine' : 'quiet'}
              style={index + 1 === reached ? styles.now : undefined}
            >
              {step}
            </Text>
          </View>
        ))}
      </View>
      {state.at === 'registered' ? (
        <Text kind="small" colour="sage">
          {words.registered(dateText(state.expiresOn))}
        </Text>
      ) : null}
      {state.at === 'notRegistered' ? (
        <Text kind="small" colour="plum">
          {state.reason}
        </Text>
      ) : null}
    </Card>
  );
}

/** After the end: where to go from here. */
function Next({ order }: { readonly order: ShownOrder }) {
  const registered = order.lines.filter(({ state }) => state.at === 'registered');
  const [first] = order.lines;
  const label = first?.name.split('.')[0] ?? '';
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={2}>
        {words.next}
      </Text>
      <Text colour="quiet">{words.mailSent}</Text>
      {registered.length > 0 ? (
        <Action
          kind="main"
          title={registered.length === 1 ? words.toNames : words.toNamesMany}
          onPress={() => router.navigate('/names')}
        />
      ) : null}
      <Action
        title={registered.length > 0 ? words.searchAgain : words.tryAgain}
        onPress={() => router.navigate({ pathname: '/', params: { q: label } })}
      />
    </View>
  );
}

const useStyles = themed((palette) => ({
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, marginBottom: 10 },
  steps: { flexDirection: 'row', gap: 6, marginBottom: 6 },
  step: { flex: 1, gap: 4 },
  bar: { height: 6, borderRadius: 3, backgroundColor: palette.line },
  done: { backgroundColor: palette.sage },
  failed: { backgroundColor: palette.plum },
  now: { fontWeight: '700' },
}));
