import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Columns3 from 'lucide-react-native/icons/columns-3';
import Funnel from 'lucide-react-native/icons/funnel';
import { Link } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { registrationData } from '@tienda/core/rdap/registrationData';
import { useLookup } from '../../api/lookup';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Door, type DoorLook } from '../../ui/Door';
import { IconButton } from '../../ui/IconButton';
import { Name } from '../../ui/Name';
import { PriceTag } from '../../ui/PriceTag';
import { Text } from '../../ui/Text';
import { themed, usePalette } from '../../ui/theme';
import { BasketToggle } from './BasketToggle';
import { statusWords, warnings } from './remarks';
import { unicodeOf, type Row } from './rows';
import { unitRail } from './unitRail';

const words = texts.find;

/** What can be done with a row. */
export interface RowActions {
  readonly onToggle: (row: Row) => void;
  readonly onOpen: (row: Row) => void;
  readonly onOnly: (label: string) => void;
  readonly onLineup: (name: string) => void;
}

interface ResultRowProps extends RowActions {
  readonly row: Row;
  readonly horizon: number;
  /** Units of the currency shown for one US dollar. */
  /** Undefined until it is known. */
  readonly rate: string | undefined;
  readonly inBasket: boolean;
  readonly inLineup: boolean;
  /** Its extension is the only one shown. */
  readonly alone: boolean;
  readonly selected: boolean;
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
  const styles = useStyles();
  return (
    <Link href={`/find/${row.name}`} asChild>
      <Pressable style={styles.link}>
        <Name unicode={unicodeOf(row)} {...(style ? { style } : {})} />
      </Pressable>
    </Link>
  );
}

function Status({ row }: { readonly row: Row }) {
  const { answer, extension } = row;
  const confirmed = answer?.type === 'result' ? answer.status : undefined;
  const colour = confirmed === 'available' ? 'sage' : confirmed === 'taken' ? 'plum' : 'quiet';
  return (
    <Text kind="small" colour={colour} style={{ fontWeight: colour === 'quiet' ? '400' : '600' }}>
      {statusWords(answer, extension)}
      {confirmed === 'taken' ? <TakenUntil name={row.name} /> : null}
    </Text>
  );
}

/** Until when a taken name is paid for, once registration data says so. */
function TakenUntil({ name }: { readonly name: string }) {
  const found = useLookup(name).data;
  const expiresOn = found && registrationData(found).expiresOn;
  return expiresOn === undefined ? null : ` ${words.until(dateText(expiresOn))}`;
}

function Warnings({ row: { answer, extension }, rate }: Pick<ResultRowProps, 'row' | 'rate'>) {
  const found = answer ? warnings(answer, extension, rate) : [];
  if (found.length === 0) return null;
  return (
    <Text kind="small" colour="plum">
      {found.join(' · ')}
    </Text>
  );
}

/** Only this extension, and side by side with others: in words on the phone, as pictures where it is wide. */
function Tools({ row, inLineup, alone, wide, onOnly, onLineup }: ResultRowProps) {
  const styles = useStyles();
  const { quiet, sage } = usePalette();
  const { extension, name } = row;
  const only = words.only(extension.unicode);
  const lineup = inLineup ? words.outOfLineup(unicodeOf(row)) : words.intoLineup(unicodeOf(row));
  const showOnly = () => onOnly(extension.label);
  const toggleLineup = () => onLineup(name);
  if (!wide)
    return (
      <View style={styles.tools}>
        {alone ? null : <Tool title={only} label={only} onPress={showOnly} />}
        <Tool
          title={inLineup ? texts.lineup.inside : texts.lineup.put}
          label={lineup}
          pressed={inLineup}
          onPress={toggleLineup}
        />
      </View>
    );
  return (
    <>
      {alone ? null : (
        <IconButton look="bare" label={only} onPress={showOnly}>
          <Funnel size={17} color={quiet} aria-hidden />
        </IconButton>
      )}
      <IconButton look="bare" label={lineup} pressed={inLineup} onPress={toggleLineup}>
        <Columns3 size={18} color={inLineup ? sage : quiet} aria-hidden />
      </IconButton>
    </>
  );
}

interface ToolProps {
  readonly title: string;
  readonly label: string;
  readonly pressed?: boolean;
  readonly onPress: () => void;
}

function Tool({ title, label, pressed, onPress }: ToolProps) {
  const styles = useStyles();
  return (
    <Pressable role="button" aria-label={label} aria-pressed={pressed} onPress={onPress} style={styles.tool}>
      <Text kind="small" colour={pressed ? 'sage' : 'quiet'} style={styles.toolWords}>
        {title}
      </Text>
    </Pressable>
  );
}

/** In or out of the basket; for a taken name the way to who holds it. */
function MainButton({ row, inBasket, onToggle, onOpen }: ResultRowProps) {
  const { terracotta } = usePalette();
  if (row.answer?.type === 'result' && row.answer.status === 'taken')
    return (
      <IconButton label={words.whoHolds(unicodeOf(row))} onPress={() => onOpen(row)}>
        <ChevronRight size={20} color={terracotta} aria-hidden />
      </IconButton>
    );
  return <BasketToggle row={row} inBasket={inBasket} onToggle={() => onToggle(row)} />;
}

function CardRow(props: ResultRowProps) {
  const { row, horizon, selected, rate } = props;
  const styles = useStyles();
  const { answer, keep } = row;
  const price = answer?.price;
  return (
    <View style={[styles.card, selected && styles.selected]}>
      <Door look={doorLook(row)} />
      <View style={styles.middle}>
        <View style={styles.top}>
          <View style={styles.words}>
            <NameLink row={row} />
            <Status row={row} />
          </View>
          <MainButton {...props} />
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
        <Warnings row={row} rate={rate} />
        <Tools {...props} />
      </View>
    </View>
  );
}

function WideRow(props: ResultRowProps) {
  const { row, inBasket, selected, rate } = props;
  const styles = useStyles();
  const { answer, keep } = row;
  const price = answer?.price;
  return (
    <View
      role="row"
      style={[styles.wide, (selected || inBasket) && styles.wideSelected, selected && styles.selectedEdge]}
    >
      <View role="cell" style={columns.door}>
        <Door look={doorLook(row)} size={28} />
      </View>
      <View role="cell" style={columns.name}>
        <NameLink row={row} style={styles.wideName} />
      </View>
      <View role="cell" style={columns.status}>
        <Status row={row} />
        <Warnings row={row} rate={rate} />
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
        <Tools {...props} />
        <MainButton {...props} />
      </View>
    </View>
  );
}

/** Ten years as ten small bars; the amounts stand beside it. */
function MiniRail({ price }: { readonly price: NonNullable<NonNullable<Row['answer']>['price']> }) {
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
  door: { width: 36 },
  name: { flex: 12, minWidth: 0, paddingRight: 6 },
  status: { flex: 9, minWidth: 0, paddingRight: 4 },
  price: { width: 82, alignItems: 'flex-end' },
  keep: { width: 98, alignItems: 'flex-end' },
  rail: { width: 78, alignItems: 'flex-end' },
  action: { width: 132, flexDirection: 'row', justifyContent: 'flex-end' },
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
    paddingBottom: 2,
    marginBottom: 9,
  },
  selected: { borderColor: palette.pine },
  middle: { flex: 1, gap: 5, minWidth: 0 },
  top: { flexDirection: 'row', gap: 8, minHeight: 44 },
  words: { flex: 1, minWidth: 0, justifyContent: 'center' },
  link: { alignSelf: 'flex-start', maxWidth: '100%' },
  prices: { flexDirection: 'row', flexWrap: 'wrap', gap: 8, alignItems: 'center' },
  keep: { marginLeft: 'auto', alignItems: 'flex-end' },
  keepWords: { fontSize: 11, lineHeight: 15 },
  tools: { flexDirection: 'row', gap: 20 },
  tool: { minHeight: 44, justifyContent: 'center' },
  toolWords: { textDecorationLine: 'underline' },
  wide: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 54,
    paddingVertical: 5,
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
}));
