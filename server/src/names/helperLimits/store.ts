import { and, eq, gte, sql } from 'drizzle-orm';
import type { Leave } from '@tienda/core/accounts/helper';
import type { Currency, Minor } from '@tienda/core/money/money';
import type { Transaction } from '../../platform/db/database';
import { customerOrder, helper } from '../../platform/db/schema';

/** What a helper may buy for in a calendar month, and what they have bought in this one. */
export interface Spending {
  readonly limit: Leave['monthly'];
  readonly spent: readonly { readonly total: Minor; readonly currency: Currency }[];
}

/** Until the transaction is over they order nothing else. */
export async function spentBy(transaction: Transaction, helperId: string, now: Date): Promise<Spending> {
  const [found] = await transaction
    .select({ leave: helper.leave })
    .from(helper)
    .where(and(eq(helper.id, helperId), sql`${helper.state} ->> 'at' = 'active'`))
    .for('update');
  const { placedBy, terms, placedAt, unpaid } = customerOrder;
  const month = new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth()));
  const rows = await transaction
    .select({ terms })
    .from(customerOrder)
    .where(
      and(
        sql`${placedBy} ->> 'type' = 'helper' and ${placedBy} ->> 'id' = ${helperId}`,
        gte(placedAt, month),
        eq(unpaid, false),
      ),
    );
  return {
    limit: found?.leave.monthly,
    spent: rows.map(({ terms: { total, currency } }) => ({ total, currency })),
  };
}
