import { experimental_streamedQuery as streamedQuery, useQuery } from '@tanstack/react-query';
import type { Idea } from '@tienda/core/ideas/idea';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
import type { Currency } from '@tienda/core/money/money';
import { lines } from './client';
import { nothingYet, withEvents, type SearchState } from './search';

type IdeaEvent = { readonly type: 'ideas'; readonly ideas: readonly Idea[] } | SearchEvent;

/** Names instead of one, or beside it, with what is known of each. */
export interface IdeasState extends SearchState {
  readonly ideas: readonly Idea[];
}

function withIdeas(state: IdeasState, events: readonly IdeaEvent[]): IdeasState {
  const ideaEvent = events.find((event) => event.type === 'ideas');
  const others = events.filter((event) => event.type !== 'ideas');
  return { ...withEvents(state, others), ideas: ideaEvent?.ideas ?? state.ideas };
}

/** The best first; their availability as the registries tell it. */
export function useIdeas(name: string, purpose: 'instead' | 'protect', currency: Currency) {
  const parameters = new URLSearchParams({ name, for: purpose, currency });
  return useQuery({
    queryKey: ['ideas', name, purpose, currency],
    queryFn: streamedQuery<IdeaEvent[], IdeasState>({
      streamFn: ({ signal }) => lines<IdeaEvent>(`/api/ideas?${parameters.toString()}`, signal),
      reducer: withIdeas,
      initialValue: { ...nothingYet, ideas: [] },
      refetchMode: 'replace',
    }),
    structuralSharing: false,
    staleTime: 60_000,
  });
}
