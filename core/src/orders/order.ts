import type { IsoDate } from '../time/isoDate';
import type { Currency, Minor } from '../money/money';
import { portion } from '../money/money';
import type { TaxBasis } from '../pricing/tax';
import type { Decline, Funding, PaymentAction, WaitingForBuyer } from './payment';

/** What one name costs, before tax, in the order's currency. */
export interface LineAmounts {
  /** All years, before promo code, fee and privacy. */
  readonly charge: Minor;
  /** What the promo code takes off. */
  readonly discount: Minor;
  readonly fee: Minor;
  readonly privacyPrice: Minor;
  /** `charge - discount + fee + privacyPrice`. */
  readonly net: Minor;
}

/** One name of an order, with what was agreed for it. */
export interface OrderLine extends LineAmounts {
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** The registry's price agreed to, USD cents, where the name is premium. */
  readonly premium?: { readonly register: Minor; readonly renew: Minor };
}

/** Why a name was not registered. */
export type FailureCause =
  /** Someone else has it. */
  | 'taken'
  /** It costs more than was shown; nothing is bought at a price that nobody agreed to. */
  | 'price'
  /** The registry will not have it. */
  | 'refused'
  /** The registry gave no answer while there was time. */
  | 'silent';

/** Why a name was not registered: in a sentence, and as what the sentence was made of. */
export interface Failure {
  readonly cause: FailureCause;
  readonly reason: string;
  /** The registry's own words, where it refused. */
  readonly said?: string;
  /** What the registry asks now, USD cents, where that is the cause. */
  readonly asks?: { readonly register: Minor; readonly renew: Minor };
}

/** Where one name stands. */
export type LineState =
  | { readonly at: 'held' }
  | { readonly at: 'sent' }
  /** The registry took it up and decides later (RFC 5731, `pendingCreate`). */
  | { readonly at: 'pending' }
  | { readonly at: 'registered'; readonly expiresOn: IsoDate }
  | ({ readonly at: 'notRegistered' } & Failure);

/** Where the money stands. `authorised` money is held, not taken; `paid` money is here already. */
export type PaymentState =
  | { readonly at: 'asked' }
  | WaitingForBuyer
  | { readonly at: 'authorised'; readonly intent?: string }
  | { readonly at: 'paid'; readonly intent: string }
  | ({ readonly at: 'declined' } & Decline)
  | ({ readonly at: 'captured' } & Settlement)
  | { readonly at: 'voided' }
  /** The bank had let go of what it held before it was taken: names are registered, and nothing was charged. */
  | { readonly at: 'lost'; readonly reason: string }
  /** Money that came after the payment was given up: it goes back. */
  | { readonly at: 'returning'; readonly intent: string; readonly amount: Minor }
  | { readonly at: 'refunded'; readonly amount: Minor };

/** How the money was divided in the end: taken by the method, from the balance, and given back of what was paid. */
export interface Settlement {
  readonly amount: Minor;
  readonly balance: Minor;
  readonly refunded: Minor;
}

/** An order as the sum of its events. */
export interface Order {
  readonly lines: readonly (OrderLine & { readonly state: LineState })[];
  readonly currency: Currency;
  /** Decimal fraction. */
  readonly taxRate: string;
  readonly taxBasis: TaxBasis;
  /** With tax: what is asked for, from balance and method together. */
  readonly total: Minor;
  readonly funding: Funding;
  readonly payment: PaymentState;
  /** True once a mail said how it ended; nothing happens after that, unless money comes late. */
  readonly told: boolean;
}

/** All that can happen to an order, in the past tense. */
export type OrderEvent =
  | {
      readonly type: 'placed';
      readonly lines: readonly OrderLine[];
      readonly currency: Currency;
      readonly taxRate: string;
      readonly taxBasis: TaxBasis;
      readonly total: Minor;
      readonly funding: Funding;
    }
  /** The buyer has something to do, until an ISO 8601 instant. */
  | { readonly type: 'waiting'; readonly intent: string; readonly action: PaymentAction; readonly until: string }
  /** The money is held; without an intent where the provider had nothing to hold. */
  | { readonly type: 'authorised'; readonly intent?: string }
  /** Too little came; `received` is all that came so far. */
  | { readonly type: 'partlyPaid'; readonly received: Minor }
  | { readonly type: 'paid'; readonly intent: string }
  | ({ readonly type: 'declined' } & Decline)
  /** After a silent decline: the provider holds nothing any more. */
  | { readonly type: 'cleared' }
  | { readonly type: 'sent'; readonly name: string }
  | { readonly type: 'pending'; readonly name: string }
  | { readonly type: 'registered'; readonly name: string; readonly expiresOn: IsoDate }
  | ({ readonly type: 'notRegistered'; readonly name: string } & Failure)
  | ({ readonly type: 'captured' } & Settlement)
  | { readonly type: 'voided' }
  | { readonly type: 'lost'; readonly reason: string }
  | { readonly type: 'paidLate'; readonly intent: string; readonly amount: Minor }
  | { readonly type: 'refunded'; readonly amount: Minor }
  | { readonly type: 'told' };

/** What has to be done next. Each may be carried out twice without harm. */
export type OrderEffect =
  /** Ask the provider to hold the money, or to ask the buyer for it. */
  | { readonly type: 'authorise'; readonly amount: Minor }
  /** See whether the buyer has approved or sent it. */
  | { readonly type: 'awaitPayment'; readonly intent: string; readonly until: string }
  | { readonly type: 'register'; readonly name: string }
  /** See whether the registry has decided. */
  | { readonly type: 'awaitRegistry'; readonly name: string }
  /** Take what was earned of held money. */
  | ({ readonly type: 'capture'; readonly intent?: string } & Settlement)
  | { readonly type: 'void'; readonly intent?: string }
  /** Ask the provider what it holds for the order, and let it go. */
  | { readonly type: 'clear' }
  /** Give back what was paid and not earned; `settlement` where something was. */
  | {
      readonly type: 'refund';
      readonly intent: string;
      readonly amount: Minor;
      readonly settlement?: Settlement;
    }
  | { readonly type: 'tell' };

/** An event that cannot follow from where the order stands. */
export class OrderEventRefused extends Error {
  constructor(event: OrderEvent, order: Order | undefined) {
    super(`${event.type} cannot follow ${order ? `payment ${order.payment.at}` : 'nothing'}`);
  }
}

/** From which payment states an event about money can follow. */
const paymentBefore: Partial<Record<OrderEvent['type'], readonly PaymentState['at'][]>> = {
  waiting: ['asked'],
  authorised: ['asked', 'waiting'],
  partlyPaid: ['waiting'],
  paid: ['waiting'],
  declined: ['asked', 'waiting'],
  cleared: ['declined'],
  captured: ['authorised', 'paid'],
  voided: ['authorised'],
  lost: ['authorised'],
  paidLate: ['declined'],
  refunded: ['paid', 'returning'],
  told: ['declined', 'captured', 'voided', 'lost', 'refunded'],
};

/**
 * The order after one more event: the only place where an order changes.
 *
 * @param order undefined before `placed`
 * @throws OrderEventRefused where the event cannot follow
 */
export function next(order: Order | undefined, event: OrderEvent): Order {
  if (event.type === 'placed') {
    if (order) throw new OrderEventRefused(event, order);
    const { type: _type, ...agreed } = event;
    const lines = event.lines.map((line) => ({ ...line, state: { at: 'held' } as const }));
    return { ...agreed, lines, payment: { at: 'asked' }, told: false };
  }
  if (!order || paymentBefore[event.type]?.includes(order.payment.at) === false)
    throw new OrderEventRefused(event, order);
  switch (event.type) {
    case 'waiting':
      return paymentAfter(order, { at: 'waiting', intent: event.intent, action: event.action, until: event.until });
    case 'authorised':
      return paymentAfter(order, { at: 'authorised', ...(event.intent ? { intent: event.intent } : {}) });
    case 'paid':
      return paymentAfter(order, { at: 'paid', intent: event.intent });
    case 'partlyPaid':
      if (order.payment.at !== 'waiting') throw new OrderEventRefused(event, order);
      return paymentAfter(order, { ...order.payment, received: event.received });
    case 'declined': {
      const { type: _type, ...decline } = event;
      return paymentAfter(order, { at: 'declined', ...decline });
    }
    case 'cleared': {
      if (order.payment.at !== 'declined' || !order.payment.unresolved) throw new OrderEventRefused(event, order);
      const { unresolved: _unresolved, ...payment } = order.payment;
      return paymentAfter(order, payment);
    }
    case 'sent':
      return withLine(order, event, ['held'], { at: 'sent' });
    case 'pending':
      return withLine(order, event, ['sent'], { at: 'pending' });
    case 'registered':
      return withLine(order, event, ['sent', 'pending'], { at: 'registered', expiresOn: event.expiresOn });
    case 'notRegistered': {
      const { type: _type, name: _name, ...failure } = event;
      return withLine(order, event, ['held', 'sent', 'pending'], { at: 'notRegistered', ...failure });
    }
    case 'captured': {
      const { amount, balance, refunded } = event;
      return settledAfter(order, event, { at: 'captured', amount, balance, refunded });
    }
    case 'voided':
      return settledAfter(order, event, { at: 'voided' });
    case 'lost':
      return settledAfter(order, event, { at: 'lost', reason: event.reason });
    case 'paidLate':
      return { ...paymentAfter(order, { at: 'returning', intent: event.intent, amount: event.amount }), told: false };
    case 'refunded':
      if (order.payment.at === 'returning') return paymentAfter(order, { at: 'refunded', amount: event.amount });
      return settledAfter(order, event, { at: 'refunded', amount: event.amount });
    case 'told':
      if (order.told) throw new OrderEventRefused(event, order);
      return { ...order, told: true };
  }
}

function paymentAfter(order: Order, payment: PaymentState): Order {
  return { ...order, payment };
}

function settledAfter(order: Order, event: OrderEvent, payment: PaymentState): Order {
  if (!settled(order)) throw new OrderEventRefused(event, order);
  return { ...order, payment };
}

function withLine(
  order: Order,
  event: Extract<OrderEvent, { name: string }>,
  from: readonly LineState['at'][],
  state: LineState,
): Order {
  const line = order.lines.find(({ name }) => name === event.name);
  const funded = order.payment.at === 'authorised' || order.payment.at === 'paid';
  if (!funded || !line || !from.includes(line.state.at)) throw new OrderEventRefused(event, order);
  return { ...order, lines: order.lines.map((other) => (other === line ? { ...other, state } : other)) };
}

/** The order that a list of events, oldest first, adds up to. */
export function fromEvents(events: readonly OrderEvent[]): Order {
  const order = events.reduce<Order | undefined>(next, undefined);
  if (!order) throw new Error('An order begins with placed');
  return order;
}

/** True once every name is registered or will not be. */
function settled(order: Order): boolean {
  return order.lines.every(({ state }) => state.at === 'registered' || state.at === 'notRegistered');
}

/** What the registered names cost with tax: what may be taken, whatever was held. */
export function amountEarned(order: Order): Minor {
  const net = order.lines.reduce((sum, line) => (line.state.at === 'registered' ? sum + line.net : sum), 0);
  return net + portion(net, order.taxRate);
}

/** What the method is asked for: all that does not come from the balance. */
export function amountByMethod({ total, funding }: Order): Minor {
  return total - funding.balance;
}

/** How what was earned is divided: the balance first, so that as little as can be is taken from outside. */
function settlementOf(order: Order): Settlement {
  const earned = amountEarned(order);
  const balance = Math.min(order.funding.balance, earned);
  const amount = earned - balance;
  return { amount, balance, refunded: order.payment.at === 'paid' ? amountByMethod(order) - amount : 0 };
}

/**
 * All that remains to be done now. It follows from where the order stands alone, so that a server that
 * died at any point finds the same work again.
 */
export function effects(order: Order): OrderEffect[] {
  const { payment } = order;
  switch (payment.at) {
    case 'asked':
      return [{ type: 'authorise', amount: amountByMethod(order) }];
    case 'waiting':
      return [{ type: 'awaitPayment', intent: payment.intent, until: payment.until }];
    case 'authorised': {
      const open = openNames(order);
      if (open.length > 0) return open;
      const settlement = settlementOf(order);
      const intent = payment.intent === undefined ? {} : { intent: payment.intent };
      return [amountEarned(order) > 0 ? { type: 'capture', ...intent, ...settlement } : { type: 'void', ...intent }];
    }
    case 'paid': {
      const open = openNames(order);
      if (open.length > 0) return open;
      const settlement = settlementOf(order);
      const kept = amountEarned(order) > 0 ? { settlement } : {};
      return [{ type: 'refund', intent: payment.intent, amount: settlement.refunded, ...kept }];
    }
    case 'returning':
      return [{ type: 'refund', intent: payment.intent, amount: payment.amount }];
    case 'declined':
      return [...tellOnce(order), ...(payment.unresolved ? [{ type: 'clear' } as const] : [])];
    case 'captured':
    case 'voided':
    case 'lost':
    case 'refunded':
      return tellOnce(order);
  }
}

function tellOnce({ told }: Order): OrderEffect[] {
  return told ? [] : [{ type: 'tell' }];
}

function openNames({ lines }: Order): OrderEffect[] {
  return lines.flatMap(({ name, state }): OrderEffect[] => {
    if (state.at === 'pending') return [{ type: 'awaitRegistry', name }];
    return state.at === 'held' || state.at === 'sent' ? [{ type: 'register', name }] : [];
  });
}

/** One word for a list of orders. */
export type OrderStatus =
  'received' | 'waitingForPayment' | 'atRegistry' | 'registered' | 'partlyRegistered' | 'notRegistered' | 'declined';

export function statusOf(order: Order): OrderStatus {
  const { payment } = order;
  if (payment.at === 'waiting') return 'waitingForPayment';
  if (payment.at === 'declined' || payment.at === 'returning') return 'declined';
  if (settled(order)) {
    const registered = order.lines.filter(({ state }) => state.at === 'registered').length;
    if (registered === order.lines.length) return 'registered';
    return registered > 0 ? 'partlyRegistered' : 'notRegistered';
  }
  if (payment.at === 'refunded') return 'declined';
  return order.lines.some(({ state }) => state.at !== 'held') ? 'atRegistry' : 'received';
}
