import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { Language } from '@tienda/core/accounts/language';
import { isoDate, type IsoDate } from '@tienda/core/lifecycle/isoDate';
import { call, keepCsrf } from './client';
import { forgetPersonal } from './stored';

export interface AccountView {
  readonly email: string;
  /** What auto-renew is set to for a name newly put in the basket. */
  readonly autoRenew: boolean;
  /** Mail about offers is wanted. */
  readonly marketing: boolean;
  /** Of mails and papers. */
  readonly language: Language;
  /** A second step is asked for when signing in. */
  readonly twoStep: boolean;
  /** Recovery codes not used yet. */
  readonly recoveryCodes: number;
  /** It never had a name of Tienda. */
  readonly isNew: boolean;
  /** How many orders used a promo code, by code. */
  readonly codesUsed: Readonly<Record<string, number>>;
}

export interface SessionView {
  readonly csrf: string;
  readonly account: AccountView | null;
  /** The password was right; a second step is awaited. */
  readonly secondStep: boolean;
  /** The shop's own date and time; the demo clock may be ahead. */
  readonly now: string;
  readonly demo: boolean;
  readonly paymentsUrl: string;
}

const sessionKey = ['session'];

function keep(session: SessionView): SessionView {
  keepCsrf(session.csrf);
  return session;
}

export function useSession() {
  return useQuery({
    queryKey: sessionKey,
    queryFn: async () => keep(await call<SessionView>('GET', '/api/session')),
    staleTime: Infinity,
  });
}

/** The shop's date; undefined until the session is known. */
export function useToday(): IsoDate | undefined {
  const now = useSession().data?.now;
  return now === undefined ? undefined : isoDate(new Date(now));
}

/** After signing in or out nothing that was fetched before can be trusted. */
export async function entered(queries: QueryClient, session: SessionView): Promise<void> {
  keep(session);
  if (!session.account) forgetPersonal();
  queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] === 'me' });
  queries.setQueryData(sessionKey, session);
  await queries.invalidateQueries({ queryKey: ['basket'] });
}

/** What auto-renew is set to for a new name: the account's own choice; on, where nobody is signed in. */
export function useAutoRenewDefault(): boolean {
  return useSession().data?.account?.autoRenew ?? true;
}

/** The account as the server shows it after a change. */
export function keepAccount(queries: QueryClient, account: AccountView): void {
  queries.setQueryData<SessionView>(sessionKey, (session) => session && { ...session, account });
}

/** Sets what auto-renew is for a name newly put in the basket, or whether mail about offers is wanted. */
export function useChoose() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (choice: Partial<Pick<AccountView, 'autoRenew' | 'marketing' | 'language'>>) =>
      call<AccountView>('PATCH', '/api/me/account', choice),
    onSuccess: (account) => keepAccount(queries, account),
  });
}

export function useSignIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (credentials: { email: string; password: string }) =>
      call<SessionView>('POST', '/api/session', credentials),
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
    mutationFn: (code: { email: string; code: string }) => call<SessionView>('POST', '/api/accounts/confirm', code),
    onSuccess: (session) => entered(queries, session),
  });
}

export function useSignOut() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      await call<undefined>('DELETE', '/api/session');
      return call<SessionView>('GET', '/api/session');
    },
    onSuccess: (session) => entered(queries, session),
  });
}
