import { router, useLocalSearchParams } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { isEnded } from '@tienda/core/operations/operations';
import { failureWords } from '@tienda/core/orders/failureWords';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { Minor } from '@tienda/core/money/money';
import { useGiveUp } from '../../api/me';
import { useSession } from '../../api/session';
import { dateText, dayText, wholeAmount } from '../../texts/format';
import { languageStore } from '../../texts/language';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Failure, Loading } from '../../ui/Empty';
import { Name } from '../../ui/Name';
import { Notice } from '../../ui/Notice';
import { palette } from '../../ui/palette';
import { Screen } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { SignInFirst } from '../../shop/entrance/SignInFirst';
import { HolderChecks } from '../../shop/held/HolderChecks';
import { orderStatusWords } from '../../shop/payment/orderStatusWords';
import { PaperLinks } from '../../shop/payment/PaperLinks';
import { WaitingPayment } from '../../shop/payment/WaitingPayment';
import { HoldAgain } from './HoldAgain';
import { useOrderProgress } from './useOrderProgress';

const words = texts.order;
/** Orders are listed with the account. */
const above = { href: '/account', title: texts.places.account } as const;

/** What became of an order, name by name, as it happens. */
export function OrderScreen() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const session = useSession();
  const { order, lost } = useOrderProgress(id);
  const isSignedOut = session.data?.account === null;
  if (isSignedOut)
    return (
      <Screen title={words.one} back={above}>
        <SignInFirst why={words.signIn} />
      </Screen>
    );
  return (
    <Screen title={order.data ? words.title(order.data.number) : words.one} back={above}>
      {order.isLoading || session.isPending ? <Loading /> : null}
      {session.isError ? <Failure fault={session.error} retry={() => void session.refetch()} /> : null}
      {order.isError ? <Failure fault={order.error} retry={() => void order.refetch()} /> : null}
      {lost ? <Notice kind="notice">{words.lost}</Notice> : null}
      {order.data ? <Progress order={order.data} /> : null}
    </Screen>
  );
}

function Progress({ order }: { readonly order: ShownOrder }) {
  const { status, lines, payment, currency, ended, total, funding } = order;
  const good = status === 'done';
  const bad = status === 'declined' || status === 'notDone';
  return (
    <View>
      <View role="status" aria-live="polite">
        <Text kind="heading" level={2} colour={good ? 'sage' : bad ? 'plum' : 'pine'} style={{ marginBottom: 4 }}>
          {orderStatusWords(order)}
        </Text>
        <Text colour="quiet" style={{ marginBottom: 12 }}>
          {paymentWords(order)}
        </Text>
      </View>
      {payment.at === 'waiting' ? (
        <WaitingPayment
          action={payment.action}
          until={payment.until}
          due={total - funding.balance}
          received={payment.received}
          currency={currency}
        />
      ) : null}
      {payment.at === 'waiting' || payment.at === 'asked' ? <GiveUp order={order} /> : null}
      {payment.at === 'authorised' && payment.refused !== undefined && payment.heldUntil !== undefined ? (
        <HoldAgain order={order} until={payment.heldUntil} />
      ) : null}
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
      <Papers order={order} />
    </View>
  );
}

function paymentWords({ payment, total, currency, funding }: ShownOrder): string {
  const text = (amount: Minor) => wholeAmount(amount, currency);
  if (total === 0) return words.nothingDue;
  switch (payment.at) {
    case 'asked':
      return words.asked;
    case 'waiting':
      return words.waiting;
    case 'authorised':
      return words.held(text(total));
    case 'paid':
      return words.paid(text(total - funding.balance));
    case 'captured': {
      const { amount, balance, refunded, credited = [] } = payment;
      const taken =
        balance > 0 ? words.capturedFrom(text(amount + balance), text(balance)) : words.captured(text(amount));
      const back = credited.reduce((sum, one) => sum + one.amount + one.balance, 0);
      return [
        taken,
        ...(refunded > 0 ? [words.refundedPart(text(refunded))] : []),
        ...(back > 0 ? [words.creditedPart(text(back))] : []),
      ].join(' ');
    }
    case 'voided':
      return words.voided;
    case 'lost':
      return words.letGo;
    case 'declined':
      return `${words.declined[payment.cause]} ${words.nothingTaken}`;
    case 'returning':
      return words.returning(text(payment.amount));
    case 'refunded':
      return words.refunded(text(payment.amount));
  }
}

function GiveUp({ order }: { readonly order: ShownOrder }) {
  const giveUp = useGiveUp(order.id);
  return (
    <View style={{ alignItems: 'flex-start', marginBottom: 8 }}>
      <Action kind="link" title={texts.waiting.giveUp} busy={giveUp.isPending} onPress={() => giveUp.mutate()} />
      {giveUp.isError ? <Failure fault={giveUp.error} /> : null}
    </View>
  );
}

/** How far a name has come, of three steps. */
function stepOf({ at }: ShownOrder['lines'][number]['state']): 1 | 2 | 3 {
  if (at === 'ready') return 1;
  return isEnded({ at }) ? 3 : 2;
}

function middleStep(kind: ShownOrder['lines'][number]['kind'], at: string): string {
  if (at === 'withHolder') return words.steps.withHolder;
  if (at !== 'pending') return words.steps.sent;
  return kind === 'transferIn' ? words.steps.asked : words.steps.pending;
}

/** Received, sent, done: the steps of one name. */
function LineProgress({ line: { kind, unicode, name, state } }: { readonly line: ShownOrder['lines'][number] }) {
  const failed = state.at === 'refused' || state.at === 'givenUp';
  const done = state.at === 'done' ? { until: 'expiresOn' in state ? state.expiresOn : undefined } : undefined;
  const come = stepOf(state);
  const steps = [words.steps.received, middleStep(kind, state.at), words.steps[failed ? 'failed' : 'done'][kind]];
  return (
    <Card label={unicode}>
      <View style={styles.head}>
        <Door look={done ? 'available' : failed ? 'unknown' : 'checking'} />
        <Name unicode={unicode} />
      </View>
      <View style={styles.steps}>
        {steps.map((step, index) => (
          <View key={step} style={styles.step}>
            <View style={[styles.bar, index < come && (failed && index === 2 ? styles.failed : styles.done)]} />
            <Text
              kind="small"
              colour={index < come ? 'pine' : 'quiet'}
              style={index + 1 === come ? styles.now : undefined}
            >
              {step}
            </Text>
          </View>
        ))}
      </View>
      {state.at === 'pending' || state.at === 'withHolder' ? (
        <Text kind="small" colour="quiet">
          {'until' in state
            ? (state.at === 'pending' ? texts.moves.asked : texts.offer.withHolder)(dayText(state.until))
            : words.pending}
        </Text>
      ) : null}
      {done ? (
        <Text kind="small" colour="sage">
          {words.done[kind](done.until === undefined ? '' : dateText(done.until))}
        </Text>
      ) : null}
      {done && kind === 'register' ? (
        <View style={styles.next}>
          {(['forward', 'webAddress', 'mail'] as const).map((want) => (
            <Action
              key={want}
              kind="link"
              title={words.point[want]}
              label={words.pointName[want](unicode)}
              onPress={() => router.navigate({ pathname: '/names/[name]/points', params: { name, want } })}
            />
          ))}
        </View>
      ) : null}
      {failed ? (
        <Text kind="small" colour="plum">
          {failureWords(state, languageStore.get(), (cents) => wholeAmount(cents, 'USD'))}
        </Text>
      ) : null}
      {failed && state.cause === 'price' ? (
        <Action
          kind="link"
          title={words.newPrice(unicode)}
          onPress={() => router.navigate({ pathname: '/find/[name]', params: { name } })}
        />
      ) : null}
    </Card>
  );
}

/** After the end: where to go from here. */
function Next({ order }: { readonly order: ShownOrder }) {
  const done = order.lines.filter(({ state }) => state.at === 'done');
  const registered = done.filter(({ kind }) => kind === 'register');
  const [first] = order.lines;
  const failedHeld = order.lines.find(
    ({ kind, state }) => kind !== 'register' && isEnded(state) && state.at !== 'done',
  );
  const label = first?.unicode.split('.')[0] ?? '';
  const account = useSession().data?.account;
  const search = () => router.navigate({ pathname: '/', params: { q: label } });
  return (
    <View style={{ gap: 10 }}>
      <Text kind="heading" level={2}>
        {words.next}
      </Text>
      <Text colour="quiet">{done.length > 0 ? words.mailSent : words.mailSentOfNothing}</Text>
      {registered.length > 0 ? <HolderChecks /> : null}
      {order.status === 'declined' ? (
        <Action kind="main" title={words.payAgain} onPress={() => router.navigate('/checkout/review')} />
      ) : null}
      {done.length > 0 ? (
        <Action
          kind="main"
          title={done.length === 1 ? words.toNames : words.toNamesMany}
          onPress={() => router.navigate('/names')}
        />
      ) : null}
      {done.length === 0 && failedHeld ? (
        <Action
          kind="main"
          title={words.renewAgain}
          onPress={() => router.navigate({ pathname: '/names/[name]', params: { name: failedHeld.name } })}
        />
      ) : null}
      {done.length > 0 && account && !account.twoStep ? (
        <Action title={words.secondStep} onPress={() => router.navigate('/account')} />
      ) : null}
      {order.lines.some(({ kind }) => kind === 'register') ? (
        <Action title={registered.length > 0 ? words.searchAgain : words.tryAgain} onPress={search} />
      ) : null}
    </View>
  );
}

/** Invoice, receipt and credit note, as files. */
function Papers({ order: { documents } }: { readonly order: ShownOrder }) {
  if (documents.length === 0) return null;
  return (
    <View style={{ marginTop: 14 }}>
      <Text kind="heading" level={2}>
        {words.documents}
      </Text>
      {documents.map(({ kind, number }) => (
        <PaperLinks key={kind} kind={kind} number={number} />
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  next: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16 },
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, marginBottom: 10 },
  steps: { flexDirection: 'row', gap: 6, marginBottom: 6 },
  step: { flex: 1, gap: 4 },
  bar: { height: 6, borderRadius: 3, backgroundColor: palette.line },
  done: { backgroundColor: palette.sage },
  failed: { backgroundColor: palette.plum },
  now: { fontWeight: '700' },
});
