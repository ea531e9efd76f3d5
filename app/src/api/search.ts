import {
  experimental_streamedQuery as streamedQuery,
  keepPreviousData,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { useCallback } from 'react';
import type { NextName } from '@tienda/core/ideas/nextNames';
import type { SearchAnswer, SearchEvent } from '@tienda/core/search/searchEvent';
import { useAlive } from '../stored/alive';
import { lines } from './client';
import { searchPath, type SearchWish } from './searchPath';

type Plan = Extract<SearchEvent, { type: 'plan' }>;

/** A search as far as it has come. */
export interface SearchState {
  readonly plan?: Plan;
  /** By name: the hint, until the registry's word takes its place. */
  readonly answers: ReadonlyMap<string, SearchAnswer>;
  /** Names to go on with, the best first. */
  readonly next: readonly NextName[];
  /** True once every name has its hint. */
  readonly hinted: boolean;
  readonly done: boolean;
}

/** So long the registries are spared of what is being typed, in case one types on; hints come at once. */
const restMs = 160;

export const nothingYet: SearchState = { answers: new Map(), next: [], hinted: false, done: false };

/** The search after some more events. A hint never takes the place of a result. */
export function withEvents(state: SearchState, events: readonly SearchEvent[]): SearchState {
  const answers = new Map(state.answers);
  let { plan, next, done, hinted } = state;
  for (const event of events) {
    if (event.type === 'plan') plan = event;
    else if (event.type === 'next') next = event.names;
    else if (event.type === 'done') done = true;
    else if (event.type === 'result' || answers.get(event.name)?.type !== 'result') answers.set(event.name, event);
    if (event.type === 'done' || (event.type === 'result' && event.source !== 'rules')) hinted = true;
  }
  return { answers, next, done, hinted, ...(plan ? { plan } : {}) };
}

const keyOf = ({ query, currency, only, next }: SearchWish) => ['search', query, currency, only ?? '', next ?? false];

/** @param isTyped just now, and perhaps not to its end */
function searchOptions(wish: SearchWish, isTyped = false) {
  const more = isTyped ? { rest: String(restMs) } : {};
  return queryOptions({
    queryKey: keyOf(wish),
    queryFn: streamedQuery<SearchEvent[], SearchState>({
      streamFn: ({ signal }) => lines<SearchEvent>(searchPath(wish, more), signal),
      reducer: withEvents,
      initialValue: nothingYet,
      refetchMode: 'replace',
    }),
    structuralSharing: false,
    retry: 1,
  });
}

/** Answers as they arrive. Another query ends this one's request. */
export function useSearch(wish: SearchWish) {
  // A page written ahead of time does not yet know which currency, and which extensions, are asked for.
  const isAlive = useAlive();
  return useQuery({
    ...searchOptions(wish),
    enabled: isAlive && wish.query !== '',
    // The rows before stay until the new ones are there: they are redrawn in place.
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
}

/** Sends the request of a search that is being typed, before the screen is drawn for it. */
export function useSearchAhead() {
  const queries = useQueryClient();
  return useCallback(
    (wish: SearchWish) => {
      if (wish.query !== '') void queries.prefetchQuery(searchOptions(wish, true));
    },
    [queries],
  );
}

/** Asks the registries once more about some names of a search; their answers take the old ones' place. */
export function useAskAgain(wish: SearchWish) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (names: readonly string[]) => {
      const again = { query: names.join('\n'), currency: wish.currency };
      for await (const events of lines<SearchEvent>(searchPath(again, { fresh: '1' }), new AbortController().signal)) {
        const results = events.filter((event) => event.type === 'result');
        queries.setQueryData<SearchState>(keyOf(wish), (state) => state && withEvents(state, results));
      }
    },
  });
}
