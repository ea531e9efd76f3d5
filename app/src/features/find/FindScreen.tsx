import { router } from 'expo-router';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { StyleSheet, View, type TextInput } from 'react-native';
import { byPopularity } from '@tienda/core/catalogue/byPopularity';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { useCatalogue } from '../../api/catalogue';
import { useRate, useRates } from '../../api/rates';
import { useAskAgain, useSearch, useSearchAhead, type SearchState } from '../../api/search';
import type { SearchWish } from '../../api/searchPath';
import { useStored } from '../../stored/stored';
import { wholeAmount } from '../../texts/format';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';
import { useTabTitle } from '../../ui/Screen';
import { Spoken } from '../../ui/Spoken';
import { Text } from '../../ui/Text';
import { useSteady } from '../../ui/useSteady';
import { useWide } from '../../ui/useWide';
import { useBasketToggle } from '../../shop/name/useBasketToggle';
import { lineupStore } from '../../shop/name/lineupStore';
import { CurrencyChoice } from '../../shop/money/CurrencyChoice';
import { Chips } from './Chips';
import { Filters } from './Filters';
import { Hello } from './Hello';
import { itemsOf } from './items';
import { KeyList } from './KeyList';
import { Progress } from './Progress';
import { remember } from './recent';
import { ResultList } from './ResultList';
import { filterCount } from '../../shop/name/findChoices';
import { statusWords } from '../../shop/name/remarks';
import { arranged, nextRowsOf, rowsOf, unicodeOf, type Row } from '../../shop/name/rows';
import { SearchBox } from './SearchBox';
import { SteadyRows } from '../../shop/name/steadyRows';
import { useBeforeLeaving } from './useBeforeLeaving';
import { useFindKeys } from './useFindKeys';
import { useFindParams } from './useFindParams';

const words = texts.find;

/** How long a search must rest before it goes to the address. */
const addressMs = 400;
/** How long an answered search must rest before it is remembered. */
const rememberMs = 2500;

const noExtensions: Catalogue = new Map();

/** Extensions whose registries are asked first: more than a screen shows. */
const onScreen = 16;

/** Index of the first item in sight of each search that was looked at. */
const scrolled = new Map<string, number>();

/** Search: what is typed above, the names as their registries answer below. */
export function FindScreen() {
  const wide = useWide();
  const { query, choices, currency, setQuery, setChoices, setCurrency } = useFindParams();
  const [filtersShown, setFiltersShown] = useState(false);
  const catalogue = useCatalogue();
  const rate = useRate(currency);
  const { only, kind: wanted, extension: part } = choices;
  const first = useMemo(() => {
    if (wanted === undefined && part === undefined) return undefined;
    return byPopularity(catalogue.data ?? noExtensions)
      .filter(({ kind, unicode }) => kind === (wanted ?? kind) && unicode.includes(part ?? ''))
      .slice(0, onScreen)
      .map(({ label }) => label);
  }, [catalogue.data, wanted, part]);
  const [text, ask] = useAsked(query, setQuery, { currency, only, first });
  const asked = text.trim();
  const wish = { query: asked, currency, only, first, next: only === undefined };
  const search = useSearch(wish);
  const askAgain = useAskAgain(wish);
  const { data, isPlaceholderData } = search;
  // Answers are drawn in steps between which the browser does what people ask of it; what comes meanwhile is drawn with them.
  const { state, isBefore } = useDeferredValue(
    useMemo(() => ({ state: data, isBefore: isPlaceholderData }), [data, isPlaceholderData]),
  );
  // Until the first line arrives the rows of the search before are still shown.
  const hinted = !isBefore && (state?.hinted ?? false);
  const searched = state?.plan?.query;
  const [steady] = useState(() => new SteadyRows());
  const all = useMemo(
    () => (state && catalogue.data ? rowsOf(state, catalogue.data, choices.horizon, only) : []),
    [state, catalogue.data, choices.horizon, only],
  );
  const rows = useMemo(() => {
    const key = JSON.stringify([searched, currency, choices]);
    return steady.arrange(key, hinted, all, (fresh) => arranged(fresh, choices, currency));
  }, [steady, searched, currency, choices, hinted, all]);
  const items = useMemo(() => {
    const next = (group: 'same' | 'close') =>
      state && catalogue.data ? nextRowsOf(state, group, catalogue.data, choices, currency) : [];
    const isPlain = choices.sort === 'relevance' && filterCount(choices) === 0;
    return itemsOf({ rows, same: next('same'), close: next('close'), isPlain });
  }, [rows, state, catalogue.data, choices, currency]);
  const inOrder = useMemo(() => items.flatMap((item) => (item.type === 'row' ? item.row : [])), [items]);

  const { inBasket, toggle } = useBasketToggle();
  const lineup = useStored(lineupStore);
  const toggleRow = useCallback(
    ({ name, answer, extension }: Row) => {
      remember(asked);
      toggle(name, answer, extension);
    },
    [toggle, asked],
  );
  const open = useCallback(
    ({ name }: Row) => {
      remember(asked);
      router.navigate(`/find/${name}`);
    },
    [asked],
  );
  // The way back leads to the search as it was left.
  const place = JSON.stringify([asked, currency, choices]);
  const keepScroll = useScrollMemory(place);
  const showOnly = useCallback((label: string) => setChoices({ only: label }), [setChoices]);
  const box = useRef<TextInput>(null);
  const { selected, keysShown, closeKeys } = useFindKeys({ rows: inOrder, box, toggle: toggleRow, open });
  const selectedRow = inOrder[selected];
  useTabTitle(asked === '' ? texts.app : asked);
  const isDone = state?.done ?? false;
  const searchFor = useCallback(
    (text: string) => {
      if (text === '' && isDone) remember(asked);
      ask(text);
    },
    [ask, asked, isDone],
  );
  useEffect(() => {
    // What is only passed through while typing is no search that one goes back to.
    const timer = isDone ? setTimeout(() => remember(asked), rememberMs) : undefined;
    return () => clearTimeout(timer);
  }, [isDone, asked]);

  const rates = useRates();
  const failed = search.error ?? catalogue.error ?? (rate === undefined ? rates.error : null);
  const { mutate: askNames, isPending: asking } = askAgain;
  const retry = useSteady(() => {
    for (const one of [search, catalogue, rates]) if (one.isError) void one.refetch();
  });
  const header = useMemo(
    () => (
      <>
        {wide ? null : <Progress rows={all} />}
        {filtersShown ? <Filters choices={choices} currency={currency} onChange={setChoices} /> : null}
        {failed ? <Failure fault={failed} retry={retry} /> : null}
        <Problems state={state} onPick={ask} />
        <Unanswered state={state} busy={asking} onAsk={askNames} />
      </>
    ),
    [wide, filtersShown, choices, currency, setChoices, failed, retry, state, ask, all, asking, askNames],
  );
  return (
    <View role="main" style={styles.screen}>
      <View style={styles.head}>
        <View style={styles.titleRow}>
          <Text kind="title" level={1}>
            {texts.app}
          </Text>
          {wide ? <SearchBox ref={box} query={text} onSearch={searchFor} wide /> : null}
          <CurrencyChoice value={currency} onChange={setCurrency} />
        </View>
        {wide ? null : <SearchBox ref={box} query={text} onSearch={searchFor} wide={false} />}
        {asked === '' ? null : (
          <View style={wide ? styles.wideTools : undefined}>
            <Chips
              choices={choices}
              only={only === undefined ? undefined : (catalogue.data?.get(only)?.unicode ?? only)}
              lineup={lineup.length}
              filtersShown={filtersShown}
              onFilters={() => setFiltersShown(!filtersShown)}
              onChange={setChoices}
            />
            {wide ? <Progress rows={all} /> : null}
          </View>
        )}
      </View>
      {asked === '' ? (
        <Hello onPick={ask} />
      ) : (
        <ResultList
          items={items}
          order={choices.sort}
          header={header}
          settled={isDone}
          waiting={!isDone && !failed}
          refused={isDone && all.length === 0 && (state?.plan?.problems.length ?? 0) > 0}
          horizon={choices.horizon}
          rate={rate}
          inBasket={inBasket}
          only={only}
          selected={selectedRow}
          startAt={scrolled.get(place) ?? 0}
          onScroll={keepScroll}
          onToggle={toggleRow}
          onOpen={open}
          onOnly={showOnly}
        />
      )}
      <Spoken>{selectedRow ? rowWords(selectedRow) : ''}</Spoken>
      {keysShown ? <KeyList onClose={closeKeys} /> : null}
    </View>
  );
}

/**
 * Remembers how far down a search was looked at when something was tapped there: a list that is being taken away says
 * that it is at its top.
 */
function useScrollMemory(place: string): (first: number) => void {
  const at = useRef(0);
  useBeforeLeaving(useCallback(() => void scrolled.set(place, at.current), [place]));
  return useCallback((first: number) => {
    at.current = first;
  }, []);
}

/**
 * What is searched for: at once as typing rests, in the address when it rests longer. An address a keystroke would
 * be slow and fill the way back.
 */
function useAsked(
  query: string,
  setQuery: (query: string) => void,
  { currency, only, first }: Omit<SearchWish, 'query'>,
) {
  const searchAhead = useSearchAhead();
  const [asked, setAsked] = useState(query);
  const written = useRef(query);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(query);
  useEffect(() => {
    if (query === written.current) return;
    written.current = query;
    latest.current = query;
    setAsked(query);
  }, [query]);
  const write = useCallback(() => {
    clearTimeout(waiting.current);
    if (written.current === latest.current) return;
    written.current = latest.current;
    setQuery(latest.current);
  }, [setQuery]);
  const ask = useCallback(
    (text: string) => {
      searchAhead({ query: text.trim(), currency, only, first, next: only === undefined });
      setAsked(text);
      latest.current = text;
      clearTimeout(waiting.current);
      waiting.current = setTimeout(write, addressMs);
    },
    [write, searchAhead, currency, only, first],
  );
  // The search is in the address before that, for the way back.
  useBeforeLeaving(write);
  useEffect(() => () => clearTimeout(waiting.current), []);
  return [asked, ask] as const;
}

/** What cannot be searched for, each with its reason and what to try instead. */
function Problems({
  state,
  onPick,
}: {
  readonly state: SearchState | undefined;
  readonly onPick: (query: string) => void;
}) {
  return state?.plan?.problems.map(({ input, code, detail, suggestion, facts }) => (
    <Notice
      key={`${input} ${detail}`}
      kind="notice"
      action={
        suggestion ? (
          <Action kind="link" title={words.instead(suggestion)} onPress={() => onPick(suggestion)} />
        ) : undefined
      }
    >
      {problemText(code, detail, facts)}
    </Notice>
  ));
}

/** Names whose registry did not answer can be asked for again, those that the search leads on to too. */
function Unanswered({
  state,
  busy,
  onAsk,
}: {
  readonly state: SearchState | undefined;
  readonly busy: boolean;
  readonly onAsk: (names: readonly string[]) => void;
}) {
  const names = [...(state?.answers.values() ?? [])]
    .filter(({ type, status }) => type === 'result' && status === 'unknown')
    .map(({ name }) => name);
  if (names.length === 0) return null;
  return (
    <Notice
      kind="notice"
      action={<Action kind="link" title={words.askAgain} busy={busy} onPress={() => onAsk(names)} />}
    >
      {words.unanswered(names.length)}
    </Notice>
  );
}

/** What the keys are at, in words. */
function rowWords(row: Row): string {
  const { answer, extension } = row;
  const price = answer?.price;
  const prices = price
    ? [
        `${words.firstYear} ${wholeAmount(price.firstYear, price.currency)}`,
        `${words.thenShort} ${wholeAmount(price.renewal, price.currency)}`,
      ]
    : [];
  return [unicodeOf(row), statusWords(answer, extension), ...prices].join(', ');
}

const styles = StyleSheet.create({
  screen: { flex: 1, minHeight: 0 },
  head: { paddingHorizontal: 16, paddingTop: 4, width: '100%', maxWidth: 1040, alignSelf: 'center' },
  titleRow: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    gap: 14,
    minHeight: 46,
    marginBottom: 4,
  },
  wideTools: { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: 16 },
});
