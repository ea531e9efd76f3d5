import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import { call } from './client';
import { useMine } from './mine';

/** Holders' addresses, and whether they are confirmed. */
export function useHolderChecks() {
  return useMine<ShownHolderCheck[]>(['holder-checks'], '/api/me/holder-checks', { needs: 'confirmHolder' });
}

export function useAskHolderAgain() {
  return useMutation({ mutationFn: (email: string) => call<object>('POST', '/api/me/holder-checks', { email }) });
}

/** @param token what the link in the mail carries */
export function useConfirmHolder(token: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<{ readonly email: string }>('POST', '/api/holder-checks/confirm', { token }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me'] }),
  });
}
