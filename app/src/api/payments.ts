import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Invoice, PaperKind } from '@tienda/core/orders/invoice';
import type { PaymentMethod } from '@tienda/core/orders/payment';
import type { ShownBalance, ShownTopUp } from '@tienda/core/orders/topUp';
import type { Currency, Minor } from '@tienda/core/money/money';
import { call } from './client';
import { useMine } from './mine';
import { sendOnce } from './sendOnce';

/** How something is paid, as the server takes it. */
export interface PaymentBody {
  readonly method: PaymentMethod;
  /** The provider's token of a card. */
  readonly token?: string;
  /** A card kept before, by its id. */
  readonly card?: string;
  /** The card is kept for the next time. */
  readonly keep?: boolean;
  readonly phone?: string;
}

/** A card that was kept before. */
export interface KeptCard {
  readonly id: string;
  readonly last4: string;
  /** `YYYY-MM`: the last month in which it is good; left out where that is not known. */
  readonly expires?: string;
}

/** The latest first. */
export function useCards() {
  return useMine<KeptCard[]>(['cards'], '/api/me/cards', { needs: 'seeWaysToPay' });
}

export function useForgetCard() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => call<undefined>('DELETE', `/api/me/cards/${id}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me', 'cards'] }),
  });
}

const balanceKey = ['me', 'balance'];

/** Money of the account's own. */
export function useBalance() {
  return useMine<ShownBalance>(['balance'], '/api/me/balance', { needs: 'seeBalance' });
}

export interface TopUpWish {
  readonly amount: Minor;
  readonly currency: Currency;
  readonly payment: PaymentBody;
}

export function useTopUp() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (wish: TopUpWish) => sendOnce<ShownTopUp>('/api/me/top-ups', wish),
    // Where no answer came, the list says whether it arrived.
    onSettled: () => {
      for (const what of ['top-ups', 'balance', 'cards']) void queries.invalidateQueries({ queryKey: ['me', what] });
    },
  });
}

const lookMs = 3000;

/** Payments into the balance, the latest first; looked at often while one is not through. */
export function useTopUps() {
  const queries = useQueryClient();
  return useQuery({
    queryKey: ['me', 'top-ups'],
    queryFn: async () => {
      const topUps = await call<ShownTopUp[]>('GET', '/api/me/top-ups');
      await queries.invalidateQueries({ queryKey: balanceKey });
      return topUps;
    },
    refetchInterval: ({ state }) => (state.data?.some((topUp) => isOpen(topUp)) ? lookMs : false),
  });
}

function isOpen({ state }: ShownTopUp): boolean {
  return state.at !== 'added' && state.at !== 'declined';
}

/** Invoices and credit notes, the latest first. */
export function useInvoices() {
  return useMine<Invoice[]>(['invoices'], '/api/me/invoices', { needs: 'seePapers' });
}

const papers: Readonly<Record<PaperKind, string>> = {
  invoice: 'invoices',
  creditNote: 'credit-notes',
  receipt: 'receipts',
};

/** Where a document is, as PDF. */
export function paperUrl(paper: PaperKind, number: string): string {
  return `/api/me/${papers[paper]}/${number}`;
}
