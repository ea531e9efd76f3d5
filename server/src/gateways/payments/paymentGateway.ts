import type { Currency, Minor } from '@tienda/core/pricing/money';

/** The provider gave no usable answer: ask again under the same key. */
export class PaymentSilent extends Error {}

export type Authorisation =
  { readonly type: 'authorised'; readonly intent: string } | { readonly type: 'declined'; readonly reason: string };

export interface AuthorisationRequest {
  readonly amount: Minor;
  readonly currency: Currency;
  /** The provider's token for the card. */
  readonly token: string;
  /** Ours, to find the payment again. */
  readonly reference: string;
}

/** The payment provider as Tienda uses it. Every call carries a key and can be repeated without harm. */
export interface PaymentGateway {
  /** Holds the money without taking it. @throws PaymentSilent */
  authorise(request: AuthorisationRequest, key: string): Promise<Authorisation>;
  /** Takes at most what is held; the rest is let go. @throws PaymentSilent */
  capture(intent: string, amount: Minor, key: string): Promise<void>;
  /** Lets the held money go. @throws PaymentSilent */
  void(intent: string, key: string): Promise<void>;
}
