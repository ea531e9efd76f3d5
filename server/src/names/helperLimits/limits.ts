import type { Who } from '@tienda/core/accounts/actor';
import { decimalAmount, type Currency, type Minor } from '@tienda/core/money/money';
import { rateOf } from '../../find/catalogue/rates';
import type { Transaction } from '../../platform/db/database';
import { badField } from '../../platform/http/problem';
import { spentBy } from './store';

/**
 * What a helper has ordered this calendar month, the order just kept among it, stays within what was left to them.
 *
 * @throws Problem 422
 */
export async function expectWithinLimit(transaction: Transaction, helperId: string, now: Date): Promise<void> {
  const { limit, spent } = await spentBy(transaction, helperId, now);
  const inDollars = (amount: Minor, of: Currency) => amount / Number(rateOf(of));
  const sum = spent.reduce((before, one) => before + inDollars(one.total, one.currency), 0);
  if (limit && sum <= inDollars(limit.amount, limit.currency)) return;
  const detail = limit
    ? `You may buy for ${decimalAmount(limit.amount, limit.currency)} ${limit.currency} a month for this account, and this goes beyond it. Order less, or ask its owner.`
    : 'You may not buy for this account. Ask its owner.';
  throw badField('/quoteId', 'beyondLimit', detail);
}

/** Helpers pay with what the account keeps. @throws Problem 422 */
export function expectOwnersWay({
  payment: { method, card },
}: {
  readonly payment: { readonly method: string; readonly card?: string };
}): void {
  if (method === 'balance' || (method === 'card' && card !== undefined)) return;
  throw badField('/payment/method', 'ownersWay', 'Choose a card that the account keeps, or its balance.');
}

/** True where the same helper did both. */
export function isSame(one: Who, other: Who): boolean {
  return one.type === 'helper' && other.type === 'helper' && one.id === other.id;
}
