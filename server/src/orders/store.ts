import { and, asc, desc, eq, notExists, sql } from 'drizzle-orm';
import { fromEvents, next, type Order, type OrderEvent } from '@tienda/core/orders/order';
import type { Database, Transaction } from '../db/database';
import { codeUse, customerOrder, orderEvent } from '../db/schema';

export type OrderHead = typeof customerOrder.$inferSelect;

/** An event as stored; sequence begins at 1. */
export interface StoredEvent {
  readonly sequence: number;
  readonly event: OrderEvent;
  readonly at: Date;
}

/** Every process hears of new events here; the payload is the order's id. */
export const orderChannel = 'order_event';

export class OrderStore {
  constructor(private readonly database: Database) {}

  /** Keeps a new order with its first event; false where the quote was ordered before. */
  async place(
    head: Omit<OrderHead, 'number' | 'ended'>,
    placed: OrderEvent,
    alongside: (transaction: Transaction) => Promise<void>,
  ): Promise<boolean> {
    return this.database.transaction(async (transaction) => {
      const kept = await transaction.insert(customerOrder).values(head).onConflictDoNothing().returning();
      if (kept.length === 0) return false;
      await transaction.insert(orderEvent).values({ orderId: head.id, sequence: 1, event: placed, at: head.placedAt });
      await alongside(transaction);
      return true;
    });
  }

  /**
   * Adds an event after checking in core that it can follow; what else must be true with it is written in the
   * same transaction.
   */
  async append(
    orderId: string,
    event: OrderEvent,
    at: Date,
    alongside: (transaction: Transaction) => Promise<void> = () => Promise.resolve(),
  ): Promise<Order> {
    return this.database.transaction(async (transaction) => {
      await transaction.select().from(customerOrder).where(eq(customerOrder.id, orderId)).for('update');
      const events = await this.events(orderId, transaction);
      const order = next(fromEvents(events.map((stored) => stored.event)), event);
      await transaction.insert(orderEvent).values({ orderId, sequence: events.length + 1, event, at });
      await alongside(transaction);
      await transaction.execute(sql`select pg_notify(${orderChannel}, ${orderId})`);
      return order;
    });
  }

  async events(orderId: string, within: Database | Transaction = this.database): Promise<StoredEvent[]> {
    return within
      .select({ sequence: orderEvent.sequence, event: orderEvent.event, at: orderEvent.at })
      .from(orderEvent)
      .where(eq(orderEvent.orderId, orderId))
      .orderBy(asc(orderEvent.sequence));
  }

  async head(orderId: string): Promise<OrderHead | undefined> {
    const [found] = await this.database.select().from(customerOrder).where(eq(customerOrder.id, orderId));
    return found;
  }

  async byQuote(quoteId: string, accountId: string): Promise<OrderHead | undefined> {
    const [found] = await this.database
      .select()
      .from(customerOrder)
      .where(and(eq(customerOrder.quoteId, quoteId), eq(customerOrder.accountId, accountId)));
    return found;
  }

  ofAccount(accountId: string): Promise<OrderHead[]> {
    return this.database
      .select()
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId))
      .orderBy(desc(customerOrder.placedAt))
      .limit(200);
  }

  async open(): Promise<string[]> {
    const rows = await this.database
      .select({ id: customerOrder.id })
      .from(customerOrder)
      .where(eq(customerOrder.ended, false));
    return rows.map(({ id }) => id);
  }

  /** Nothing remains to be done. An order of which no name came gives its promo code back. */
  async end(orderId: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      await transaction.update(customerOrder).set({ ended: true }).where(eq(customerOrder.id, orderId));
      const registered = transaction
        .select()
        .from(orderEvent)
        .where(and(eq(orderEvent.orderId, orderId), sql`${orderEvent.event} ->> 'type' = 'registered'`));
      await transaction.delete(codeUse).where(and(eq(codeUse.orderId, orderId), notExists(registered)));
    });
  }
}
