import { useQuery } from '@tanstack/react-query';
import { call } from './client';
import { useSession } from './session';

const lookAgainMs = 2000;

/**
 * Everything of the account is kept under `me`, so that signing out forgets it.
 *
 * @param waits true while something is under way: it is asked for again until it is not
 */
export function useMine<Result>(key: readonly string[], path: string, waits?: (known: Result) => boolean) {
  const signedIn = !!useSession().data?.account;
  return useQuery({
    queryKey: ['me', ...key],
    queryFn: () => call<Result>('GET', path),
    enabled: signedIn,
    refetchInterval: ({ state: { data } }) => (data !== undefined && waits?.(data) ? lookAgainMs : false),
  });
}
