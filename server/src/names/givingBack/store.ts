import { and, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { next, type Order } from '@tienda/core/orders/order';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { Currency } from '@tienda/core/money/money';
import type { Database, Transaction } from '../../platform/db/database';
import { balanceEntry, codeUse, customerOrder, operation, orderEvent } from '../../platform/db/schema';
import type { HeldName } from '../held/store';
import { orderOf } from '../orders/orderOf';
import type { OrderHead } from '../orders/store';

/** An order that paid for a name. */
export interface PaidOrder {
  readonly head: OrderHead;
  readonly order: Order;
}

/** What orders paid for a name that is given back, and what of it goes back. */
export class GivingBackStore {
  constructor(private readonly database: Database) {}

  /**
   * The orders that paid for a name since it is held, the oldest first.
   *
   * @param within holds them, so that nobody else credits them meanwhile
   */
  async paidFor({ accountId, name, orderId }: HeldName, within?: Transaction): Promise<PaidOrder[]> {
    if (orderId === null) return [];
    const database = within ?? this.database;
    const since = sql`(select min(o.sequence) from ${operation} o where o.order_id = ${orderId} and o.name = ${name})`;
    const paying = await database
      .selectDistinct({ orderId: operation.orderId })
      .from(operation)
      .where(
        and(
          eq(operation.accountId, accountId),
          eq(operation.name, name),
          isNotNull(operation.orderId),
          sql`${operation.state} ->> 'at' = 'done' and ${operation.sequence} >= ${since}`,
        ),
      );
    const ids = paying.flatMap(({ orderId: id }) => id ?? []);
    if (ids.length === 0) return [];
    const query = database
      .select()
      .from(customerOrder)
      .where(inArray(customerOrder.id, ids))
      .orderBy(customerOrder.number);
    const heads = await (within ? query.for('update') : query);
    const operations = await database
      .select({ orderId: operation.orderId, line: operation.line, state: operation.state })
      .from(operation)
      .where(inArray(operation.orderId, ids))
      .orderBy(operation.sequence);
    return heads.map((head) => ({
      head,
      order: orderOf(
        head,
        operations.filter(({ orderId: of }) => of === head.id),
      ),
    }));
  }

  /** True where the account gave the name back before. */
  async wasGivenBack(accountId: string, name: string): Promise<boolean> {
    const done = and(
      eq(operation.accountId, accountId),
      eq(operation.name, name),
      eq(operation.kind, 'delete'),
      sql`${operation.state} ->> 'at' = 'done'`,
    );
    return (await this.database.$count(operation, done)) > 0;
  }

  /** Writes down that something of an order's money goes back. */
  async credit(
    transaction: Transaction,
    { head, order }: PaidOrder,
    event: Extract<PaymentEvent, { type: 'credited' }>,
    at: Date,
  ): Promise<void> {
    const { payment } = next(order, event);
    await transaction
      .update(customerOrder)
      .set({ payment, version: head.version + 1 })
      .where(eq(customerOrder.id, head.id));
    await transaction.insert(orderEvent).values({ orderId: head.id, event, at });
  }

  /** Enters money on the account's balance. @param reference of what gave it back */
  async toBalance(
    transaction: Transaction,
    accountId: string,
    money: { readonly currency: Currency; readonly amount: number },
    reference: string,
    at: Date,
  ): Promise<void> {
    if (money.amount > 0)
      await transaction.insert(balanceEntry).values({ accountId, ...money, kind: 'credited', reference, at });
  }

  /** The promo code of an order may be used again. */
  async freeCode(transaction: Transaction, orderId: string): Promise<void> {
    await transaction.delete(codeUse).where(eq(codeUse.orderId, orderId));
  }
}
