import { notifyManager, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { ShownAccount, ShownSession } from '@tienda/core/accounts/shownSession';
import { useEffect } from 'react';
import { basketQuery, readBasket } from './basket';
import { call, keepCsrf, onSignInNeeded } from './client';
import { showChanged } from './showChanged';
import { forgetPersonal, Held } from '../stored/stored';

const sessionKey = ['session'];

/** Whose things this page keeps: the address that was last signed in here. */
let keptFor: string | undefined;

/** True from when the session ended by itself until somebody signs in. */
export const sessionEnded = new Held(false);

/** What is typed stays for whoever signs in again, and is forgotten for anybody else. */
function keep(session: ShownSession): ShownSession {
  keepCsrf(session.csrf);
  const email = session.account?.email;
  if (email === undefined) return session;
  if (keptFor !== undefined && keptFor !== email) forgetPersonal();
  keptFor = email;
  sessionEnded.set(false);
  return session;
}

const fetchSession = async () => keep(await call<ShownSession>('GET', '/api/session'));

export function useSession() {
  return useQuery({ queryKey: sessionKey, queryFn: fetchSession, staleTime: 5 * 60_000 });
}

/** Takes notice where the server says that nobody is signed in any more: what needs an account asks for it again. */
export function useSessionEnd(): void {
  const queries = useQueryClient();
  useEffect(
    () =>
      onSignInNeeded(() => {
        if (!queries.getQueryData<ShownSession>(sessionKey)?.account || sessionEnded.get()) return;
        sessionEnded.set(true);
        fetchSession().then(
          (session) => entered(queries, session),
          // The server could not be reached either: the next refusal leads here again.
          () => sessionEnded.set(false),
        );
      }),
    [queries],
  );
}

/** After signing in or out nothing that was fetched before can be trusted. */
export async function entered(queries: QueryClient, session: ShownSession): Promise<void> {
  keep(session);
  queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] === 'me' });
  // Whoever comes in finds their own basket there, not for a moment the visitor's; nor is theirs a visitor's for a moment.
  const { queryKey } = basketQuery;
  const basket = session.account ? await readBasket(queries).catch(() => undefined) : undefined;
  await queries.cancelQueries({ queryKey });
  notifyManager.batch(() => {
    queries.setQueryData(sessionKey, session);
    if (basket) queries.setQueryData(queryKey, basket);
  });
  if (!basket) await queries.invalidateQueries({ queryKey });
}

/** Signed out on purpose: whoever uses the browser next may be somebody else. */
export async function left(queries: QueryClient, session: ShownSession): Promise<void> {
  forgetPersonal();
  keptFor = undefined;
  await entered(queries, session);
}

/** What auto-renew is set to for a new name: the account's own choice; on, where nobody is signed in. */
export function useAutoRenewDefault(): boolean {
  return useSession().data?.account?.autoRenew ?? true;
}

/** The account as the server shows it after a change. */
export function keepAccount(queries: QueryClient, account: ShownAccount): Promise<void> {
  // The shop's clock is read off when the session was fetched, which this is not.
  const updatedAt = queries.getQueryState(sessionKey)?.dataUpdatedAt;
  return showChanged<ShownSession>(queries, sessionKey, (session) => session && { ...session, account }, updatedAt);
}

/** Sets what auto-renew is for a name newly put in the basket, or whether mail about offers is wanted. */
export function useChoose() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (choice: Partial<Pick<ShownAccount, 'autoRenew' | 'marketing' | 'invoiceFiles' | 'language'>>) =>
      call<ShownAccount>('PATCH', '/api/me/account', choice),
    onSuccess: (account) => keepAccount(queries, account),
  });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (credentials: { email: string; password: string }) =>
      call<ShownSession>('POST', '/api/session', credentials),
    onSuccess: (session) => entered(queries, session),
  });
}

export function useSignUp() {
  return useMutation({
    mutationFn: (account: { email: string; password: string }) => call<object>('POST', '/api/accounts', account),
  });
}

export function useConfirm() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (code: { email: string; code: string }) => call<ShownSession>('POST', '/api/accounts/confirm', code),
    onSuccess: (session) => entered(queries, session),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      await call<undefined>('DELETE', '/api/session');
      return call<ShownSession>('GET', '/api/session');
    },
    onSuccess: (session) => left(queries, session),
  });
}
