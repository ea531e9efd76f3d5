import { useQuery } from '@tanstack/react-query';
import type { Currency } from '@tienda/core/money/money';
import { call } from './client';

interface Rates {
  readonly base: string;
  /** ISO 8601 instant. */
  readonly at: string;
  /** Units of a currency for one US dollar, decimal strings. */
  readonly rates: Readonly<Record<string, string>>;
}

export function useRates() {
  return useQuery({
    queryKey: ['rates'],
    queryFn: () => call<Rates>('GET', '/api/rates'),
    staleTime: 3600 * 1000,
  });
}

/** Units of the currency for one US dollar; undefined until it is known. */
export function useRate(currency: Currency): string | undefined {
  const rates = useRates().data?.rates;
  return currency === 'USD' ? '1' : rates?.[currency];
}
