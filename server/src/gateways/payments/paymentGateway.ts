import type { PaymentAction, PaymentWay } from '@tienda/core/orders/payment';
import type { Currency, Minor } from '@tienda/core/money/money';

/** The provider gave no usable answer: ask again under the same key. */
export class PaymentSilent extends Error {}

/** Where a payment stands at the provider. */
export type PaymentStanding =
  | {
      readonly at: 'waiting';
      readonly intent: string;
      readonly action: PaymentAction;
      /** What has come so far, where that is too little. */
      readonly received?: Minor;
    }
  /** Held, not taken; let go by itself after so long, where that is told. */
  | { readonly at: 'authorised'; readonly intent: string; readonly heldForMs?: number }
  /** Sent by the buyer, and here. */
  | { readonly at: 'paid'; readonly intent: string; readonly amount: Minor }
  | { readonly at: 'declined'; readonly reason: string }
  | { readonly at: 'voided' }
  /** Taken or given back: nothing is left to do. */
  | { readonly at: 'settled' };

/** What may be told of a card. */
export interface KnownCard {
  readonly last4: string;
  /** `YYYY-MM`: the last month in which it is good; left out where the provider does not tell. */
  readonly expires?: string;
}

export interface PaymentRequest {
  readonly amount: Minor;
  readonly currency: Currency;
  readonly way: PaymentWay;
  /** Ours, to find the payment again. */
  readonly reference: string;
}

/** The payment provider as Tienda uses it. Every call that changes something carries a key and can be repeated. */
export interface PaymentGateway {
  /** Holds the money without taking it, or asks the buyer for it. @throws PaymentSilent */
  begin(request: PaymentRequest, key: string): Promise<PaymentStanding>;
  /** @throws PaymentSilent */
  look(intent: string): Promise<PaymentStanding>;
  /** Intents under a reference of ours that money may still be held for. @throws PaymentSilent */
  open(reference: string): Promise<readonly string[]>;
  /** What may be told of a card; undefined where the token is not known. @throws PaymentSilent */
  card(token: string): Promise<KnownCard | undefined>;
  /** Takes at most what is held; the rest is let go. @returns false where nothing is held any more @throws PaymentSilent */
  capture(intent: string, amount: Minor, key: string): Promise<boolean>;
  /** Lets held money go, or waits for the buyer no more; tells where the payment stands after that. @throws PaymentSilent */
  void(intent: string, key: string): Promise<PaymentStanding>;
  /** Gives back of what was paid. @throws PaymentSilent */
  refund(intent: string, amount: Minor, key: string): Promise<void>;
}
