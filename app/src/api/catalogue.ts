import { useQueries, useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { Agreement, Catalogue, Extension, WholeExtension } from '@tienda/core/catalogue/extension';
import { call } from './client';

const hourMs = 3600 * 1000;

/** What rows and sums need of every extension, by its label. */
export function useCatalogue() {
  return useQuery({
    queryKey: ['extensions'],
    queryFn: async (): Promise<Catalogue> => {
      const extensions = await call<Extension[]>('GET', '/api/extensions?brief=1');
      return new Map(extensions.map((extension) => [extension.label, extension]));
    },
    staleTime: hourMs,
    structuralSharing: false,
  });
}

const wholeOptions = (label: string) => ({
  // What hangs on the day is asked for anew with the others of its kind.
  queryKey: ['extensions', label],
  queryFn: () => call<WholeExtension>('GET', `/api/extensions/${label}`),
  staleTime: hourMs,
});

/** All that is known of one extension. @param label A-label */
export function useWholeExtension(label: string) {
  return useQuery(wholeOptions(label));
}

/** All that is known of some extensions, by label: those that have come. */
export function useWholeExtensions(labels: readonly string[]) {
  return useQueries({
    queries: [...new Set(labels)].map(wholeOptions),
    combine: together,
  });
}

/** One function for all calls: what it makes is made anew only when an answer is. */
function together(found: readonly UseQueryResult<WholeExtension>[]) {
  return {
    data: new Map(found.flatMap(({ data }) => (data ? [[data.label, data] as const] : []))),
    error: found.find(({ error }) => error)?.error ?? null,
    refetch: () => found.filter(({ isError }) => isError).forEach((one) => void one.refetch()),
  };
}

export function useAgreements(ids: readonly string[]) {
  return useQuery({
    queryKey: ['agreements', ...ids],
    queryFn: () => Promise.all(ids.map((id) => call<Agreement>('GET', `/api/agreements/${id}`))),
    staleTime: hourMs,
  });
}
