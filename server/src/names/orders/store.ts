import { and, asc, desc, eq, inArray, isNotNull, notExists, or, sql } from 'drizzle-orm';
import { hasEnded, isFunded, next, type Order, type OrderEvent, type OrderLine } from '@tienda/core/orders/order';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { leaseEnd } from '../../platform/db/leases';
import { codeUse, customerOrder, operation, orderEvent, registryMessage } from '../../platform/db/schema';
import type { RegistryMessage } from '../../gateways/registry/registryGateway';
import { orderChannel, type KeptOperation } from '../operations/store';

export type OrderHead = typeof customerOrder.$inferSelect;
export type NewOperation = typeof operation.$inferInsert;

/** What an order begins with. */
export type NewHead = Omit<
  OrderHead,
  'number' | 'ended' | 'unpaid' | 'silentSince' | 'told' | 'version' | 'leasedUntil' | 'lookAt'
>;

/** An event as stored. */
export interface StoredEvent {
  readonly event: OrderEvent;
  readonly at: Date;
}

/** A version of a registry's terms that was agreed to, and when first. */
export interface AgreedVersion {
  readonly id: string;
  readonly version: string;
  readonly agreedAt: Date;
}

/** Somebody else moved the payment on meanwhile: what is known of it is out of date. */
export class OrderMoved extends Error {
  constructor({ number }: Pick<OrderHead, 'number'>) {
    super(`Order ${number} was moved on by another`);
  }
}

/** Nothing was bought in the end: the quote may be ordered again. */
const cameToNothing: ReadonlySet<PaymentEvent['type']> = new Set(['declined', 'voided', 'refunded']);

export class OrderStore {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** How long a process has a payment to itself before others take it for dead. */
    private readonly leaseSeconds: number,
  ) {}

  /** Keeps a new order with its operations; undefined where it was placed before, or another order has the quote. */
  async place(
    head: NewHead,
    operations: readonly NewOperation[],
    alongside: (transaction: Transaction) => Promise<void>,
  ): Promise<{ head: OrderHead; operations: KeptOperation[] } | undefined> {
    return this.database.transaction(async (transaction) => {
      const lookAt = head.placedAt;
      const [kept] = await transaction
        .insert(customerOrder)
        .values({ ...head, lookAt })
        .onConflictDoNothing()
        .returning();
      if (!kept) return undefined;
      const event: OrderEvent = { type: 'placed' };
      await transaction.insert(orderEvent).values({ orderId: head.id, event, at: head.placedAt });
      const placed = await transaction
        .insert(operation)
        .values([...operations])
        .returning();
      await alongside(transaction);
      return { head: kept, operations: placed };
    });
  }

  /**
   * Moves the payment of an order on by events that follow one another, written down together; the order is over where
   * they end it, and its operations have their turn where they fund it.
   *
   * @returns the head after that, and the registries whose turn it is
   * @throws PaymentEventRefused where one cannot follow, OrderMoved where the payment is not where it was
   */
  async move(
    within: Database | Transaction,
    head: OrderHead,
    order: Order,
    events: readonly PaymentEvent[],
  ): Promise<{ head: OrderHead; order: Order; registries: string[] }> {
    const after = events.reduce<Order>(next, order);
    const { payment, told } = after;
    const ended = hasEnded(after);
    const funds = !isFunded(order) && isFunded(after);
    const unpaid = head.unpaid || events.some(({ type }) => cameToNothing.has(type));
    const now = this.clock.now().toISOString();
    const result = await within.execute<{ registries: string[] | null }>(sql`
      with moved as (
        update ${customerOrder} o set payment = ${JSON.stringify(payment)}::jsonb, told = ${told}, ended = ${ended},
          unpaid = ${unpaid}, version = o.version + 1, silent_since = null
        where o.id = ${head.id} and o.version = ${head.version}
        returning o.id
      ), noted as (
        insert into ${orderEvent} (order_id, event, at)
        select moved.id, e.event, ${now}::timestamptz
        from moved, jsonb_array_elements(${JSON.stringify(events)}::jsonb) with ordinality e(event, place)
        order by e.place
      ), funded as (
        update ${operation} n set next_at = ${now}::timestamptz
        from moved where n.order_id = moved.id and ${funds}
        returning n.registry
      )
      select (select array_agg(distinct registry) from funded) as registries, pg_notify(${orderChannel}, id::text) from moved`);
    const [moved] = result.rows;
    if (!moved) throw new OrderMoved(head);
    return {
      head: { ...head, payment, told, ended, unpaid, version: head.version + 1, silentSince: null },
      order: after,
      registries: moved.registries ?? [],
    };
  }

  /**
   * Takes the payment of an order to move it on; other processes find it taken until the lease has run out.
   *
   * @returns undefined where another has it just now, or there is no such order
   */
  async claim(orderId: string): Promise<OrderHead | undefined> {
    const [claimed] = await this.database
      .update(customerOrder)
      .set({ leasedUntil: leaseEnd(this.leaseSeconds) })
      .where(
        and(
          eq(customerOrder.id, orderId),
          sql`(${customerOrder.leasedUntil} is null or ${customerOrder.leasedUntil} < now())`,
        ),
      )
      .returning();
    return claimed;
  }

  /**
   * Gives a payment back that was taken.
   *
   * @param lookAt when to look again; never, where null, but for an order whose operations have all ended
   * @param silentSince since when its provider is silent, null where it answers; as it was, where left out
   * @returns true where somebody wished for it to be looked at meanwhile
   */
  async release(head: OrderHead, lookAt: Date | null, silentSince?: Date | null): Promise<boolean> {
    const now = this.clock.now();
    const seen = sql`${head.lookAt?.toISOString() ?? null}::timestamptz`;
    const wished = sql`date_trunc('milliseconds', ${customerOrder.lookAt}) is distinct from ${seen}`;
    const then = sql`${(lookAt ?? (head.ended ? null : now))?.toISOString() ?? null}::timestamptz`;
    const never = lookAt === null ? sql`case when ${customerOrder.open} > 0 then null else ${then} end` : then;
    const [released] = await this.database
      .update(customerOrder)
      .set({
        leasedUntil: null,
        ...(silentSince === undefined ? {} : { silentSince }),
        lookAt: sql`case when ${wished} then ${customerOrder.lookAt} else ${never} end`,
      })
      .where(eq(customerOrder.id, head.id))
      .returning({ lookAt: customerOrder.lookAt });
    return released?.lookAt !== null && released !== undefined && released.lookAt <= now;
  }

  /** This process is still at work on them. */
  async extend(ids: readonly string[]): Promise<void> {
    await this.database
      .update(customerOrder)
      .set({ leasedUntil: leaseEnd(this.leaseSeconds) })
      .where(and(inArray(customerOrder.id, [...ids]), isNotNull(customerOrder.leasedUntil)));
  }

  /** Wishes for the payment of an order to be looked at. */
  async wish(orderId: string): Promise<void> {
    await this.database.update(customerOrder).set({ lookAt: this.clock.now() }).where(eq(customerOrder.id, orderId));
  }

  async head(orderId: string, within: Database | Transaction = this.database): Promise<OrderHead | undefined> {
    const [found] = await within.select().from(customerOrder).where(eq(customerOrder.id, orderId));
    return found;
  }

  /** The order of an attempt to pay, or that of its quote unless its payment came to nothing. */
  async earlier(orderId: string, quoteId: string, accountId: string): Promise<OrderHead | undefined> {
    const { id, quoteId: quote, unpaid } = customerOrder;
    const found = await this.database
      .select()
      .from(customerOrder)
      .where(
        and(eq(customerOrder.accountId, accountId), or(eq(id, orderId), and(eq(quote, quoteId), eq(unpaid, false)))),
      );
    return found.find((one) => one.id === orderId) ?? found[0];
  }

  /** The id of the latest order of a quote. */
  async ofQuote(quoteId: string): Promise<string | undefined> {
    const [found] = await this.database
      .select({ id: customerOrder.id })
      .from(customerOrder)
      .where(eq(customerOrder.quoteId, quoteId))
      .orderBy(desc(customerOrder.placedAt))
      .limit(1);
    return found?.id;
  }

  /** The promo code of an order is free for another attempt. */
  async freeCode(transaction: Transaction, orderId: string): Promise<void> {
    await transaction.delete(codeUse).where(eq(codeUse.orderId, orderId));
  }

  /** The latest first. */
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
      .orderBy(asc(orderEvent.orderId), asc(orderEvent.id));
    for (const { orderId, event, at } of rows) byOrder.get(orderId)?.push({ event, at });
    return byOrder;
  }

  /** Orders whose payment has to be looked at. */
  async due(): Promise<string[]> {
    const rows = await this.database
      .select({ id: customerOrder.id })
      .from(customerOrder)
      .where(
        sql`${customerOrder.lookAt} <= ${this.clock.now().toISOString()}
          and (${customerOrder.leasedUntil} is null or ${customerOrder.leasedUntil} < now())`,
      )
      .orderBy(asc(customerOrder.lookAt))
      .limit(500);
    return rows.map(({ id }) => id);
  }

  /** Keeps a message of a registry as it came, whether it is understood or not; once, however often it is heard. */
  async keepMessage(registry: string, { id, text, result }: RegistryMessage): Promise<void> {
    await this.database
      .insert(registryMessage)
      .values({ registry, id, text, result: result ?? null })
      .onConflictDoNothing();
  }

  /** An order of which nothing came gives its promo code back. */
  async freeCodeOfNothing(transaction: Transaction, orderId: string): Promise<void> {
    const done = transaction
      .select()
      .from(operation)
      .where(and(eq(operation.orderId, orderId), sql`${operation.state} ->> 'at' = 'done'`));
    await transaction.delete(codeUse).where(and(eq(codeUse.orderId, orderId), notExists(done)));
  }
}

/** An order as core knows it, from its rows. */
export function orderOf({ terms, payment, told }: OrderHead, operations: readonly KeptOperation[]): Order {
  const lines = operations.flatMap(({ line, state }): Order['lines'] =>
    line ? [{ ...(line satisfies OrderLine), state }] : [],
  );
  return { ...terms, payment, told, lines };
}
