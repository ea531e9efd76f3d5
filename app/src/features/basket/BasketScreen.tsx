import X from 'lucide-react-native/icons/x';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { canRegister } from '@tienda/core/names/availability';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { addYears } from '@tienda/core/lifecycle/isoDate';
import { useBasket, usePutInBasket, useRemoveFromBasket } from '../../api/basket';
import { useToday } from '../../api/session';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Empty, Failure, Loading } from '../../ui/Empty';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { Notice } from '../../ui/Notice';
import { Screen, Stub } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { themed, usePalette } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { LineChoices } from './LineChoices';
import { TallyRoll } from './TallyRoll';
import { useTally, type Tally } from './useTally';

const words = texts.basket;

/** Everything that is about to be bought, each name with its own choices; nothing else. */
export function BasketScreen() {
  const basket = useBasket();
  const tally = useTally();
  const wide = useWide();
  const put = usePutInBasket();
  const [removed, setRemoved] = useState<BasketLine>();
  const { lines, quote } = tally;
  const blocked = lines.some(({ answer }) => answer && !canRegister(answer.status) && answer.status !== 'unknown');
  return (
    <Screen
      title={words.title}
      aside={lines.length > 0 ? <Stub>{texts.nameCount(lines.length)}</Stub> : undefined}
      foot={
        lines.length > 0 && !wide ? (
          <Action kind="main" title={words.checkout} disabled={blocked} onPress={() => router.navigate('/checkout')} />
        ) : undefined
      }
    >
      {removed ? (
        <Notice
          kind="notice"
          action={
            <Action
              kind="link"
              title={words.undo}
              onPress={() => {
                put.mutate(removed);
                setRemoved(undefined);
              }}
            />
          }
        >
          {words.removed(removed.unicode)}
        </Notice>
      ) : null}
      {basket.isPending ? <Loading /> : null}
      {basket.isError ? <Failure fault={basket.error} retry={() => void basket.refetch()} /> : null}
      {basket.isSuccess && lines.length === 0 ? (
        <Empty title={words.empty} detail={words.emptyDetail}>
          <Action title={words.toFind} onPress={() => router.navigate('/')} />
        </Empty>
      ) : null}
      {lines.map((line) => (
        <LineCard key={line.name} line={line} tally={tally} onRemove={() => setRemoved(line)} />
      ))}
      {put.isError ? <Failure fault={put.error} /> : null}
      {quote && lines.length > 0 && !wide ? <TallyRoll quote={quote} customer={tally.customer} lines={lines} /> : null}
    </Screen>
  );
}

interface LineCardProps {
  readonly line: BasketLine;
  readonly tally: Tally;
  readonly onRemove: () => void;
}

function LineCard({ line, tally: { quote, catalogue }, onRemove }: LineCardProps) {
  const styles = useStyles();
  const { pine } = usePalette();
  const remove = useRemoveFromBasket();
  const today = useToday();
  const priced = quote?.lines.find(({ name }) => name === line.name);
  const extension = catalogue && extensionOf(line.name, catalogue);
  const status = line.answer?.status ?? 'available';
  const ends = today && addYears(today, line.years);
  return (
    <Card label={line.unicode}>
      <View style={styles.head}>
        <Door look={status} />
        <View style={styles.words}>
          <Name unicode={line.unicode} role="heading" aria-level={2} />
          <View style={styles.under}>
            <Text kind="small" colour="quiet" style={styles.words}>
              {ends ? words.until(line.years, dateText(ends)) : ''}
            </Text>
            {priced && quote ? <Text kind="bigAmount">{wholeAmount(priced.net, quote.currency)}</Text> : null}
          </View>
        </View>
        <IconButton
          look="bare"
          label={words.remove(line.unicode)}
          onPress={() => {
            remove.mutate(line.name);
            onRemove();
          }}
        >
          <X size={20} color={pine} aria-hidden />
        </IconButton>
      </View>
      {status === 'taken' || status === 'reserved' ? (
        <Notice kind="problem">{words.gone(texts.find.status[status].toLowerCase())}</Notice>
      ) : null}
      {priced && quote && extension ? (
        <LineChoices line={line} priced={priced} extension={extension} currency={quote.currency} rate={quote.rate} />
      ) : null}
    </Card>
  );
}

const useStyles = themed(() => ({
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, marginBottom: 6 },
  words: { flex: 1 },
  under: { flexDirection: 'row', alignItems: 'baseline', gap: 8 },
}));
