import { FlashList, type FlashListRef } from '@shopify/flash-list';
import { memo, useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
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
  // In another order it begins at its start. The list keeps in place what stands at its top, by its key, while answers
  // come in above it: in another order nothing has the key that it had, so it follows nothing to where that has gone.
  const keyOf = useCallback((item: Listed, index: number) => `${order} ${item?.key ?? `beyond ${index}`}`, [order]);
  const orderBefore = useRef(order);
  useEffect(() => {
    if (orderBefore.current !== order) list.current?.scrollToOffset({ offset: 0, animated: false });
    orderBefore.current = order;
  }, [order]);
  // Rows are measured before they are seen by a list that begins with them; one that was empty shows them where it guessed.
  const [begun, setBegun] = useState(items.length > 0);
  if (!begun && items.length > 0) setBegun(true);
  // Whoever comes back finds the list where it was left.
  const [start] = useState(startAt);
  const table = wide && (items.length > 0 || waiting);
  return (
    <View style={styles.frame}>
      {wide ? header : null}
      <View style={styles.list} {...(table ? { role: 'table', 'aria-label': words.results } : {})}>
        {table ? <TableHead horizon={horizon} /> : null}
        <FlashList
          key={begun ? 'rows' : 'none yet'}
          ref={list}
          data={items}
          keyExtractor={keyOf}
          getItemType={typeOf}
          drawDistance={150}
          ListHeaderComponent={wide ? null : <>{header}</>}
          ListEmptyComponent={refused ? null : <NoRows settled={settled} waiting={waiting} />}
          ListFooterComponent={settled && items.length > 0 ? <Foot /> : null}
          extraData={[props, openKey]}
          keyboardShouldPersistTaps="handled"
          // Of the first item it would leave what stands above the list out of sight.
          {...(start > 0 && start < items.length ? { initialScrollIndex: start } : {})}
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
      </View>
    </View>
  );
});

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
