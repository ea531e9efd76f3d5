import Check from 'lucide-react-native/icons/check';
import Plus from 'lucide-react-native/icons/plus';
import { memo } from 'react';
import { View } from 'react-native';
import { canRegister } from '@tienda/core/names/availability';
import { unitRail } from './unitRail';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Door } from '../../ui/Door';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { PriceTag } from '../../ui/PriceTag';
import { Text } from '../../ui/Text';
import { themed, usePalette } from '../../ui/theme';
import { statusWords, warnings } from './remarks';
import type { Row } from './rows';

const words = texts.find;

interface ResultRowProps {
  readonly row: Row;
  readonly horizon: number;
  readonly inBasket: boolean;
  readonly selected: boolean;
  readonly wide: boolean;
  readonly onToggle: (row: Row) => void;
}

/** One name: its door and word, both prices, what keeping it costs, and what deserves a warning. */
export const ResultRow = memo(function ResultRow(props: ResultRowProps) {
  return props.wide ? <WideRow {...props} /> : <CardRow {...props} />;
});

function unicodeOf({ result, name }: Row): string {
  return result?.unicode ?? name;
}

function Status({ row: { result, extension } }: { readonly row: Row }) {
  const status = result?.status;
  const colour = status === 'available' ? 'sage' : status === 'taken' ? 'plum' : 'quiet';
  return (
    <Text kind="small" colour={colour} style={{ fontWeight: colour === 'quiet' ? '400' : '600' }}>
      {statusWords(result, extension)}
    </Text>
  );
}

function Warnings({ row: { result, extension } }: { readonly row: Row }) {
  const found = result ? warnings(result, extension) : [];
  if (found.length === 0) return null;
  return (
    <Text kind="small" colour="plum">
      {found.join(' · ')}
    </Text>
  );
}

function BasketButton({ row, inBasket, onToggle }: Pick<ResultRowProps, 'row' | 'inBasket' | 'onToggle'>) {
  const { terracotta, onSage } = usePalette();
  if (!row.result || !canRegister(row.result.status)) return null;
  const name = unicodeOf(row);
  return (
    <IconButton
      label={inBasket ? words.remove(name) : words.add(name)}
      pressed={inBasket}
      look={inBasket ? 'done' : 'framed'}
      onPress={() => onToggle(row)}
    >
      {inBasket ? <Check size={22} color={onSage} aria-hidden /> : <Plus size={22} color={terracotta} aria-hidden />}
    </IconButton>
  );
}

function CardRow({ row, horizon, inBasket, selected, onToggle }: ResultRowProps) {
  const styles = useStyles();
  const { result, keep } = row;
  const price = result?.price;
  return (
    <View style={[styles.card, selected && styles.selected]}>
      <Door look={result?.status ?? 'checking'} />
      <View style={styles.middle}>
        <View style={styles.top}>
          <View style={styles.words}>
            <Name unicode={unicodeOf(row)} />
            <Status row={row} />
          </View>
          <BasketButton row={row} inBasket={inBasket} onToggle={onToggle} />
        </View>
        {price ? (
          <View style={styles.prices}>
            <PriceTag
              label={words.firstYear}
              amount={wholeAmount(price.firstYear, price.currency)}
              intro={price.intro}
            />
            <PriceTag label={words.then} amount={wholeAmount(price.renewal, price.currency)} />
            {keep === undefined ? null : (
              <View style={styles.keep}>
                <Text kind="small" colour="quiet" style={styles.keepWords}>
                  {words.keep(horizon)}
                </Text>
                <Text kind="amount">{wholeAmount(keep, price.currency)}</Text>
              </View>
            )}
          </View>
        ) : null}
        <Warnings row={row} />
      </View>
    </View>
  );
}

function WideRow({ row, inBasket, selected, onToggle }: ResultRowProps) {
  const styles = useStyles();
  const { result, keep } = row;
  const price = result?.price;
  return (
    <View
      role="row"
      style={[styles.wide, (selected || inBasket) && styles.wideSelected, selected && styles.selectedEdge]}
    >
      <View role="cell" style={columns.door}>
        <Door look={result?.status ?? 'checking'} size={28} />
      </View>
      <View role="cell" style={columns.name}>
        <Name unicode={unicodeOf(row)} style={styles.wideName} />
      </View>
      <View role="cell" style={columns.status}>
        <Status row={row} />
        <Warnings row={row} />
      </View>
      <View role="cell" style={columns.price}>
        {price ? (
          <Text kind="amount" style={[styles.wideAmount, price.intro && styles.introAmount]}>
            {wholeAmount(price.firstYear, price.currency)}
          </Text>
        ) : null}
      </View>
      <View role="cell" style={columns.price}>
        {price ? (
          <Text kind="amount" style={styles.wideAmount}>
            {wholeAmount(price.renewal, price.currency)}
          </Text>
        ) : null}
      </View>
      <View role="cell" style={columns.keep}>
        {price && keep !== undefined ? (
          <Text kind="amount" style={styles.wideAmount}>
            {wholeAmount(keep, price.currency)}
          </Text>
        ) : null}
      </View>
      <View role="cell" style={columns.rail}>
        {price ? <MiniRail price={price} /> : null}
      </View>
      <View role="cell" style={columns.action}>
        <BasketButton row={row} inBasket={inBasket} onToggle={onToggle} />
      </View>
    </View>
  );
}

/** Ten years as ten small bars; the amounts stand beside it. */
function MiniRail({ price }: { readonly price: NonNullable<NonNullable<Row['result']>['price']> }) {
  const styles = useStyles();
  return (
    <View aria-hidden style={styles.mini}>
      {unitRail(price).map(({ height, first }, index) => (
        <View
          key={index}
          style={[styles.miniBar, { height }, first && styles.miniFirst, first && price.intro && styles.miniIntro]}
        />
      ))}
    </View>
  );
}

/** Widths that the table's head and rows share. */
export const columns = {
  door: { width: 38 },
  name: { flex: 5, minWidth: 0, paddingRight: 8 },
  status: { flex: 4, minWidth: 0, paddingRight: 4 },
  price: { width: 84, alignItems: 'flex-end' },
  keep: { width: 96, alignItems: 'flex-end' },
  rail: { width: 104, alignItems: 'flex-end' },
  action: { width: 56, alignItems: 'flex-end' },
} as const;

const useStyles = themed((palette) => ({
  card: {
    flexDirection: 'row',
    gap: 10,
    backgroundColor: palette.card,
    borderColor: palette.line,
    borderWidth: 1,
    borderRadius: 10,
    padding: 12,
    marginBottom: 9,
  },
  selected: { borderColor: palette.pine },
  middle: { flex: 1, gap: 7 },
  top: { flexDirection: 'row', gap: 8 },
  words: { flex: 1, minWidth: 0 },
  prices: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  keep: { marginLeft: 'auto', alignItems: 'flex-end' },
  keepWords: { fontSize: 11, lineHeight: 15 },
  wide: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 52,
    paddingVertical: 5,
    borderBottomWidth: 1,
    borderColor: palette.line,
    borderLeftWidth: 3,
    borderLeftColor: 'transparent',
  },
  wideSelected: { backgroundColor: palette.card },
  selectedEdge: { borderLeftColor: palette.terracotta },
  wideName: { fontSize: 16, lineHeight: 20 },
  wideAmount: { textAlign: 'right', paddingHorizontal: 5, paddingVertical: 2 },
  introAmount: { backgroundColor: palette.marigoldWash, borderRadius: 3 },
  mini: { flexDirection: 'row', alignItems: 'flex-end', gap: 1.5, height: 24 },
  miniBar: { width: 7, borderWidth: 1, borderColor: palette.quiet, borderRadius: 1.5 },
  miniFirst: { backgroundColor: palette.pine, borderColor: palette.pine },
  miniIntro: { backgroundColor: palette.marigold, borderColor: palette.marigold },
}));
