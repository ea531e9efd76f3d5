import { keepPreviousData, queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Quote } from '@tienda/core/pricing/quote';
import { quoteChanges, type QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { call } from './client';

export interface BindingQuote extends Quote {
  readonly id: string;
  /** ISO 8601 instant. */
  readonly validUntil: string;
}

/** A binding quote with what is different from the one before it for the same request. */
export interface NewQuote extends BindingQuote {
  readonly changes: readonly QuoteChange[];
}

const quoteOptions = (request: QuoteRequest) =>
  queryOptions({
    queryKey: ['me', 'quote', request],
    queryFn: async ({ client, queryKey }): Promise<NewQuote> => {
      const before = client.getQueryData<NewQuote>(queryKey);
      const quote = await call<BindingQuote>('POST', '/api/quotes', request);
      return { ...quote, changes: before ? quoteChanges(before, quote) : [] };
    },
    staleTime: 25 * 60 * 1000,
  });

/** The binding price of a basket; made anew a little before it would run out. */
export function useBindingQuote(request: QuoteRequest) {
  return useQuery({
    ...quoteOptions(request),
    enabled: request.items.length > 0,
    refetchInterval: 25 * 60 * 1000,
    placeholderData: keepPreviousData,
  });
}

/** Waits for the price of a basket where it is being made anew. Its promise fails as asking for it did. */
export function useSettledQuote(request: QuoteRequest): () => Promise<NewQuote> {
  const queries = useQueryClient();
  return () => queries.fetchQuery(quoteOptions(request));
}
