import { portion, type Currency, type Minor } from '../money/money';
import type { PremiumPrice } from '../names/availability';
import { isEnded, nextOperation, type OperationEvent, type OperationState } from '../operations/operations';
import type { TaxBasis } from '../pricing/tax';
import type { Funding } from './payment';
import { nextPayment, type Payment, type PaymentEvent, type Settlement } from './paymentState';

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

/** What can be ordered; `update` is privacy that has its price. */
export const orderedKinds = ['register', 'renew', 'restore', 'transferIn', 'update'] as const;

/** One operation of an order, with what was agreed for it. */
export interface OrderLine extends LineAmounts {
  readonly kind: (typeof orderedKinds)[number];
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** The registry's price agreed to, USD cents, where the name is premium. */
  readonly premium?: PremiumPrice;
  /** The offer by which it is bought of its holder, and what reaches them, USD cents. */
  readonly offer?: { readonly id: string; readonly reaching: Minor };
}

/** What was agreed with an order. */
export interface OrderTerms {
  readonly currency: Currency;
  /** Decimal fraction. */
  readonly taxRate: string;
  readonly taxBasis: TaxBasis;
  /** With tax: what is asked for, from balance and method together. */
  readonly total: Minor;
  readonly funding: Funding;
  /** How many names; left out where it was not written down. */
  readonly names?: number;
}

/** An order: what was agreed, its payment, and its operations. */
export interface Order extends OrderTerms, Payment {
  readonly lines: readonly (OrderLine & { readonly state: OperationState })[];
}

/** All that can happen to an order, in the past tense; what has a name happened to the operation on it. */
export type OrderEvent = { readonly type: 'placed' } | PaymentEvent | (OperationEvent & { readonly name: string });

/** What has to be done next about the money. Each may be carried out twice without harm. */
export type OrderEffect =
  /** Ask the provider to hold the money, or to ask the buyer for it, by the way after so many that were refused. */
  | { readonly type: 'authorise'; readonly amount: Minor; readonly refused: number }
  /** See whether the buyer has approved or sent it. */
  | { readonly type: 'awaitPayment'; readonly intent: string; readonly until: string }
  /** Take what was earned of held money. */
  | ({ readonly type: 'capture'; readonly intent?: string } & Settlement)
  | { readonly type: 'void'; readonly intent?: string }
  /** Let go of all that was held before it was held anew, but for what is held now. */
  | { readonly type: 'release'; readonly kept: string }
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

/** A new order: nothing has been asked of anyone. */
export function placed(terms: OrderTerms, lines: readonly OrderLine[]): Order {
  const ready = { at: 'ready' } as const;
  return { ...terms, lines: lines.map((line) => ({ ...line, state: ready })), payment: { at: 'asked' }, told: false };
}

/**
 * The order after one more event.
 *
 * @throws Error where the event cannot follow
 */
export function next(order: Order, event: Exclude<OrderEvent, { type: 'placed' }>): Order {
  if (!('name' in event)) return { ...order, ...nextPayment(order, event, isSettled(order)) };
  const line = order.lines.find(({ name }) => name === event.name);
  if (!line || !isFunded(order)) throw new Error(`${event.type} of ${event.name} cannot follow ${order.payment.at}`);
  const { name: _name, ...happened } = event;
  const state = nextOperation(line.kind, line.state, happened);
  return { ...order, lines: order.lines.map((other) => (other === line ? { ...other, state } : other)) };
}

/** True while the money is held or here: operations are carried out then, and only then. */
export function isFunded({ payment }: Payment): boolean {
  return payment.at === 'authorised' || payment.at === 'paid';
}

/** True once every operation has ended. */
export function isSettled({ lines }: Pick<Order, 'lines'>): boolean {
  return lines.every(({ state }) => isEnded(state));
}

/** What the names that were bought cost with tax: what may be taken, whatever was held. */
export function amountEarned({ lines, taxRate }: Pick<Order, 'lines' | 'taxRate'>): Minor {
  const net = lines.reduce((sum, line) => (line.state.at === 'done' ? sum + line.net : sum), 0);
  return net + portion(net, taxRate);
}

/** What the method is asked for: all that does not come from the balance. */
export function amountByMethod({ total, funding }: Pick<Order, 'total' | 'funding'>): Minor {
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
 * All that remains to be done now about the money; empty while operations are under way, and once the order has ended.
 * It follows from where the order stands alone, so that a server that died at any point finds the same work again.
 */
export function effects(order: Order): OrderEffect[] {
  const { payment } = order;
  switch (payment.at) {
    case 'asked':
      return [{ type: 'authorise', amount: amountByMethod(order), refused: payment.refused ?? 0 }];
    case 'waiting':
      return [{ type: 'awaitPayment', intent: payment.intent, until: payment.until }];
    case 'authorised': {
      if (payment.before !== undefined) return [{ type: 'release', kept: payment.intent ?? '' }];
      if (!isSettled(order)) return [];
      const settlement = settlementOf(order);
      const intent = payment.intent === undefined ? {} : { intent: payment.intent };
      return [amountEarned(order) > 0 ? { type: 'capture', ...intent, ...settlement } : { type: 'void', ...intent }];
    }
    case 'paid': {
      if (!isSettled(order)) return [];
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

function tellOnce({ told }: Payment): OrderEffect[] {
  return told ? [] : [{ type: 'tell' }];
}

/** True once nothing more will be done, unless money comes late. */
export function hasEnded(order: Order): boolean {
  return order.told && effects(order).length === 0;
}

const mostToldByThemselves = 10;

/**
 * True where each name of an order is told by a mail of its own once it is done: one alone is told with its order, and
 * many are told together at its end.
 *
 * @param names how many there are; null where that was not written down
 */
export function tellsEach(names: number | null): boolean {
  return names === null || (names > 1 && names <= mostToldByThemselves);
}

/** One word for a list of orders. */
export type OrderStatus =
  | 'received'
  | 'waitingForPayment'
  | 'atRegistry'
  | 'done'
  | 'partlyDone'
  | 'notDone'
  | 'declined';

export function statusOf(order: Order): OrderStatus {
  const { payment, lines } = order;
  if (payment.at === 'waiting') return 'waitingForPayment';
  if (payment.at === 'declined' || payment.at === 'returning') return 'declined';
  if (isSettled(order)) {
    const done = lines.filter(({ state }) => state.at === 'done').length;
    if (done === lines.length) return 'done';
    return done > 0 ? 'partlyDone' : 'notDone';
  }
  if (payment.at === 'refunded') return 'declined';
  return lines.some(({ state }) => state.at !== 'ready') ? 'atRegistry' : 'received';
}
