import { router, useLocalSearchParams } from 'expo-router';
import { useCallback, useMemo } from 'react';
import type { RowChoices } from './rows';

export const horizons = [1, 2, 5, 10] as const;
const usualHorizon = 5;

/** The whole state of a search lives in the URL, so that it can be shared and the way back works. */
export function useFindParams() {
  const {
    q = '',
    keep,
    only,
    sort,
  } = useLocalSearchParams<{ q?: string; keep?: string; only?: string; sort?: string }>();
  const choices = useMemo(
    (): RowChoices => ({
      horizon: horizons.find((years) => String(years) === keep) ?? usualHorizon,
      onlyAvailable: only === 'available',
      byKeepCost: sort === 'keep',
    }),
    [keep, only, sort],
  );
  const setQuery = useCallback((query: string) => router.setParams({ q: query === '' ? undefined : query }), []);
  const setChoices = useCallback(
    (change: Partial<RowChoices>) => {
      const next = { ...choices, ...change };
      router.setParams({
        keep: next.horizon === usualHorizon ? undefined : String(next.horizon),
        only: next.onlyAvailable ? 'available' : undefined,
        sort: next.byKeepCost ? 'keep' : undefined,
      });
    },
    [choices],
  );
  return { query: q, choices, setQuery, setChoices };
}
