import { FlashList, type FlashListRef, type ListRenderItem } from '@shopify/flash-list';
import {
  memo,
  startTransition,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
  type Ref,
} from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { texts } from '../../texts/texts';
import { RateNote } from '../../shop/money/RateNote';
import { palette } from '../../ui/palette';
import { Loading } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { useWide } from '../../ui/useWide';
import { columns, ResultRow, type RowActions } from '../../shop/name/ResultRow';
import type { Row } from '../../shop/name/rows';
import type { HeadTitle, Item } from './items';

const words = texts.find;

interface ResultListProps extends Omit<RowActions, 'onMore'> {
  readonly items: readonly Item[];
  /** By what they are in order. */
  readonly order: string;
  /** Shown above the rows; on the phone it scrolls with them. */
  readonly header: ReactNode;
  /** Everything that was asked has been answered. */
  readonly settled: boolean;
  /** Answers are on their way. */
  readonly waiting: boolean;
  /** Nothing could be asked for: the header says why. */
  readonly refused: boolean;
  readonly horizon: number;
  /** Undefined until it is known. */
  readonly rate: string | undefined;
  readonly inBasket: ReadonlySet<string>;
  readonly only: string | undefined;
  /** The row that the keys are at. */
  readonly selected: Row | undefined;
  /** Index of the item at which the list was left. */
  readonly startAt: number;
  readonly onScroll: (first: number) => void;
}

/** A list that has just become shorter is asked once more for what stood beyond its end now. */
type Listed = Item | undefined;
const typeOf = (item: Listed) => item?.type;
const keyOf = (item: Listed, index: number) => item?.key ?? `beyond ${index}`;

/** The names found; only those on screen are drawn, so that hundreds stay smooth. */
export const ResultList = memo(function ResultList(props: ResultListProps) {
  const {
    items,
    order,
    header,
    settled,
    waiting,
    refused,
    horizon,
    selected,
    inBasket,
    rate,
    only,
    startAt,
    onScroll,
    ...actions
  } = props;
  const wide = useWide();
  const list = useRef<FlashListRef<Item>>(null);
  const [openKey, setOpenKey] = useState<string>();
  const toggleMore = useCallback((key: string) => setOpenKey((open) => (open === key ? undefined : key)), []);
  const at = selected ? items.findIndex(({ key }) => key === selected.key) : -1;
  useEffect(() => {
    if (at >= 0) void list.current?.scrollToIndex({ index: at, viewPosition: 0.5 });
  }, [at]);
  // A list that begins with rows measures them before they are seen; one that was empty shows them where it guessed.
  const [begun, setBegun] = useState(items.length > 0);
  if (!begun && items.length > 0) setBegun(true);
  // Whoever comes back finds the list where it was left; in another order it begins at its start, a list of its own: one
  // list would keep in place what stands at its top while rows above it come in or are measured.
  const [start, setStart] = useState({ order, at: startAt });
  if (start.order !== order) setStart({ order, at: 0 });
  const table = wide && (items.length > 0 || waiting);
  const empty = refused ? null : <NoRows settled={settled} waiting={waiting} />;
  return (
    <View style={styles.frame}>
      {wide ? header : null}
      <View style={styles.list} {...(table ? { role: 'table', 'aria-label': words.results } : {})}>
        {table ? <TableHead horizon={horizon} /> : null}
        {begun ? (
          <Rows
            key={order}
            ref={list}
            items={items}
            header={wide ? null : header}
            empty={empty}
            foot={settled ? <Foot /> : null}
            startAt={start.at}
            extraData={[props, openKey]}
            onScroll={() => onScroll(list.current?.getFirstVisibleIndex() ?? 0)}
            renderItem={({ item }: { readonly item: Listed }) =>
              !item ? null : item.type === 'head' ? (
                <Head title={item.title} table={table} />
              ) : (
                <ResultRow
                  row={item.row}
                  horizon={horizon}
                  rate={rate}
                  inBasket={inBasket.has(item.row.name)}
                  alone={only !== undefined}
                  selected={item.key === selected?.key}
                  isOpen={item.key === openKey}
                  onMore={toggleMore}
                  wide={wide}
                  {...actions}
                />
              )
            }
          />
        ) : (
          <ScrollView keyboardShouldPersistTaps="handled">
            {wide ? null : header}
            {empty}
          </ScrollView>
        )}
      </View>
    </View>
  );
});

/** So many rows more are drawn in one step, between which the browser does what people ask of it, */
const aStep = 4;
/** until there are more than a phone shows; then all are there, of which only those in sight are drawn. */
const aScreen = 12;

interface RowsProps {
  readonly ref: Ref<FlashListRef<Item>>;
  readonly items: readonly Item[];
  readonly header: ReactNode;
  readonly empty: ReactNode;
  /** What stands below all of them. */
  readonly foot: ReactNode;
  /** Index of the item that it begins at. */
  readonly startAt: number;
  /** What the rows are drawn with, besides the items. */
  readonly extraData: unknown;
  readonly onScroll: () => void;
  readonly renderItem: ListRenderItem<Item>;
}

function Rows({ ref, items, header, empty, foot, startAt, extraData, onScroll, renderItem }: RowsProps) {
  const isLeftOff = startAt > 0 && startAt < items.length;
  const [count, setCount] = useState(isLeftOff ? Infinity : 1);
  useEffect(() => {
    if (count !== Infinity) startTransition(() => setCount(count < aScreen ? count + aStep : Infinity));
  }, [count]);
  const isWhole = count >= items.length;
  const shown = useMemo(() => (isWhole ? items : items.slice(0, count)), [items, count, isWhole]);
  return (
    <FlashList
      ref={ref}
      data={shown}
      keyExtractor={keyOf}
      getItemType={typeOf}
      drawDistance={150}
      ListHeaderComponent={header === null ? null : <>{header}</>}
      ListEmptyComponent={<>{empty}</>}
      ListFooterComponent={isWhole && items.length > 0 ? <>{foot}</> : null}
      extraData={extraData}
      keyboardShouldPersistTaps="handled"
      // Of the first item it would leave what stands above the list out of sight.
      {...(isLeftOff ? { initialScrollIndex: startAt } : {})}
      onScroll={onScroll}
      renderItem={renderItem}
    />
  );
}

/** What stands where there are no rows: it gives way to them, and is not pushed down by them. */
function NoRows({ settled, waiting }: { readonly settled: boolean; readonly waiting: boolean }) {
  if (!settled) return waiting ? <Loading>{words.waiting}</Loading> : null;
  return (
    <Text colour="quiet" style={styles.note}>
      {words.nothing}
    </Text>
  );
}

/** What stands below the rows once the list is whole: before, it would only be pushed away by them. */
function Foot() {
  return (
    <View style={styles.note}>
      <Text kind="small" colour="quiet">
        {words.pricesNote} {texts.demo}
      </Text>
      <RateNote />
    </View>
  );
}

/** The heading of the names below it. */
function Head({ title, table }: { readonly title: HeadTitle; readonly table: boolean }) {
  const text = (
    <Text kind="strong" colour="quiet" level={2} style={styles.head}>
      {words.heads[title]}
    </Text>
  );
  if (!table) return text;
  return (
    <View role="row">
      <View role="cell">{text}</View>
    </View>
  );
}

function TableHead({ horizon }: { readonly horizon: number }) {
  const head = (text: string, style: object) => (
    <View role="columnheader" style={style}>
      <Text kind="small" colour="quiet" style={styles.column}>
        {text}
      </Text>
    </View>
  );
  return (
    <View role="row" style={styles.tableHead}>
      <View style={columns.door} />
      {head(words.columns.name, { ...columns.name })}
      <View style={columns.status} />
      {head(words.columns.first, columns.price)}
      {head(words.columns.then, columns.price)}
      {head(words.keepShort(horizon), columns.keep)}
      {head(words.columns.rail, columns.rail)}
      <View style={columns.action} />
    </View>
  );
}

const styles = StyleSheet.create({
  frame: { flex: 1, minHeight: 0, width: '100%', maxWidth: 1040, alignSelf: 'center', paddingHorizontal: 16 },
  list: { flex: 1, minHeight: 0 },
  note: { paddingVertical: 12 },
  head: { fontSize: 13, lineHeight: 18, paddingTop: 7, paddingBottom: 5 },
  tableHead: {
    flexDirection: 'row',
    borderBottomWidth: 1,
    borderColor: palette.pine,
    paddingVertical: 5,
    paddingLeft: 3,
  },
  column: { fontWeight: '600' },
});
