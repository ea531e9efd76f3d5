import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Declaration } from '@tienda/core/contacts/declarations';
import type { ChangedContacts, ShownHolderChange } from '@tienda/core/contacts/holderChange';
import type { NameContacts } from '@tienda/core/contacts/roles';
import { call } from './client';
import { showChanged } from './showChanged';

/** Who is to be what to names; those left out stay. */
export interface WantedContacts extends Partial<NameContacts> {
  readonly names: readonly string[];
  readonly declarations?: readonly Declaration[];
}

const mostAtOnce = 500;

/** So many names at once; what was asked for before something went wrong stays so. */
async function sent({ names, ...wanted }: WantedContacts, more: { readonly preview?: true }): Promise<ChangedContacts> {
  const came: ChangedContacts[] = [];
  for (let from = 0; from < names.length; from += mostAtOnce) {
    const some = { ...wanted, ...more, names: names.slice(from, from + mostAtOnce) };
    came.push(await call('POST', '/api/me/name-contacts', some));
  }
  return {
    asked: came.flatMap(({ asked }) => asked),
    waiting: came.flatMap(({ waiting }) => waiting),
    cannot: came.flatMap(({ cannot }) => cannot),
  };
}

/** Changes who is what to names; where somebody else is to hold them, both holders are asked by mail first. */
export function useChangeContacts() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wanted: WantedContacts) => sent(wanted, {}),
    // Also where only some were asked for.
    onSettled: async () => {
      for (const what of ['names', 'holder-checks']) await queries.invalidateQueries({ queryKey: ['me', what] });
    },
  });
}

/** What would come of it. */
export function usePreviewContacts() {
  return useMutation({
    mutationFn: (wanted: WantedContacts) => sent(wanted, { preview: true }),
  });
}

/** Withdraws a change that not both holders have agreed to. */
export function useWithdrawHolderChange(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<unknown>('DELETE', `/api/me/names/${encodeURIComponent(name)}/holder-change`),
    // Where it is too late for that, the page says how it stands.
    onSettled: () => queries.invalidateQueries({ queryKey: ['me', 'names'] }),
  });
}

const keyOf = (token: string) => ['holder-change', token];

/** A change of holder. @param token what the link in the mail carries */
export function useHolderChange(token: string) {
  return useQuery({
    queryKey: keyOf(token),
    queryFn: () => call<ShownHolderChange>('POST', '/api/holder-changes/look', { token }),
  });
}

/** One of the holders agrees or refuses. */
export function useAnswerHolderChange(token: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (answer: { readonly agrees: boolean; readonly waives: boolean }) =>
      call<ShownHolderChange>('POST', '/api/holder-changes/answer', { token, ...answer }),
    onSuccess: async (shown) => {
      await showChanged(queries, keyOf(token), shown);
      void queries.invalidateQueries({ queryKey: ['me'] });
    },
    onError: () => queries.invalidateQueries({ queryKey: keyOf(token) }),
  });
}
