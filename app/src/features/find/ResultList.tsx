import { FlashList, type FlashListRef } from '@shopify/flash-list';
import { memo, useEffect, useRef, type ReactNode } from 'react';
import { View } from 'react-native';
import { texts } from '../../texts/texts';
import { RateNote } from '../../shop/money/RateNote';
import { Text } from '../../ui/Text';
import { themed } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { columns, ResultRow, type RowActions } from '../../shop/name/ResultRow';
import type { Row } from '../../shop/name/rows';

const words = texts.find;

interface ResultListProps extends RowActions {
  readonly rows: readonly Row[];
  /** Shown above the rows; on the phone it scrolls with them. */
  readonly header: ReactNode;
  /** Everything that was asked has been answered. */
  readonly settled: boolean;
  readonly horizon: number;
  /** Undefined until it is known. */
  readonly rate: string | undefined;
  readonly inBasket: ReadonlySet<string>;
  readonly lineup: readonly string[];
  readonly only: string | undefined;
  readonly selected: number;
}

/** The names found; only those on screen are drawn, so that hundreds stay smooth. */
export const ResultList = memo(function ResultList(props: ResultListProps) {
  const { rows, header, settled, horizon, selected, inBasket, lineup, rate, only, ...actions } = props;
  const styles = useStyles();
  const wide = useWide();
  const list = useRef<FlashListRef<Row>>(null);
  useEffect(() => {
    if (selected >= 0) void list.current?.scrollToIndex({ index: selected, viewPosition: 0.5 });
  }, [selected]);
  const foot =
    rows.length > 0 ? (
      <View style={styles.note}>
        <Text kind="small" colour="quiet">
          {words.pricesNote} {texts.demo}
        </Text>
        <RateNote />
      </View>
    ) : settled ? (
      <Text colour="quiet" style={styles.note}>
        {words.nothing}
      </Text>
    ) : null;
  const table = wide && rows.length > 0;
  return (
    <View style={styles.frame}>
      {wide ? header : null}
      <View style={styles.list} {...(table ? { role: 'table', 'aria-label': words.results } : {})}>
        {table ? <TableHead horizon={horizon} /> : null}
        <FlashList
          ref={list}
          data={rows}
          keyExtractor={({ key }) => key}
          drawDistance={150}
          ListHeaderComponent={wide ? null : <>{header}</>}
          ListFooterComponent={foot}
          extraData={props}
          keyboardShouldPersistTaps="handled"
          renderItem={({ item, index }) => (
            <ResultRow
              row={item}
              horizon={horizon}
              rate={rate}
              inBasket={inBasket.has(item.name)}
              inLineup={lineup.includes(item.name)}
              alone={only !== undefined}
              selected={index === selected}
              wide={wide}
              {...actions}
            />
          )}
        />
      </View>
    </View>
  );
});

function TableHead({ horizon }: { readonly horizon: number }) {
  const styles = useStyles();
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

const useStyles = themed((palette) => ({
  frame: { flex: 1, minHeight: 0, width: '100%', maxWidth: 1040, alignSelf: 'center', paddingHorizontal: 16 },
  list: { flex: 1, minHeight: 0 },
  note: { paddingVertical: 12 },
  tableHead: {
    flexDirection: 'row',
    borderBottomWidth: 1,
    borderColor: palette.pine,
    paddingVertical: 5,
    paddingLeft: 3,
  },
  column: { fontWeight: '600' },
}));
