import type { IsoDate } from '../lifecycle/isoDate';
import type { Currency, Minor } from '../pricing/money';
import { portion } from '../pricing/money';

/** One name of an order, with what was agreed for it. */
export interface OrderLine {
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** Before tax, in the order's currency. */
  readonly net: Minor;
  /** The registry's price agreed to, USD cents, where the name is premium. */
  readonly premium?: { readonly register: Minor; readonly renew: Minor };
}

/** Where one name stands. */
export type LineState =
  | { readonly at: 'held' }
  | { readonly at: 'sent' }
  | { readonly at: 'registered'; readonly expiresOn: IsoDate }
  | { readonly at: 'notRegistered'; readonly reason: string };

/** Where the money stands. `authorised` money is held on the card, not taken. */
export type PaymentState =
  | { readonly at: 'asked' }
  | { readonly at: 'authorised'; readonly intent: string }
  | { readonly at: 'declined'; readonly reason: string }
  | { readonly at: 'captured'; readonly intent: string; readonly amount: Minor }
  | { readonly at: 'voided'; readonly intent: string };

/** An order as the sum of its events. */
export interface Order {
  readonly lines: readonly (OrderLine & { readonly state: LineState })[];
  readonly currency: Currency;
  /** Decimal fraction. */
  readonly taxRate: string;
  /** With tax: what the card is asked to hold. */
  readonly total: Minor;
  readonly payment: PaymentState;
  /** True once a mail said how it ended; nothing happens after that. */
  readonly told: boolean;
}

/** All that can happen to an order, in the past tense. */
export type OrderEvent =
  | {
      readonly type: 'placed';
      readonly lines: readonly OrderLine[];
      readonly currency: Currency;
      readonly taxRate: string;
      readonly total: Minor;
    }
  | { readonly type: 'authorised'; readonly intent: string }
  | { readonly type: 'declined'; readonly reason: string }
  | { readonly type: 'sent'; readonly name: string }
  | { readonly type: 'registered'; readonly name: string; readonly expiresOn: IsoDate }
  | { readonly type: 'notRegistered'; readonly name: string; readonly reason: string }
  | { readonly type: 'captured'; readonly amount: Minor }
  | { readonly type: 'voided' }
  | { readonly type: 'told' };

/** What has to be done next. Each may be carried out twice without harm. */
export type OrderEffect =
  | { readonly type: 'authorise' }
  | { readonly type: 'register'; readonly name: string }
  | { readonly type: 'capture'; readonly amount: Minor }
  | { readonly type: 'void' }
  | { readonly type: 'tell' };

/** An event that cannot follow from where the order stands. */
export class OrderEventRefused extends Error {
  constructor(event: OrderEvent, order: Order | undefined) {
    super(`${event.type} cannot follow ${order ? `payment ${order.payment.at}` : 'nothing'}`);
  }
}

/**
 * The order after one more event: the only place where an order changes.
 *
 * @param order undefined before `placed`
 * @throws OrderEventRefused where the event cannot follow
 */
export function next(order: Order | undefined, event: OrderEvent): Order {
  if (event.type === 'placed') {
    if (order) throw new OrderEventRefused(event, order);
    const { currency, taxRate, total } = event;
    const lines = event.lines.map((line) => ({ ...line, state: { at: 'held' } as const }));
    return { lines, currency, taxRate, total, payment: { at: 'asked' }, told: false };
  }
  if (!order) throw new OrderEventRefused(event, order);
  const { payment } = order;
  switch (event.type) {
    case 'authorised':
      if (payment.at !== 'asked') throw new OrderEventRefused(event, order);
      return { ...order, payment: { at: 'authorised', intent: event.intent } };
    case 'declined':
      if (payment.at !== 'asked') throw new OrderEventRefused(event, order);
      return { ...order, payment: { at: 'declined', reason: event.reason } };
    case 'sent':
      return withLine(order, event, ['held'], { at: 'sent' });
    case 'registered':
      return withLine(order, event, ['sent'], { at: 'registered', expiresOn: event.expiresOn });
    case 'notRegistered':
      return withLine(order, event, ['held', 'sent'], { at: 'notRegistered', reason: event.reason });
    case 'captured':
      if (payment.at !== 'authorised' || !settled(order)) throw new OrderEventRefused(event, order);
      return { ...order, payment: { at: 'captured', intent: payment.intent, amount: event.amount } };
    case 'voided':
      if (payment.at !== 'authorised' || !settled(order)) throw new OrderEventRefused(event, order);
      return { ...order, payment: { at: 'voided', intent: payment.intent } };
    case 'told':
      if (order.told || payment.at === 'asked' || payment.at === 'authorised')
        throw new OrderEventRefused(event, order);
      return { ...order, told: true };
  }
}

function withLine(
  order: Order,
  event: Extract<OrderEvent, { name: string }>,
  from: readonly LineState['at'][],
  state: LineState,
): Order {
  const line = order.lines.find(({ name }) => name === event.name);
  if (order.payment.at !== 'authorised' || !line || !from.includes(line.state.at))
    throw new OrderEventRefused(event, order);
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

/**
 * All that remains to be done now. It follows from where the order stands alone, so that a server that
 * died at any point finds the same work again.
 */
export function effects(order: Order): OrderEffect[] {
  const { payment } = order;
  switch (payment.at) {
    case 'asked':
      return [{ type: 'authorise' }];
    case 'authorised': {
      const open = order.lines.filter(({ state }) => state.at === 'held' || state.at === 'sent');
      if (open.length > 0) return open.map(({ name }) => ({ type: 'register', name }));
      const amount = amountEarned(order);
      return [amount > 0 ? { type: 'capture', amount } : { type: 'void' }];
    }
    case 'declined':
    case 'captured':
    case 'voided':
      return order.told ? [] : [{ type: 'tell' }];
  }
}

/** One word for a list of orders. */
export type OrderStatus = 'received' | 'atRegistry' | 'registered' | 'partlyRegistered' | 'notRegistered' | 'declined';

export function statusOf(order: Order): OrderStatus {
  if (order.payment.at === 'declined') return 'declined';
  if (settled(order)) {
    const registered = order.lines.filter(({ state }) => state.at === 'registered').length;
    if (registered === order.lines.length) return 'registered';
    return registered > 0 ? 'partlyRegistered' : 'notRegistered';
  }
  return order.lines.some(({ state }) => state.at !== 'held') ? 'atRegistry' : 'received';
}
