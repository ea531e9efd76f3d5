import type { Minor } from '../money/money';

export const paymentMethods = ['card', 'wallet', 'mobile', 'transfer', 'balance'] as const;

/** How a payment is made; `balance` is money of the account's own. */
export type PaymentMethod = (typeof paymentMethods)[number];

/** Where the money of an order comes from: so much from the account's balance, the rest by `method`. */
export interface Funding {
  readonly method: PaymentMethod;
  readonly balance: Minor;
}

/** How a payment is made, with what the provider needs for it. */
export type PaymentWay =
  /** The provider's token for the card. */
  | { readonly type: 'card'; readonly token: string }
  /** The wallet leads the buyer back to `returnUrl`. */
  | { readonly type: 'wallet'; readonly returnUrl: string }
  /** E.164. */
  | { readonly type: 'mobile'; readonly phone: string }
  | { readonly type: 'transfer' };

/** What the buyer has to do before the money is there. */
export type PaymentAction =
  /** Go to the wallet's page; it leads back. */
  | { readonly type: 'redirect'; readonly url: string }
  /** Approve on the phone with this number, E.164. */
  | { readonly type: 'prompt'; readonly phone: string }
  /** Send the money to this account, with the reference. */
  | { readonly type: 'transfer'; readonly iban: string; readonly payee: string; readonly reference: string };

/** Why no money came. */
export type DeclineCause =
  /** The bank, the wallet or the phone said no. */
  | 'refused'
  /** The buyer gave it up. */
  | 'cancelled'
  /** Nobody approved or sent it while there was time. */
  | 'tooLate'
  /** The provider gave no answer while there was time. */
  | 'silent';

/** Why no money came, and what the buyer reads of it. */
export interface Decline {
  readonly cause: DeclineCause;
  readonly reason: string;
  /** Whether the provider holds money is not known: it is asked until it says, and what it holds is let go. */
  readonly unresolved?: true;
}

/** A payment that its buyer has to approve or to send, at the latest `until`, an ISO 8601 instant. */
export interface WaitingForBuyer {
  readonly at: 'waiting';
  readonly intent: string;
  readonly action: PaymentAction;
  readonly until: string;
  /** What has come so far, where that is too little. */
  readonly received?: Minor;
}

/** Minutes that a buyer has to approve or to send the money. */
const minutesToPay: Readonly<Record<PaymentMethod, number>> = {
  card: 30,
  wallet: 30,
  mobile: 10,
  transfer: 7 * 24 * 60,
  balance: 0,
};

/** When a payment that waits for its buyer is given up. */
export function payBy(method: PaymentMethod, from: Date): Date {
  return new Date(from.getTime() + minutesToPay[method] * 60_000);
}
