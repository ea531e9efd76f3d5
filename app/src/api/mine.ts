import { useQuery } from '@tanstack/react-query';
import { call } from './client';
import { useSession } from './session';

/** How soon to ask again for what machines are at, and for what waits for people. */
export const soonMs = 2000;
export const someTimeMs = 8000;

/**
 * Everything of the account is kept under `me`, so that signing out forgets it.
 *
 * @param again how soon to ask again, since something is under way; undefined where nothing is
 */
export function useMine<Result>(key: readonly string[], path: string, again?: (known: Result) => number | undefined) {
  const signedIn = !!useSession().data?.account;
  return useQuery({
    queryKey: ['me', ...key],
    queryFn: () => call<Result>('GET', path),
    enabled: signedIn,
    refetchInterval: ({ state: { data } }) => (data === undefined ? false : (again?.(data) ?? false)),
  });
}
