import { and, asc, desc, eq, inArray, lte, notExists, sql } from 'drizzle-orm';
import { fromEvents, next, type Order, type OrderEvent } from '@tienda/core/orders/order';
import type { Database, Transaction } from '../db/database';
import { codeUse, customerOrder, orderEvent, registryDecision, registryMessage } from '../db/schema';
import type { RegistryMessage } from '../gateways/registry/registryGateway';

export type OrderHead = typeof customerOrder.$inferSelect;

export type RegistryDecision = typeof registryDecision.$inferSelect;

/** An event as stored; sequence begins at 1. */
export interface StoredEvent {
  readonly sequence: number;
  readonly event: OrderEvent;
  readonly at: Date;
}

/** Every process hears of new events here; the payload is the order's id. */
export const orderChannel = 'order_event';

/** A version of a registry's terms that was agreed to, and when first. */
export interface AgreedVersion {
  readonly id: string;
  readonly version: string;
  readonly agreedAt: Date;
}

export class OrderStore {
  constructor(private readonly database: Database) {}

  /** Keeps a new order with its first event; false where it was placed before, or another order has the quote. */
  async place(
    head: Omit<OrderHead, 'number' | 'ended' | 'unpaid' | 'silentSince'>,
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
    alongside: (transaction: Transaction, order: Order) => Promise<void> = () => Promise.resolve(),
  ): Promise<Order> {
    return this.database.transaction(async (transaction) => {
      await transaction.select().from(customerOrder).where(eq(customerOrder.id, orderId)).for('update');
      const events = await this.events(orderId, transaction);
      const order = next(fromEvents(events.map((stored) => stored.event)), event);
      await transaction.insert(orderEvent).values({ orderId, sequence: events.length + 1, event, at });
      await alongside(transaction, order);
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

  /** The order of a quote, unless its payment came to nothing. */
  async ofQuote(quoteId: string, accountId: string): Promise<OrderHead | undefined> {
    const [found] = await this.database
      .select()
      .from(customerOrder)
      .where(
        and(
          eq(customerOrder.quoteId, quoteId),
          eq(customerOrder.accountId, accountId),
          eq(customerOrder.unpaid, false),
        ),
      );
    return found;
  }

  /** The payment came to nothing: quote and promo code are free for another attempt. */
  async release(transaction: Transaction, orderId: string): Promise<void> {
    await transaction.update(customerOrder).set({ unpaid: true }).where(eq(customerOrder.id, orderId));
    await transaction.delete(codeUse).where(eq(codeUse.orderId, orderId));
  }

  ofAccount(accountId: string): Promise<OrderHead[]> {
    return this.database
      .select()
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId))
      .orderBy(desc(customerOrder.placedAt))
      .limit(200);
  }

  /** Every version of terms that the account agreed to with an order, and when first. */
  async agreed(accountId: string): Promise<AgreedVersion[]> {
    const orders = await this.database
      .select({ agreements: customerOrder.agreements, agreedAt: customerOrder.placedAt })
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId))
      .orderBy(desc(customerOrder.placedAt));
    const first = new Map(
      orders.flatMap(({ agreements, agreedAt }) =>
        agreements.map(({ id, version }) => [`${id} ${version}`, { id, version, agreedAt }] as const),
      ),
    );
    return [...first.values()];
  }

  /** The events of several orders, by order. */
  async eventsOf(orderIds: readonly string[]): Promise<Map<string, StoredEvent[]>> {
    const byOrder = new Map<string, StoredEvent[]>(orderIds.map((id) => [id, []]));
    if (orderIds.length === 0) return byOrder;
    const rows = await this.database
      .select()
      .from(orderEvent)
      .where(inArray(orderEvent.orderId, [...orderIds]))
      .orderBy(asc(orderEvent.orderId), asc(orderEvent.sequence));
    for (const { orderId, ...event } of rows) byOrder.get(orderId)?.push(event);
    return byOrder;
  }

  /** Orders that have not ended and whose turn it is to be looked at. */
  async due(now: Date): Promise<string[]> {
    const rows = await this.database
      .select({ id: customerOrder.id })
      .from(customerOrder)
      .where(and(eq(customerOrder.ended, false), lte(customerOrder.lookAt, now)))
      .orderBy(asc(customerOrder.lookAt))
      .limit(500);
    return rows.map(({ id }) => id);
  }

  /** Every order that has not ended. */
  async open(): Promise<string[]> {
    const rows = await this.database
      .select({ id: customerOrder.id })
      .from(customerOrder)
      .where(eq(customerOrder.ended, false));
    return rows.map(({ id }) => id);
  }

  async lookAgain(orderId: string, lookAt: Date): Promise<void> {
    await this.database.update(customerOrder).set({ lookAt }).where(eq(customerOrder.id, orderId));
  }

  /** Something outside was silent. @returns since when it has been, with no answer between */
  async silentSince(orderId: string, what: string, now: Date): Promise<Date> {
    const first = sql`jsonb_build_object(${what}::text, ${now.toISOString()}::text) || ${customerOrder.silentSince}`;
    const [noted] = await this.database
      .update(customerOrder)
      .set({ silentSince: first })
      .where(eq(customerOrder.id, orderId))
      .returning({ silentSince: customerOrder.silentSince });
    return new Date(noted?.silentSince[what] ?? now);
  }

  /** It answered again. */
  async answered(orderId: string, what: string): Promise<void> {
    await this.database
      .update(customerOrder)
      .set({ silentSince: sql`${customerOrder.silentSince} - ${what}::text` })
      .where(eq(customerOrder.id, orderId));
  }

  /** Something happened to an order that had ended. */
  async reopen(transaction: Transaction, orderId: string): Promise<void> {
    await transaction.update(customerOrder).set({ ended: false }).where(eq(customerOrder.id, orderId));
  }

  /** Keeps a message of a registry as it came, whether it is understood or not; once, however often it is heard. */
  async keepMessage(registry: string, { id, text, result }: RegistryMessage): Promise<void> {
    await this.database
      .insert(registryMessage)
      .values({ registry, id, text, result: result ?? null })
      .onConflictDoNothing();
  }

  /** Keeps what a registry decided on a name, and tells the orders that wait for it. */
  async keepDecision(decision: RegistryDecision): Promise<string[]> {
    await this.database
      .insert(registryDecision)
      .values(decision)
      .onConflictDoUpdate({ target: registryDecision.name, set: decision });
    const rows = await this.database
      .selectDistinct({ id: customerOrder.id })
      .from(customerOrder)
      .innerJoin(orderEvent, eq(orderEvent.orderId, customerOrder.id))
      .where(
        and(
          eq(customerOrder.ended, false),
          sql`${orderEvent.event} ->> 'type' = 'sent'`,
          sql`${orderEvent.event} ->> 'name' = ${decision.name}`,
        ),
      );
    return rows.map(({ id }) => id);
  }

  /** What a registry decided on a name that was asked for under a clTRID. */
  async decision(name: string, transaction: string): Promise<RegistryDecision | undefined> {
    const [found] = await this.database
      .select()
      .from(registryDecision)
      .where(and(eq(registryDecision.name, name), eq(registryDecision.transaction, transaction)));
    return found;
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
