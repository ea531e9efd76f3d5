import { useQuery } from '@tanstack/react-query';
import type { Deed } from '@tienda/core/accounts/actor';
import { call } from './client';
import { useMay } from './helped';
import { useSession } from './session';

/** How soon to ask again for what machines are at, and for what waits for people. */
export const soonMs = 2000;
export const someTimeMs = 8000;

interface Asking<Result> {
  /** How soon to ask again, since something is under way; undefined where nothing is. */
  readonly again?: (known: Result) => number | undefined;
  /** What whoever looks has to have leave for: else nothing is asked. */
  readonly needs?: Deed;
  /** Whether others change it too, at any time: then it is asked for anew wherever it is shown, not kept a while. */
  readonly othersChangeIt?: boolean;
}

/** Everything of the account is kept under `me`, so that signing out forgets it. */
export function useMine<Result>(
  key: readonly string[],
  path: string,
  { again, needs = 'seeNames', othersChangeIt }: Asking<Result> = {},
) {
  const may = useMay(needs);
  const signedIn = !!useSession().data?.account && may;
  return useQuery({
    queryKey: ['me', ...key],
    queryFn: () => call<Result>('GET', path),
    enabled: signedIn,
    ...(othersChangeIt ? { staleTime: 0 } : {}),
    refetchInterval: ({ state: { data } }) => (data === undefined ? false : (again?.(data) ?? false)),
  });
}
