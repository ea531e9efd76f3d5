import { router, useLocalSearchParams } from 'expo-router';
import { useCallback, useMemo } from 'react';
import type { Currency } from '@tienda/core/money/money';
import { useStored } from '../../stored/stored';
import { useQueryParams } from '../../ui/useQueryParams';
import { currencyStore, firstCurrency } from '../../api/currencyStore';
import {
  readChoices,
  readCurrency,
  writeChoices,
  type FindChoices,
  type FindParams,
} from '../../shop/name/findChoices';

/** The whole state of a search lives in the URL, so that it can be shared and the way back works. */
export function useFindParams() {
  // What is searched for is written into the page; the rest is not.
  const { q = '' } = useLocalSearchParams<{ q?: string }>();
  const params = useQueryParams<FindParams & { currency: string }>();
  const { currency: shared } = params;
  const remembered = useStored(currencyStore);
  const written = JSON.stringify(params);
  const choices = useMemo(() => readChoices(JSON.parse(written) as FindParams), [written]);
  const currency = readCurrency(shared) ?? remembered;
  // What the reader would be offered anyhow needs no word in the address.
  const isPlain = currency === firstCurrency && currency === remembered;
  const setQuery = useCallback(
    (query: string) =>
      router.setParams({ q: query === '' ? undefined : query, currency: isPlain ? undefined : currency }),
    [currency, isPlain],
  );
  const setChoices = useCallback(
    (change: Partial<FindChoices>) => router.setParams(writeChoices({ ...choices, ...change })),
    [choices],
  );
  const setCurrency = useCallback((chosen: Currency) => {
    currencyStore.set(chosen);
    router.setParams({ currency: chosen === firstCurrency ? undefined : chosen });
  }, []);
  return { query: q, choices, currency, setQuery, setChoices, setCurrency };
}
