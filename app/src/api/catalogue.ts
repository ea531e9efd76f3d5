import { useQuery } from '@tanstack/react-query';
import type { Agreement, Catalogue, Extension } from '@tienda/core/catalogue/extension';
import { call } from './client';

const hourMs = 3600 * 1000;

/** Every extension by its label. */
export function useCatalogue() {
  return useQuery({
    queryKey: ['extensions'],
    queryFn: async (): Promise<Catalogue> => {
      const extensions = await call<Extension[]>('GET', '/api/extensions');
      return new Map(extensions.map((extension) => [extension.label, extension]));
    },
    staleTime: hourMs,
    structuralSharing: false,
  });
}

export function useAgreements(ids: readonly string[]) {
  return useQuery({
    queryKey: ['agreements', ...ids],
    queryFn: () => Promise.all(ids.map((id) => call<Agreement>('GET', `/api/agreements/${id}`))),
    staleTime: hourMs,
  });
}
