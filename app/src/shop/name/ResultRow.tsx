import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { registrationData } from '@tienda/core/rdap/registrationData';
import { useLookup } from '../../api/lookup';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Door, type DoorLook } from '../../ui/Door';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { palette } from '../../ui/palette';
import { Picture } from '../../ui/Picture';
import { SmallTag } from '../../ui/PriceTag';
import { Text } from '../../ui/Text';
import { thumb } from '../../ui/theme';
import { BasketToggle } from './BasketToggle';
import { ideaWords } from './ideaWords';
import { RowTools } from './RowTools';
import { statusWords, warnings } from './remarks';
import { unicodeOf, type Row } from './rows';
import { unitRail } from './unitRail';

const words = texts.find;

/** What can be done with a row. */
export interface RowActions {
  readonly onToggle: (row: Row) => void;
  readonly onOpen: (row: Row) => void;
  readonly onOnly: (label: string) => void;
  /** Shows what else can be done with a row, or hides it again. */
  readonly onMore: (key: string) => void;
}

interface ResultRowProps extends RowActions {
  readonly row: Row;
  readonly horizon: number;
  /** Units of the currency shown for one US dollar; undefined until it is known. */
  readonly rate: string | undefined;
  readonly inBasket: boolean;
  /** Its extension is the only one shown. */
  readonly alone: boolean;
  readonly selected: boolean;
  /** What else can be done with it is shown. */
  readonly isOpen: boolean;
  readonly wide: boolean;
}

/** One name: its door and word, both prices, what keeping it costs, and what deserves a warning. */
export const ResultRow = memo(function ResultRow(props: ResultRowProps) {
  return props.wide ? <WideRow {...props} /> : <CardRow {...props} />;
});

/** A hint is not the registry's word: the door stays dashed until it comes. */
export function doorLook({ answer }: Pick<Row, 'answer'>): DoorLook {
  return answer?.type === 'result' ? answer.status : 'checking';
}

function NameLink({ row, style }: { readonly row: Row; readonly style?: object }) {
  return (
    <Link href={`/find/${row.name}`} asChild>
      <Pressable style={styles.link}>
        <Name unicode={unicodeOf(row)} {...(style ? { style } : {})} />
      </Pressable>
    </Link>
  );
}

/** The word beside the door, why the name is offered, and what deserves a warning: one after the other. */
function Status({ row, rate }: Pick<ResultRowProps, 'row' | 'rate'>) {
  const { answer, extension, reason } = row;
  const confirmed = answer?.type === 'result' ? answer.status : undefined;
  const colour = confirmed === 'available' ? 'sage' : confirmed === 'taken' ? 'plum' : 'quiet';
  const found = answer ? warnings(answer, extension, rate) : [];
  return (
    <Text kind="small" colour="quiet" style={styles.status}>
      <Text kind="small" colour={colour} style={[styles.status, colour !== 'quiet' && styles.strong]}>
        {statusWords(answer, extension, true)}
        {confirmed === 'taken' ? <TakenUntil name={row.name} /> : null}
      </Text>
      {reason && reason.kind !== 'otherExtension' ? ` · ${ideaWords(reason)}` : null}
      {found.length > 0 ? (
        <Text kind="small" colour="plum" style={styles.status}>
          {` · ${found.join(' · ')}`}
        </Text>
      ) : null}
    </Text>
  );
}

/** Until when a taken name is paid for, once registration data says so. */
function TakenUntil({ name }: { readonly name: string }) {
  const found = useLookup(name).data;
  const expiresOn = found && registrationData(found).expiresOn;
  return expiresOn === undefined ? null : ` ${words.until(dateText(expiresOn))}`;
}

/** The door with the word's colour; pressed, it shows what else can be done with the name. */
function DoorButton({ row, isOpen, onMore, size }: ResultRowProps & { readonly size: number }) {
  const { quiet } = palette;
  return (
    <Pressable
      role="button"
      aria-label={words.more(unicodeOf(row))}
      aria-expanded={isOpen}
      onPress={() => onMore(row.key)}
      style={styles.door}
    >
      <Picture>
        <Door look={doorLook(row)} size={size} />
        <Ellipsis size={16} color={quiet} aria-hidden />
      </Picture>
    </Pressable>
  );
}

/** What can be done about a name that someone holds. */
function TakenLinks({ name }: { readonly name: string }) {
  const link = (title: string, go?: string) => (
    <Link
      href={{ pathname: '/find/[name]', params: { name, ...(go ? { go } : {}) } }}
      aria-label={`${title}: ${name}`}
      style={styles.takenLink}
    >
      <Text kind="small" colour="terracotta" style={{ fontWeight: '600' }}>
        {title}
      </Text>
    </Link>
  );
  return (
    <View style={styles.takenLinks}>
      {link(words.whoHoldsIt)}
      {link(words.waitForIt, 'watch')}
      {link(words.makeOffer, 'offer')}
    </View>
  );
}

/** Its registry says that someone holds it. */
function isHeld({ answer }: Row): boolean {
  return answer?.type === 'result' && answer.status === 'taken';
}

/** In or out of the basket; for a taken name the way to who holds it. */
function MainButton({ row, inBasket, onToggle, onOpen }: ResultRowProps) {
  const { terracotta } = palette;
  if (isHeld(row))
    return (
      <IconButton label={words.whoHolds(unicodeOf(row))} onPress={() => onOpen(row)}>
        <Picture>
          <ChevronRight size={20} color={terracotta} aria-hidden />
        </Picture>
      </IconButton>
    );
  return <BasketToggle row={row} inBasket={inBasket} onToggle={() => onToggle(row)} />;
}

function CardRow(props: ResultRowProps) {
  const { row, selected, isOpen } = props;
  return (
    <View style={[styles.card, selected && styles.selected]}>
      <View style={styles.line}>
        <DoorButton {...props} size={27} />
        <View style={styles.middle}>
          <NameLink row={row} />
          <Prices {...props} />
          <Status {...props} />
          {isHeld(row) && row.isAsked ? <TakenLinks name={row.name} /> : null}
        </View>
        {isHeld(row) && row.isAsked ? null : (
          <View style={styles.action}>
            <MainButton {...props} />
          </View>
        )}
      </View>
      {isOpen ? (
        <View style={styles.tools}>
          <RowTools {...props} />
        </View>
      ) : null}
    </View>
  );
}

/** First year on its tag, a later year, and what keeping it costs. */
function Prices({ row: { answer, keep }, horizon }: ResultRowProps) {
  const price = answer?.price;
  if (!price) return null;
  return (
    <View style={styles.prices}>
      <SmallTag label={words.firstYear} amount={wholeAmount(price.firstYear, price.currency)} intro={price.intro} />
      <Amount label={words.thenShort} amount={wholeAmount(price.renewal, price.currency)} />
      {keep === undefined ? null : (
        <View style={styles.keep}>
          <Amount label={words.keepYears(horizon)} amount={wholeAmount(keep, price.currency)} />
        </View>
      )}
    </View>
  );
}

function Amount({ label, amount }: { readonly label: string; readonly amount: string }) {
  return (
    <View style={styles.amount}>
      <Text kind="small" colour="quiet" style={styles.amountLabel}>
        {label}
      </Text>
      <Text kind="amount" style={styles.amountText}>
        {amount}
      </Text>
    </View>
  );
}

function WideRow(props: ResultRowProps) {
  const { row, inBasket, selected, isOpen } = props;
  const { answer, keep } = row;
  const price = answer?.price;
  const amount = (minor: number | undefined, look?: object) =>
    price && minor !== undefined ? (
      <Text kind="amount" style={[styles.wideAmount, look]}>
        {wholeAmount(minor, price.currency)}
      </Text>
    ) : null;
  return (
    <View style={[styles.wide, (selected || inBasket) && styles.wideSelected, selected && styles.selectedEdge]}>
      <View role="row" style={styles.wideLine}>
        <View role="cell" style={columns.door}>
          <DoorButton {...props} size={24} />
        </View>
        <View role="cell" style={columns.name}>
          <NameLink row={row} style={styles.wideName} />
        </View>
        <View role="cell" style={price ? columns.status : columns.noPrice} {...(price ? {} : { 'aria-colspan': 5 })}>
          <Status {...props} />
          {isHeld(row) && row.isAsked ? <TakenLinks name={row.name} /> : null}
        </View>
        {price ? (
          <>
            <View role="cell" style={columns.price}>
              {amount(price.firstYear, price.intro ? styles.introAmount : undefined)}
            </View>
            <View role="cell" style={columns.price}>
              {amount(price.renewal)}
            </View>
            <View role="cell" style={columns.keep}>
              {amount(keep)}
            </View>
            <View role="cell" style={columns.rail}>
              <MiniRail price={price} />
            </View>
          </>
        ) : null}
        <View role="cell" style={columns.action}>
          <MainButton {...props} />
        </View>
      </View>
      {isOpen ? (
        <View role="row" style={styles.wideTools}>
          <View role="cell">
            <RowTools {...props} />
          </View>
        </View>
      ) : null}
    </View>
  );
}

/** Ten years as ten small bars; the amounts stand beside it. */
function MiniRail({ price }: { readonly price: NonNullable<NonNullable<Row['answer']>['price']> }) {
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
  door: { width: 48 },
  name: { flex: 10, minWidth: 0, paddingRight: 6 },
  status: { flex: 12, minWidth: 0, paddingRight: 4 },
  /** In the place of status, prices and rail. */
  noPrice: { flexGrow: 12, flexShrink: 1, flexBasis: 342, minWidth: 0 },
  price: { width: 84, alignItems: 'flex-end' },
  keep: { width: 96, alignItems: 'flex-end' },
  rail: { width: 78, alignItems: 'flex-end' },
  action: { width: 54, flexDirection: 'row', justifyContent: 'flex-end' },
} as const;

const styles = StyleSheet.create({
  card: {
    backgroundColor: palette.card,
    borderColor: palette.line,
    borderWidth: 1,
    borderRadius: 10,
    paddingVertical: 5,
    paddingRight: 6,
    marginBottom: 7,
  },
  selected: { borderColor: palette.pine },
  tools: { paddingLeft: 48 },
  // Three lines: a row keeps its height while it is asked for.
  line: { flexDirection: 'row', alignItems: 'center', gap: 4, minHeight: 64 },
  door: { width: thumb, minHeight: thumb, alignItems: 'center', justifyContent: 'center', alignSelf: 'stretch' },
  middle: { flex: 1, minWidth: 0, gap: 2 },
  // Its place is kept until the name can be taken: words that were read stay where they are.
  action: { width: thumb },
  link: { alignSelf: 'flex-start', maxWidth: '100%' },
  status: { fontSize: 12, lineHeight: 16 },
  strong: { fontWeight: '700' },
  prices: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 7, rowGap: 2, alignItems: 'baseline' },
  keep: { marginLeft: 'auto' },
  amount: { flexDirection: 'row', alignItems: 'baseline', gap: 4 },
  amountLabel: { fontSize: 12, lineHeight: 16 },
  amountText: { fontSize: 14, lineHeight: 20 },
  takenLinks: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 16 },
  takenLink: { minHeight: thumb, display: 'flex', alignItems: 'center' },
  wideLine: { flexDirection: 'row', alignItems: 'center', minHeight: 46 },
  wideTools: { paddingLeft: 48 },
  wide: {
    paddingVertical: 1,
    borderBottomWidth: 1,
    borderColor: palette.line,
    borderLeftWidth: 3,
    borderLeftColor: 'transparent',
  },
  wideSelected: { backgroundColor: palette.card },
  selectedEdge: { borderLeftColor: palette.terracotta },
  wideName: { fontSize: 15, lineHeight: 20 },
  wideAmount: { textAlign: 'right', paddingHorizontal: 4, paddingVertical: 2 },
  introAmount: { backgroundColor: palette.marigoldWash, borderRadius: 3 },
  mini: { flexDirection: 'row', alignItems: 'flex-end', gap: 1.5, height: 24 },
  miniBar: { width: 5.5, borderWidth: 1, borderColor: palette.quiet, borderRadius: 1.5 },
  miniFirst: { backgroundColor: palette.pine, borderColor: palette.pine },
  miniIntro: { backgroundColor: palette.marigold, borderColor: palette.marigold },
});
