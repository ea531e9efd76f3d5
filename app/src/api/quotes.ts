import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Quote } from '@tienda/core/pricing/quote';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { call } from './client';

export interface BindingQuote extends Quote {
  readonly id: string;
  readonly validUntil: string;
}

/** The binding price of a basket; made anew a little before it would run out. */
export function useBindingQuote(request: QuoteRequest) {
  return useQuery({
    queryKey: ['me', 'quote', request],
    queryFn: () => call<BindingQuote>('POST', '/api/quotes', request),
    enabled: request.items.length > 0,
    staleTime: 25 * 60 * 1000,
    refetchInterval: 25 * 60 * 1000,
    placeholderData: keepPreviousData,
  });
}
