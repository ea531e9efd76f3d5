import { experimental_streamedQuery as streamedQuery, useQuery } from '@tanstack/react-query';
import type { SearchEvent } from '@tienda/core/names/searchEvent';
import { lines } from './client';

type Plan = Extract<SearchEvent, { type: 'plan' }>;
export type SearchResult = Extract<SearchEvent, { type: 'result' }>;

/** A search as far as it has come. */
export interface SearchState {
  readonly plan?: Plan;
  /** By name, in the order in which they arrived. */
  readonly results: ReadonlyMap<string, SearchResult>;
  readonly done: boolean;
}

const nothingYet: SearchState = { results: new Map(), done: false };

function withEvents(state: SearchState, events: readonly SearchEvent[]): SearchState {
  const results = new Map(state.results);
  let { plan, done } = state;
  for (const event of events) {
    if (event.type === 'plan') plan = event;
    else if (event.type === 'done') done = true;
    else results.set(event.name, event);
  }
  return { results, done, ...(plan ? { plan } : {}) };
}

/** Results as they arrive. Another query ends this one's request. */
export function useSearch(query: string) {
  return useQuery({
    queryKey: ['search', query],
    queryFn: streamedQuery<SearchEvent[], SearchState>({
      streamFn: ({ signal }) => lines<SearchEvent>(`/api/search?q=${encodeURIComponent(query)}`, signal),
      reducer: withEvents,
      initialValue: nothingYet,
      refetchMode: 'replace',
    }),
    enabled: query !== '',
    structuralSharing: false,
    refetchOnMount: 'always',
    retry: 1,
  });
}
