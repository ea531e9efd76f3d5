import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Contact } from '@tienda/core/contacts/contact';
import type { ShownName } from '@tienda/core/names/shownName';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { call } from './client';
import { useSession } from './session';

/** Everything of the account is kept under `me`, so that signing out forgets it. */
function useMine<Result>(key: readonly string[], path: string) {
  const signedIn = !!useSession().data?.account;
  return useQuery({ queryKey: ['me', ...key], queryFn: () => call<Result>('GET', path), enabled: signedIn });
}

export type KeptContact = Contact & { readonly id: string };

/** The latest first. */
export function useContacts() {
  return useMine<KeptContact[]>(['contacts'], '/api/me/contacts');
}

export function useKeepContact() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (contact: Contact) => call<KeptContact>('POST', '/api/me/contacts', contact),
    onSuccess: (kept) => queries.setQueryData<KeptContact[]>(['me', 'contacts'], (known = []) => [kept, ...known]),
  });
}

export function useNames() {
  return useMine<ShownName[]>(['names'], '/api/me/names');
}

export function useName(name: string) {
  return useMine<ShownName>(['names', name], `/api/me/names/${encodeURIComponent(name)}`);
}

export function useSetAutoRenew(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (autoRenew: boolean) =>
      call<ShownName>('PATCH', `/api/me/names/${encodeURIComponent(name)}`, { autoRenew }),
    onSuccess: async (shown) => {
      queries.setQueryData(['me', 'names', name], shown);
      await queries.invalidateQueries({ queryKey: ['me', 'names'], exact: true });
    },
  });
}

export function useOrders() {
  return useMine<ShownOrder[]>(['orders'], '/api/me/orders');
}

export interface OrderRequest {
  readonly quoteId: string;
  readonly contactId: string;
  readonly agreements: readonly { readonly id: string; readonly version: string }[];
  readonly cardToken: string;
}

/** Sending the same quote twice is one order: the quote is its key. */
export function usePlaceOrder() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (order: OrderRequest) =>
      call<ShownOrder>('POST', '/api/me/orders', order, { 'Idempotency-Key': `${order.quoteId} ${order.cardToken}` }),
    onSuccess: async (order) => {
      queries.setQueryData(['me', 'orders', order.id], order);
      await queries.invalidateQueries({ queryKey: ['basket'] });
      await queries.invalidateQueries({ queryKey: ['me', 'orders'], exact: true });
    },
  });
}
