import { portion, type Minor } from '../money/money';
import { creditNoteFor, type InvoiceContent } from './invoice';
import type { Order } from './order';
import type { Credited } from './paymentState';

/** What giving a name back does to the order that paid for it. */
export interface Credit {
  readonly credited: Credited;
  readonly note: InvoiceContent;
  /** True where nothing is left of what its promo code was used for. */
  readonly freesCode: boolean;
}

/**
 * What goes back for a name that was bought with an order, tax included: what its order costs less without it, so that
 * what is kept of an order is to the unit what an order of the others alone would have cost. It goes back by the method
 * as far as that had paid, and the rest to the balance.
 *
 * @returns undefined where nothing was taken for it
 */
export function creditFor(order: Order, name: string): Credit | undefined {
  const { payment, funding, taxRate } = order;
  if (payment.at !== 'captured') return undefined;
  const { credited = [] } = payment;
  const kept = order.lines.filter(
    (line) => line.state.at === 'done' && !credited.some((earlier) => earlier.name === line.name),
  );
  const line = kept.find((one) => one.name === name);
  if (!line) return undefined;
  const others = kept.filter((one) => one !== line);
  const costs = (lines: typeof kept): Minor => {
    const net = lines.reduce((sum, one) => sum + one.net, 0);
    return net + portion(net, taxRate);
  };
  const total = costs(kept) - costs(others);
  if (total === 0) return undefined;
  const left = credited.reduce((rest, one) => rest - one.amount, payment.amount);
  const amount = Math.min(total, left);
  const balance = total - amount;
  return {
    credited: { name, amount, balance },
    note: creditNoteFor(order, [line], total, [
      { method: funding.method, amount },
      { method: 'balance', amount: balance },
    ]),
    freesCode: line.discount > 0 && others.every(({ discount }) => discount === 0),
  };
}
