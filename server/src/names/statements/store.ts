import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { toULabel } from '@tienda/core/idna/idna';
import type { StatedPayment } from '@tienda/core/orders/statement';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../../platform/db/database';
import { customerOrder, heldName, invoice, operation } from '../../platform/db/schema';
import { heldColumns, type HeldName } from '../held/store';

/** What statements are made of. */
export class StatementStore {
  constructor(private readonly database: Database) {}

  /** The names of a group. */
  names(accountId: string, groupId: string): Promise<HeldName[]> {
    return this.database
      .select(heldColumns)
      .from(heldName)
      .where(and(eq(heldName.accountId, accountId), eq(heldName.groupId, groupId), isNull(heldName.leftAt)));
  }

  /** What an account paid for names, in the order in which it was ordered; what was given back left out. */
  async payments(accountId: string, names: readonly string[]): Promise<StatedPayment[]> {
    if (names.length === 0) return [];
    const rows = await this.database
      .select({
        name: operation.name,
        line: operation.line,
        placedAt: customerOrder.placedAt,
        terms: customerOrder.terms,
        payment: customerOrder.payment,
        number: invoice.number,
      })
      .from(operation)
      .innerJoin(customerOrder, eq(customerOrder.id, operation.orderId))
      .leftJoin(invoice, and(eq(invoice.orderId, customerOrder.id), eq(invoice.kind, 'invoice')))
      .where(
        and(
          eq(operation.accountId, accountId),
          inArray(operation.name, [...names]),
          sql`${operation.state} ->> 'at' = 'done'`,
        ),
      )
      .orderBy(asc(customerOrder.placedAt), asc(operation.sequence));
    return rows.flatMap(({ name, line, placedAt, terms, payment, number }): StatedPayment[] => {
      const credited = payment.at === 'captured' ? (payment.credited ?? []) : [];
      if (!line || credited.some((one) => one.name === name)) return [];
      const { kind, years, net } = line;
      return [
        {
          name,
          unicode: toULabel(name),
          on: isoDate(placedAt),
          kind,
          years,
          net,
          currency: terms.currency,
          ...(number === null ? {} : { invoice: number }),
        },
      ];
    });
  }
}
