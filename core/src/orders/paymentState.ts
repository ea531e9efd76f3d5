import type { Minor } from '../money/money';
import type { Decline, PaymentAction, WaitingForBuyer } from './payment';

/** How the money was divided in the end: taken by the method, from the balance, and given back of what was paid. */
export interface Settlement {
  readonly amount: Minor;
  readonly balance: Minor;
  readonly refunded: Minor;
}

/** What went back for a name that was bought and given back. */
export interface Credited {
  /** A-label. */
  readonly name: string;
  /** By the method that had paid. */
  readonly amount: Minor;
  /** To the account's balance. */
  readonly balance: Minor;
}

/** Where the money of an order stands. `authorised` money is held, not taken; `paid` money is here already. */
export type PaymentState =
  /** `refused`: so many ways to pay were refused before the one that is asked now. */
  | { readonly at: 'asked'; readonly refused?: number }
  | WaitingForBuyer
  /** `heldUntil`: the ISO 8601 instant at which the bank lets go of it; left out where nothing is held, or it is not known. */
  | {
      readonly at: 'authorised';
      readonly intent?: string;
      readonly heldUntil?: string;
      /** It is held anew; what was held before is still to be let go. */
      readonly before?: string;
      /** Why it could not be held anew. */
      readonly refused?: string;
    }
  | { readonly at: 'paid'; readonly intent: string }
  | ({ readonly at: 'declined' } & Decline)
  | ({ readonly at: 'captured'; readonly intent?: string; readonly credited?: readonly Credited[] } & Settlement)
  | { readonly at: 'voided' }
  /** The bank had let go of what it held before it was taken: the names are bought, and nothing was charged. */
  | { readonly at: 'lost'; readonly reason: string }
  /** Money that came after the payment was given up: it goes back. */
  | { readonly at: 'returning'; readonly intent: string; readonly amount: Minor }
  | { readonly at: 'refunded'; readonly amount: Minor };

/** True where the provider has something to say that is not known yet. */
export function awaitsProvider(payment: PaymentState): boolean {
  return (
    payment.at === 'asked' || payment.at === 'waiting' || (payment.at === 'declined' && payment.unresolved === true)
  );
}

/** The payment of an order. */
export interface Payment {
  readonly payment: PaymentState;
  /** True once a mail said how the order ended; nothing happens after that, unless money comes late. */
  readonly told: boolean;
}

/** All that can happen to the payment of an order, in the past tense. */
export type PaymentEvent =
  /** The buyer has something to do, until an ISO 8601 instant. */
  | { readonly type: 'waiting'; readonly intent: string; readonly action: PaymentAction; readonly until: string }
  /** The money is held; without an intent where the provider had nothing to hold. */
  | { readonly type: 'authorised'; readonly intent?: string; readonly heldUntil?: string }
  /** The money is held anew, before the bank let go of it. */
  | { readonly type: 'heldAnew'; readonly intent: string; readonly heldUntil?: string }
  /** What was held before that is let go. */
  | { readonly type: 'released' }
  /** The bank would not hold it anew: the buyer is asked. */
  | { readonly type: 'holdRefused'; readonly reason: string }
  /** Too little came; `received` is all that came so far. */
  | { readonly type: 'partlyPaid'; readonly received: Minor }
  | { readonly type: 'paid'; readonly intent: string }
  /** One way to pay said no; the next one is asked. */
  | { readonly type: 'wayRefused'; readonly reason: string }
  | ({ readonly type: 'declined' } & Decline)
  /** After a silent decline: the provider holds nothing any more. */
  | { readonly type: 'cleared' }
  | ({ readonly type: 'captured' } & Settlement)
  /** A name was given back, and what was paid for it goes back. */
  | { readonly type: 'credited'; readonly of: Credited }
  | { readonly type: 'voided' }
  | { readonly type: 'lost'; readonly reason: string }
  | { readonly type: 'paidLate'; readonly intent: string; readonly amount: Minor }
  | { readonly type: 'refunded'; readonly amount: Minor }
  | { readonly type: 'told' };

/** An event that cannot follow from where the payment stands. */
export class PaymentEventRefused extends Error {
  constructor(event: PaymentEvent, { payment }: Payment) {
    super(`${event.type} cannot follow payment ${payment.at}`);
  }
}

/** From which states an event can follow. */
const follows: Readonly<Record<PaymentEvent['type'], readonly PaymentState['at'][]>> = {
  waiting: ['asked'],
  authorised: ['asked', 'waiting'],
  heldAnew: ['authorised'],
  released: ['authorised'],
  holdRefused: ['authorised'],
  partlyPaid: ['waiting'],
  paid: ['waiting'],
  wayRefused: ['asked'],
  declined: ['asked', 'waiting'],
  cleared: ['declined'],
  captured: ['authorised', 'paid'],
  credited: ['captured'],
  voided: ['authorised'],
  lost: ['authorised'],
  paidLate: ['declined'],
  refunded: ['paid', 'returning'],
  told: ['declined', 'captured', 'voided', 'lost', 'refunded'],
};

/** Events that divide the money: not before every operation has ended. */
const settling: ReadonlySet<PaymentEvent['type']> = new Set(['captured', 'voided', 'lost', 'refunded']);

/**
 * The payment after one more event: the only place where it changes.
 *
 * @param isSettled true once every operation of the order has ended
 * @throws PaymentEventRefused where the event cannot follow
 */
export function nextPayment(before: Payment, event: PaymentEvent, isSettled: boolean): Payment {
  const { payment, told } = before;
  const isReturn = payment.at === 'returning';
  if (!follows[event.type].includes(payment.at) || (settling.has(event.type) && !isSettled && !isReturn))
    throw new PaymentEventRefused(event, before);
  switch (event.type) {
    case 'waiting':
      return { told, payment: { at: 'waiting', intent: event.intent, action: event.action, until: event.until } };
    case 'authorised': {
      const { type: at, ...held } = event;
      return { told, payment: { at, ...held } };
    }
    case 'heldAnew': {
      if (payment.at !== 'authorised' || !payment.intent || payment.before)
        throw new PaymentEventRefused(event, before);
      const { type: _type, ...held } = event;
      return { told, payment: { at: 'authorised', ...held, before: payment.intent } };
    }
    case 'released': {
      if (payment.at !== 'authorised' || !payment.before) throw new PaymentEventRefused(event, before);
      const { before: _before, ...held } = payment;
      return { told, payment: held };
    }
    case 'holdRefused': {
      if (payment.at !== 'authorised') throw new PaymentEventRefused(event, before);
      return { told, payment: { ...payment, refused: event.reason } };
    }
    case 'paid':
      return { told, payment: { at: 'paid', intent: event.intent } };
    case 'partlyPaid':
      if (payment.at !== 'waiting') throw new PaymentEventRefused(event, before);
      return { told, payment: { ...payment, received: event.received } };
    case 'wayRefused':
      if (payment.at !== 'asked') throw new PaymentEventRefused(event, before);
      return { told, payment: { at: 'asked', refused: (payment.refused ?? 0) + 1 } };
    case 'declined': {
      const { type: at, ...decline } = event;
      return { told, payment: { at, ...decline } };
    }
    case 'cleared': {
      if (payment.at !== 'declined' || !payment.unresolved) throw new PaymentEventRefused(event, before);
      const { unresolved: _unresolved, ...resolved } = payment;
      return { told, payment: resolved };
    }
    case 'captured': {
      const { amount, balance, refunded } = event;
      const intent = 'intent' in payment ? { intent: payment.intent } : {};
      return { told, payment: { at: 'captured', ...intent, amount, balance, refunded } };
    }
    case 'credited': {
      if (payment.at !== 'captured') throw new PaymentEventRefused(event, before);
      return { told, payment: { ...payment, credited: [...(payment.credited ?? []), event.of] } };
    }
    case 'voided':
      return { told, payment: { at: 'voided' } };
    case 'lost':
      return { told, payment: { at: 'lost', reason: event.reason } };
    case 'paidLate':
      return { told: false, payment: { at: 'returning', intent: event.intent, amount: event.amount } };
    case 'refunded':
      return { told, payment: { at: 'refunded', amount: event.amount } };
    case 'told':
      if (told) throw new PaymentEventRefused(event, before);
      return { told: true, payment };
  }
}
