import X from 'lucide-react-native/icons/x';
import { lazy, memo, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { comesHere, type BasketLine } from '@tienda/core/basket/basketLine';
import type { Extension } from '@tienda/core/catalogue/extension';
import { addYears, type IsoDate } from '@tienda/core/time/isoDate';
import type { Currency } from '@tienda/core/money/money';
import type { QuoteLine, QuoteProblem } from '@tienda/core/pricing/quote';
import { dateText, wholeAmount } from '../../texts/format';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Door } from '../../ui/Door';
import { Loading } from '../../ui/Empty';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { Notice } from '../../ui/Notice';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { purchaseWords } from '../../shop/tally/purchaseWords';
import { changeWords } from './ChangesNotice';
import { LineChoices } from '../../shop/name/LineChoices';

const words = texts.basket;

const Alternatives = lazy(async () => ({ default: (await import('../../shop/name/Alternatives')).Alternatives }));

interface LineCardProps {
  readonly line: BasketLine;
  /** Left out where the name cannot be priced any more. */
  readonly priced: QuoteLine | undefined;
  readonly extension: Extension | undefined;
  readonly currency: Currency;
  /** Undefined until it is known. */
  readonly rate: string | undefined;
  /** Why the name cannot be priced. */
  readonly problem: QuoteProblem | undefined;
  readonly today: IsoDate | undefined;
  /** Its choices show without being asked for. */
  readonly open: boolean;
  readonly onRemove: (line: BasketLine) => void;
}

/** One name of the basket: what it costs, what changed, its choices. Drawn again only when it has changed itself. */
export const LineCard = memo(function LineCard(props: LineCardProps) {
  const { line, priced, extension, currency, rate, problem, today, onRemove } = props;
  const { pine } = palette;
  // Until it is opened or closed here, it follows how many names there are.
  const [chosen, setChosen] = useState<boolean>();
  const open = chosen ?? props.open;
  const [protecting, setProtecting] = useState(false);
  const { action } = line;
  const isNew = action === 'register';
  const status = isNew ? (line.answer?.status ?? 'available') : 'available';
  const begins = isNew ? today : line.heldUntil;
  const ends =
    action === 'privacy'
      ? line.heldUntil
      : action === 'transfer'
        ? line.paidUntil
        : begins && addYears(begins, line.years);
  const chooseWords = open ? words.chooseLess : comesHere(action) ? words.choose : words.chooseYears;
  return (
    <Card label={line.unicode}>
      <View style={styles.head}>
        <Door look={status} />
        <View style={styles.words}>
          <Name unicode={line.unicode} role="heading" aria-level={2} />
          <View style={styles.under}>
            <Text kind="small" colour="quiet" style={styles.words}>
              {ends ? (isNew ? words.until : words.heldUntil[action])(line.years, dateText(ends)) : ''}
            </Text>
            {priced ? <Text kind="bigAmount">{wholeAmount(priced.net + priced.discount, currency)}</Text> : null}
          </View>
        </View>
        <IconButton look="bare" label={words.remove(line.unicode)} onPress={() => onRemove(line)}>
          <X size={20} color={pine} aria-hidden />
        </IconButton>
      </View>
      {status === 'taken' || status === 'reserved' ? (
        <Notice kind="problem">{words.gone(texts.find.status[status].toLowerCase())}</Notice>
      ) : null}
      {line.changes && rate !== undefined ? (
        <Notice kind="notice">{changeWords(line.changes, { currency, rate }).join(' ')}</Notice>
      ) : null}
      {problem && problem.code !== 'notAvailable' ? (
        <Notice kind="problem">{problemText(problem.code, problem.detail, problem.facts)}</Notice>
      ) : null}
      {priced?.purchase ? <Text kind="small">{purchaseWords(priced.purchase, currency)}</Text> : null}
      {priced && extension && open && rate !== undefined ? (
        <LineChoices line={line} priced={priced} extension={extension} currency={currency} rate={rate} />
      ) : null}
      <View style={styles.actions}>
        {(props.open && chosen === undefined) || !priced || action === 'restore' || action === 'privacy' ? null : (
          <Action
            kind="link"
            title={chooseWords}
            label={`${chooseWords}: ${line.unicode}`}
            onPress={() => setChosen(!open)}
          />
        )}
        {priced && isNew ? (
          <Action
            kind="link"
            title={protecting ? words.tools.protectLess : words.tools.protect}
            label={`${protecting ? words.tools.protectLess : words.tools.protect}: ${line.unicode}`}
            onPress={() => setProtecting(!protecting)}
          />
        ) : null}
      </View>
      {protecting ? (
        <Suspense fallback={<Loading />}>
          <Alternatives name={line.name} purpose="protect" />
        </Suspense>
      ) : null}
    </Card>
  );
});

const styles = StyleSheet.create({
  head: { flexDirection: 'row', alignItems: 'center', gap: 10, marginBottom: 6 },
  words: { flex: 1 },
  under: { flexDirection: 'row', alignItems: 'baseline', gap: 8 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16 },
});
