import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { ScrollView, View, type TextInput } from 'react-native';
import { canRegister } from '@tienda/core/names/availability';
import { useBasket, usePutInBasket, useRemoveFromBasket } from '../../api/basket';
import { useCatalogue } from '../../api/catalogue';
import { useSearch } from '../../api/search';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { Stub, useTabTitle } from '../../ui/Screen';
import { Text } from '../../ui/Text';
import { themed } from '../../ui/theme';
import { useWide } from '../../ui/useWide';
import { newLine } from '../basket/newLine';
import { Chips } from './Chips';
import { KeyList } from './KeyList';
import { columns, ResultRow } from './ResultRow';
import { rowsOf, type Row } from './rows';
import { SearchBox } from './SearchBox';
import { useFindKeys } from './useFindKeys';
import { useFindParams } from './useFindParams';

const words = texts.find;

/** How long typing must rest before the registries are asked. */
const restMs = 120;

/** Search: what is typed above, the names as their registries answer below. */
export function FindScreen() {
  const styles = useStyles();
  const wide = useWide();
  const { query, choices, setQuery, setChoices } = useFindParams();
  const [typed, setTyped] = useTyped(query, setQuery);
  const search = useSearch(query.trim());
  const catalogue = useCatalogue();
  const state = useDeferredValue(search.data);
  const rows = useMemo(
    () => (state && catalogue.data ? rowsOf(state, catalogue.data, choices) : []),
    [state, catalogue.data, choices],
  );
  const { inBasket, toggle } = useBasketToggle();
  const box = useRef<TextInput>(null);
  const { selected, keysShown, closeKeys } = useFindKeys({ rows, box, toggle });
  useTabTitle(query === '' ? texts.app : `${query} · ${texts.app}`);

  const failed = search.error ?? catalogue.error;
  return (
    <View role="main" style={styles.screen}>
      <View style={styles.head}>
        <View style={styles.titleRow}>
          <Text kind="title" level={1}>
            {texts.app}
          </Text>
          {wide ? <SearchBox ref={box} value={typed} onChange={setTyped} wide /> : null}
          <Stub>USD</Stub>
        </View>
        {wide ? null : <SearchBox ref={box} value={typed} onChange={setTyped} wide={false} />}
        {query === '' ? null : (
          <View style={wide ? styles.wideTools : undefined}>
            {wide ? null : <Progress rows={rows} bar />}
            <Chips choices={choices} onChange={setChoices} />
            {wide ? <Progress rows={rows} bar={false} /> : null}
          </View>
        )}
      </View>
      <ScrollView style={styles.scroll} contentContainerStyle={styles.results} keyboardShouldPersistTaps="handled">
        {query === '' ? <Hello onPick={setTyped} /> : null}
        {failed ? <Failure fault={failed} retry={() => void search.refetch()} /> : null}
        {state?.plan?.problems.map(({ input, detail, suggestion }) => (
          <Notice
            key={input}
            kind="notice"
            action={
              suggestion ? (
                <Action kind="link" title={words.instead(suggestion)} onPress={() => setTyped(suggestion)} />
              ) : undefined
            }
          >
            {detail}
          </Notice>
        ))}
        <View {...(wide && rows.length > 0 ? { role: 'table', 'aria-label': words.results } : {})}>
          {wide && rows.length > 0 ? <TableHead horizon={choices.horizon} /> : null}
          {rows.map((row, index) => (
            <ResultRow
              key={row.name}
              row={row}
              horizon={choices.horizon}
              inBasket={inBasket.has(row.name)}
              selected={index === selected}
              wide={wide}
              onToggle={toggle}
            />
          ))}
        </View>
        {state?.done && rows.length === 0 && state.plan?.problems.length === 0 ? (
          <Text colour="quiet">{words.nothing}</Text>
        ) : null}
        {rows.length > 0 ? (
          <Text kind="small" colour="quiet" style={styles.note}>
            {words.pricesNote} {texts.demo}
          </Text>
        ) : null}
      </ScrollView>
      {keysShown ? <KeyList onClose={closeKeys} /> : null}
    </View>
  );
}

/** What is typed shows at once and goes to the URL when typing rests. */
function useTyped(query: string, setQuery: (query: string) => void) {
  const [typed, setTyped] = useState(query);
  const settled = useRef(query);
  useEffect(() => {
    if (query !== settled.current) setTyped(query);
    settled.current = query;
  }, [query]);
  useEffect(() => {
    if (typed === settled.current) return undefined;
    const timer = setTimeout(() => {
      settled.current = typed;
      setQuery(typed);
    }, restMs);
    return () => clearTimeout(timer);
  }, [typed, setQuery]);
  return [typed, setTyped] as const;
}

function useBasketToggle() {
  const lines = useBasket().data?.lines;
  const { mutate: put } = usePutInBasket();
  const { mutate: remove } = useRemoveFromBasket();
  const inBasket = useMemo(() => new Set(lines?.map(({ name }) => name)), [lines]);
  const toggle = useCallback(
    ({ name, result, extension }: Row) => {
      if (inBasket.has(name)) return remove(name);
      if (!result || !canRegister(result.status)) return;
      const { unicode, status, premium } = result;
      const known = status === 'premium' ? 'premium' : 'available';
      put(newLine(name, unicode, extension, { status: known, ...(premium ? { premium } : {}) }));
    },
    [inBasket, put, remove],
  );
  return { inBasket, toggle };
}

/** How far the search has come; read out as it changes. */
function Progress({ rows, bar }: { readonly rows: readonly Row[]; readonly bar: boolean }) {
  const styles = useStyles();
  const answered = rows.filter(({ result }) => result);
  const open = answered.filter(({ result }) => result && canRegister(result.status)).length;
  const share = rows.length === 0 ? 0 : answered.length / rows.length;
  return (
    <View style={styles.progress}>
      <Text kind="small" colour="quiet" role="status" aria-live="polite">
        {words.asking(answered.length, rows.length, open)}
      </Text>
      {bar ? (
        <View aria-hidden style={styles.track}>
          <View style={[styles.done, { width: `${share * 100}%` }]} />
        </View>
      ) : null}
    </View>
  );
}

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

const examples = ['saltwhistle', 'saltwhistle.boats', 'quay and quill'];

function Hello({ onPick }: { readonly onPick: (query: string) => void }) {
  const styles = useStyles();
  return (
    <View style={styles.hello}>
      <Text kind="heading" level={2}>
        {words.hello}
      </Text>
      <Text colour="quiet">{words.helloDetail}</Text>
      <Text kind="small" colour="quiet">
        {words.examples}
      </Text>
      <View style={styles.examples}>
        {examples.map((example) => (
          <Action key={example} title={example} onPress={() => onPick(example)} />
        ))}
      </View>
      <Text kind="small" colour="quiet">
        {texts.demo}
      </Text>
    </View>
  );
}

const useStyles = themed((palette) => ({
  screen: { flex: 1, minHeight: 0 },
  head: { paddingHorizontal: 16, paddingTop: 8, width: '100%', maxWidth: 1040, alignSelf: 'center' },
  titleRow: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 14,
    minHeight: 50,
    marginBottom: 6,
  },
  wideTools: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 16 },
  progress: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: 34 },
  track: { flex: 1, minWidth: 60, height: 4, backgroundColor: palette.line },
  done: { height: 4, backgroundColor: palette.sage },
  scroll: { flex: 1 },
  results: {
    paddingHorizontal: 16,
    paddingBottom: 24,
    paddingTop: 4,
    width: '100%',
    maxWidth: 1040,
    alignSelf: 'center',
  },
  note: { paddingVertical: 12 },
  tableHead: {
    flexDirection: 'row',
    borderBottomWidth: 1,
    borderColor: palette.pine,
    paddingVertical: 5,
    paddingLeft: 3,
  },
  column: { fontWeight: '600' },
  hello: { gap: 12, paddingVertical: 20 },
  examples: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
}));
