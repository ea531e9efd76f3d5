import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { Helpers, HelperScope, Leave, ShownHelper } from '@tienda/core/accounts/helper';
import { router } from 'expo-router';
import { useEffect } from 'react';
import { forgetPersonal } from '../stored/stored';
import { call, onLeaveEnded } from './client';
import { endedStore, helpedStore, type Helped } from './helped';
import { useMine } from './mine';
import { showChanged } from './showChanged';

const path = '/api/me/helpers';
const key = ['me', 'helpers'];

/** Who helps the account that is signed in, and whom it helps. */
export function useHelpers() {
  return useMine<Helpers>(['helpers'], path, { othersChangeIt: true });
}

/** What is left to a helper, as it is sent. */
export interface LeaveWish {
  readonly scopes: readonly HelperScope[];
  readonly groups?: readonly string[];
  readonly names?: readonly string[];
  readonly monthly?: Leave['monthly'];
  readonly tells: boolean;
  readonly password: string;
}

function useChange<Wish>(send: (wish: Wish) => Promise<Helpers>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: send,
    onSuccess: (all) => showChanged(queries, key, all),
    onError: () => queries.invalidateQueries({ queryKey: key }),
  });
}

/** Invites somebody, for the password once more. */
export function useInvite() {
  return useChange((wish: LeaveWish & { readonly email: string }) => call<Helpers>('POST', path, wish));
}

/** Leaves a helper more or less from now on, for the password once more. */
export function useChangeHelper(id: string) {
  return useChange((wish: LeaveWish) => call<Helpers>('PUT', `${path}/${id}`, wish));
}

export type HelperAnswer = 'accept' | 'decline' | 'end';

/** Answers an invitation, or ends what was accepted, from either side. */
export function useAnswerHelper(id: string) {
  return useChange((answer: HelperAnswer) =>
    answer === 'end' ? call<Helpers>('DELETE', `${path}/${id}`) : call<Helpers>('POST', `${path}/${id}/${answer}`, {}),
  );
}

/**
 * From here on it is another account's names that are looked at, or one's own again; nothing that was fetched, chosen or
 * typed for the one is used for the other.
 */
function lookAfter(queries: QueryClient, helped: Helped | undefined): void {
  forgetPersonal();
  helpedStore.set(helped);
  queries.removeQueries({
    predicate: ({ queryKey }) => queryKey[0] === 'me' && queryKey[1] !== 'helpers',
  });
  void queries.resetQueries({ queryKey: ['basket'] });
}

/** Begins to look after the names of an account, and goes back to one's own. */
export function useLookAfter() {
  const queries = useQueryClient();
  return {
    begin: ({ id, with: owner, scopes, reach }: ShownHelper) => {
      lookAfter(queries, { id, with: owner, scopes, reach });
      router.navigate('/names');
    },
    end: () => {
      lookAfter(queries, undefined);
      router.navigate('/names');
    },
  };
}

/** Where the other side has ended it, one is back at one's own, and told so. */
export function useLeaveEnd(): void {
  const queries = useQueryClient();
  useEffect(
    () =>
      onLeaveEnded(() => {
        const helped = helpedStore.get();
        if (!helped) return;
        lookAfter(queries, undefined);
        endedStore.set(helped.with);
        void queries.invalidateQueries({ queryKey: key });
      }),
    [queries],
  );
}
