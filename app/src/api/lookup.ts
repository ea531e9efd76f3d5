import { useQuery } from '@tanstack/react-query';
import type { RdapDomain } from '@tienda/core/rdap/domainObject';
import { call } from './client';

/** Registration data of a taken name, as anyone may see it. */
export function useLookup(name: string, enabled = true) {
  return useQuery({
    queryKey: ['lookup', name],
    queryFn: () => call<RdapDomain>('GET', `/api/lookup/${encodeURIComponent(name)}`),
    staleTime: 10 * 60_000,
    enabled,
  });
}
