import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { Contact } from '@tienda/core/contacts/contact';
import type { Declaration } from '@tienda/core/contacts/declarations';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { FeePayer } from '@tienda/core/names/offer';
import type { MoveTerms, ShownOffer } from '@tienda/core/names/shownOffer';
import type { ShownWatch } from '@tienda/core/names/shownWatch';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { checkoutStore } from './checkoutStore';
import { ApiProblem, call } from './client';
import { useMine } from './mine';
import type { PaymentBody } from './payments';
import { sendOnce } from './sendOnce';
import { showChanged } from './showChanged';
import { useStored } from '../stored/stored';

export type KeptContact = Contact & { readonly id: string };

const contactsKey = ['me', 'contacts'];

/** The latest first. */
export function useContacts() {
  return useMine<KeptContact[]>(['contacts'], '/api/me/contacts', { needs: 'seeContacts', othersChangeIt: true });
}

/** Who holds the names and is billed, unless said otherwise: chosen before, else the latest kept. */
export function useDefaultContact(): KeptContact | undefined {
  const contacts = useContacts().data;
  const { defaultContact } = useStored(checkoutStore);
  return contacts?.find(({ id }) => id === defaultContact) ?? contacts?.[0];
}

/** Shows a change at once; what others changed meanwhile is asked for. */
async function showContacts(
  queries: QueryClient,
  changed: (known: readonly KeptContact[]) => KeptContact[],
): Promise<void> {
  await showChanged<KeptContact[]>(queries, contactsKey, (known = []) => changed(known));
  void queries.invalidateQueries({ queryKey: contactsKey });
}

export function useKeepContact() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (contact: Contact) => call<KeptContact>('POST', '/api/me/contacts', contact),
    onSuccess: (kept) => showContacts(queries, (known) => [kept, ...known.filter(({ id }) => id !== kept.id)]),
  });
}

export function useOrders() {
  return useMine<ShownOrder[]>(['orders'], '/api/me/orders', { needs: 'seeOrders' });
}

/** A contact is shown no more; names and orders that need it keep it. */
export function useForgetContact() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => call<undefined>('DELETE', `/api/me/contacts/${id}`),
    onSuccess: (_, gone) => showContacts(queries, (known) => known.filter(({ id }) => id !== gone)),
  });
}

/** A version of terms agreed to with an earlier order. */
export interface AgreedTerms {
  readonly id: string;
  readonly version: string;
  /** ISO 8601 instant of the first time. */
  readonly agreedAt: string;
}

export function useAgreedTerms() {
  return useMine<AgreedTerms[]>(['agreements'], '/api/me/agreements');
}

export interface OrderRequest {
  readonly quoteId: string;
  readonly contactId: string;
  readonly agreements: readonly { readonly id: string; readonly version: string }[];
  /** Contacts of names where they differ. */
  readonly contacts: readonly ({ readonly name: string } & Partial<NameContacts>)[];
  readonly declarations: readonly Declaration[];
  readonly groupId?: string;
  readonly payment: PaymentBody;
  /** How much of it the balance pays, in minor units. */
  readonly balance?: number;
}

export function usePlaceOrder() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (order: OrderRequest) => sendOnce<ShownOrder>('/api/me/orders', order),
    onSuccess: (order) => {
      queries.setQueryData(['me', 'orders', order.id], order);
      // Another attempt, where nothing comes of this one, begins with a quote of its own.
      queries.removeQueries({ queryKey: ['me', 'quote'], type: 'inactive' });
      void queries.invalidateQueries({ queryKey: ['me', 'quote'], refetchType: 'none' });
      for (const queryKey of [['basket'], ['session'], ['me', 'balance'], ['me', 'cards'], ['me', 'agreements']])
        void queries.invalidateQueries({ queryKey });
      void queries.invalidateQueries({ queryKey: ['me', 'orders'], exact: true });
    },
  });
}

/** Gives up a payment that waits for its buyer. */
export function useGiveUp(orderId: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<ShownOrder>('POST', `/api/me/orders/${orderId}/cancel`),
    onSuccess: async (order) => {
      await showChanged(queries, ['me', 'orders', orderId], order);
      if (order.ended) refetchAfterOrder(queries);
    },
  });
}

/** Holds the money of an order by another card. */
export function useHoldAgain(orderId: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (payment: PaymentBody) => call<ShownOrder>('POST', `/api/me/orders/${orderId}/hold`, { payment }),
    onSuccess: (order) => showChanged(queries, ['me', 'orders', orderId], order),
    // What is kept of cards, and where the order stands.
    onSettled: () => queries.invalidateQueries({ queryKey: ['me'] }),
  });
}

/** Everything that an order changes by its end; names that were not paid for are back in the basket. */
export function refetchAfterOrder(queries: QueryClient): void {
  for (const what of ['names', 'holder-checks', 'balance', 'invoices'])
    void queries.invalidateQueries({ queryKey: ['me', what] });
  void queries.invalidateQueries({ queryKey: ['me', 'orders'], exact: true });
  void queries.invalidateQueries({ queryKey: ['basket'] });
  void queries.invalidateQueries({ queryKey: ['search'] });
}

const watchesKey = ['me', 'watches'];

/** Taken names that are watched. */
export function useWatches() {
  return useMine<ShownWatch[]>(['watches'], '/api/me/watches', { needs: 'watchNames' });
}

export function useWatch(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<ShownWatch>('PUT', `/api/me/watches/${encodeURIComponent(name)}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: watchesKey }),
  });
}

export function useEndWatch(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<undefined>('DELETE', `/api/me/watches/${encodeURIComponent(name)}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: watchesKey }),
  });
}

const offersKey = ['me', 'offers'];
const answerLookMs = 4000;

/** Offers made to holders, the latest first; looked at often while a holder has not answered, or one is on its way here. */
export function useOffers() {
  return useMine<ShownOffer[]>(['offers'], '/api/me/offers', {
    again: (offers) =>
      offers.some(({ state, orderId }) => state.at === 'sent' || orderId !== undefined) ? answerLookMs : undefined,
    needs: 'makeOffers',
    othersChangeIt: true,
  });
}

const termsOf = (name: string) => ['moveTerms', name];

/** What moving a taken name here would cost on top of an offer for it. */
export function useMoveTerms(name: string) {
  return useMine<MoveTerms>(termsOf(name), `/api/me/offers/terms/${encodeURIComponent(name)}`, {
    needs: 'makeOffers',
  });
}

export interface OfferWish {
  readonly name: string;
  /** USD cents. */
  readonly amount: number;
  readonly feePaidBy: FeePayer;
  /** What moving it here was shown to cost, USD cents. */
  readonly move: number;
  readonly message: string;
}

export function useMakeOffer() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (offer: OfferWish) => sendOnce<ShownOffer>('/api/me/offers', offer),
    // After silence too: it may have arrived.
    onSettled: () => queries.invalidateQueries({ queryKey: offersKey }),
    onError: async (fault, { name }) => {
      if (fault instanceof ApiProblem && fault.type === '/problems/move-costs')
        await queries.invalidateQueries({ queryKey: ['me', ...termsOf(name)] });
    },
  });
}

export type OfferMove =
  | { readonly move: 'accept' | 'withdraw' }
  | { readonly move: 'raise'; /** USD cents. */ readonly amount: number };

export function useMoveOffer(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wish: OfferMove) =>
      call<ShownOffer>(
        'POST',
        `/api/me/offers/${id}/${wish.move}`,
        wish.move === 'raise' ? { amount: wish.amount } : undefined,
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: offersKey }),
  });
}
