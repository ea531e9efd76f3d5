import { router, useLocalSearchParams } from 'expo-router';
import { useCallback, useMemo } from 'react';
import type { Currency } from '@tienda/core/pricing/money';
import { useStored } from '../../api/stored';
import { currencyStore } from '../money/currencyStore';
import { readChoices, readCurrency, writeChoices, type FindChoices, type FindParams } from './findChoices';

/** The whole state of a search lives in the URL, so that it can be shared and the way back works. */
export function useFindParams() {
  const params = useLocalSearchParams<FindParams & { q?: string; currency?: string }>();
  const { q = '', currency: shared } = params;
  const remembered = useStored(currencyStore);
  const written = JSON.stringify(params);
  const choices = useMemo(() => readChoices(JSON.parse(written) as FindParams), [written]);
  const setQuery = useCallback((query: string) => router.setParams({ q: query === '' ? undefined : query }), []);
  const setChoices = useCallback(
    (change: Partial<FindChoices>) => router.setParams(writeChoices({ ...choices, ...change })),
    [choices],
  );
  const setCurrency = useCallback((currency: Currency) => {
    currencyStore.set(currency);
    router.setParams({ currency: currency === 'USD' ? undefined : currency });
  }, []);
  return { query: q, choices, currency: readCurrency(shared) ?? remembered, setQuery, setChoices, setCurrency };
}
