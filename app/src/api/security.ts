import type { ShownAccount, ShownSession } from '@tienda/core/accounts/shownSession';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { call } from './client';
import { useMine } from './mine';
import { entered, keepAccount, left } from './session';

/** A place where the account is signed in. */
export interface PlaceSignedIn {
  readonly id: string;
  /** What the browser says of itself. */
  readonly agent: string;
  /** ISO 8601 instants. */
  readonly since: string;
  readonly seen: string;
  readonly here: boolean;
}

export function useAskReset() {
  return useMutation({ mutationFn: (email: string) => call<object>('POST', '/api/accounts/reset', { email }) });
}

export function useReset() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (reset: { email: string; code: string; password: string }) =>
      call<ShownSession>('POST', '/api/accounts/reset/confirm', reset),
    onSuccess: (session) => entered(queries, session),
  });
}

export function useSecondStep() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (code: string) => call<ShownSession>('POST', '/api/session/second-step', { code }),
    onSuccess: (session) => entered(queries, session),
  });
}

export function useChangePassword() {
  return useMutation({
    mutationFn: (change: { email: string; current: string; password: string }) =>
      call<undefined>('POST', '/api/me/password', change),
  });
}

export function useAskMailChange() {
  return useMutation({
    mutationFn: (change: { email: string; password: string }) => call<object>('POST', '/api/me/mail', change),
  });
}

export function useChangeMail() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (codes: { oldCode: string; newCode: string }) =>
      call<ShownAccount>('POST', '/api/me/mail/confirm', codes),
    onSuccess: (account) => keepAccount(queries, account),
  });
}

export interface TwoStepSetup {
  readonly secret: string;
  readonly uri: string;
}

export function useBeginTwoStep() {
  return useMutation({
    mutationFn: (password: string) => call<TwoStepSetup>('POST', '/api/me/two-step', { password }),
  });
}

export function useConfirmTwoStep() {
  return useMutation({
    mutationFn: (code: string) =>
      call<{ readonly recoveryCodes: readonly string[] }>('POST', '/api/me/two-step/confirm', { code }),
  });
}

export function useEndTwoStep() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (proof: { password: string; code: string }) =>
      call<ShownAccount>('POST', '/api/me/two-step/off', proof),
    onSuccess: (account) => keepAccount(queries, account),
  });
}

/** The latest first. */
export function useSessions() {
  return useMine<PlaceSignedIn[]>(['sessions'], '/api/me/sessions');
}

export function useEndSession() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => call<undefined>('DELETE', `/api/me/sessions/${id}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me', 'sessions'] }),
  });
}

/** Signs out everywhere, here too. */
export function useEndAllSessions() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () => {
      await call<undefined>('DELETE', '/api/me/sessions');
      return call<ShownSession>('GET', '/api/session');
    },
    onSuccess: (session) => left(queries, session),
  });
}

export function useCloseAccount() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (password: string) => {
      await call<undefined>('POST', '/api/me/closing', { password });
      return call<ShownSession>('GET', '/api/session');
    },
    onSuccess: (session) => left(queries, session),
  });
}
