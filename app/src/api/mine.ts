import { useQuery } from '@tanstack/react-query';
import { call } from './client';
import { useSession } from './session';

/** Everything of the account is kept under `me`, so that signing out forgets it. */
export function useMine<Result>(key: readonly string[], path: string) {
  const signedIn = !!useSession().data?.account;
  return useQuery({ queryKey: ['me', ...key], queryFn: () => call<Result>('GET', path), enabled: signedIn });
}
