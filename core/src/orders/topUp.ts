import type { Currency, Minor } from '../money/money';
import type { Decline, PaymentMethod, WaitingForBuyer } from './payment';

/** Where money on its way to a balance stands. */
export type TopUpState =
  | { readonly at: 'asked' }
  | WaitingForBuyer
  /** Held by the provider, to be taken next. */
  | { readonly at: 'authorised'; readonly intent: string }
  | { readonly at: 'added' }
  /** With the intent where the buyer may still send the money. */
  | ({ readonly at: 'declined'; readonly intent?: string } & Decline);

/** A top-up as its account sees it. */
export interface ShownTopUp {
  readonly id: string;
  readonly amount: Minor;
  readonly currency: Currency;
  readonly method: PaymentMethod;
  readonly state: TopUpState;
}

/** The money of an account's own. */
export interface ShownBalance {
  readonly balances: readonly { readonly currency: Currency; readonly amount: Minor }[];
  /** The latest first. */
  readonly entries: readonly {
    readonly at: string;
    readonly kind: 'topUp' | 'order' | 'notUsed' | 'credited';
    readonly amount: Minor;
    readonly currency: Currency;
    /** Of the order that it was for. */
    readonly orderNumber?: number;
  }[];
}

/** What can be paid in at once, in minor units of US cents' worth: 1 to 5,000 dollars. */
export const topUpLimits = { least: 100, most: 500_000 } as const;
