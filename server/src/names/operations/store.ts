import { and, asc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { isEnded, nextOperation, type OperationEvent } from '@tienda/core/operations/operations';
import type { OrderEvent } from '@tienda/core/orders/order';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { leaseEnd } from '../../platform/db/leases';
import { customerOrder, operation, orderEvent } from '../../platform/db/schema';

/** An operation as it is kept. */
export type KeptOperation = typeof operation.$inferSelect;

/** Somebody else moved it on meanwhile: what is known of it is out of date. */
export class OperationMoved extends Error {
  constructor({ kind, name }: Pick<KeptOperation, 'kind' | 'name'>) {
    super(`The ${kind} of ${name} was moved on by another`);
  }
}

/** An operation after an event. */
export interface Moved {
  readonly operation: KeptOperation;
  /** True where it was the last of its order to end. */
  readonly isLast: boolean;
}

/** Every process hears of what happens to orders here; the payload is the order's id. */
export const orderChannel = 'order_event';

/** What is done to names at their registries: one row each, which is its own place in the queue. */
export class OperationStore {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** How long a process has an operation to itself before others take it for dead. */
    private readonly leaseSeconds: number,
  ) {}

  /** The operations of orders, in the order in which they were asked for. */
  ofOrders(orderIds: readonly string[], within: Database | Transaction = this.database): Promise<KeptOperation[]> {
    if (orderIds.length === 0) return Promise.resolve([]);
    return within
      .select()
      .from(operation)
      .where(inArray(operation.orderId, [...orderIds]))
      .orderBy(asc(operation.sequence));
  }

  async find(id: string): Promise<KeptOperation | undefined> {
    const [found] = await this.database.select().from(operation).where(eq(operation.id, id));
    return found;
  }

  /**
   * Takes operations of a registry whose turn it is; other processes take others, and these again once the lease has
   * run out. Of those on one name of one account the oldest goes first, and the next not before what is begun has ended.
   */
  claim(registry: string, limit: number): Promise<KeptOperation[]> {
    const due = sql`
      select o.id from ${operation} o
      where o.registry = ${registry} and o.next_at <= ${this.now()} and (o.leased_until is null or o.leased_until < now())
        and not exists (
          select from ${operation} before
          where before.account_id = o.account_id and before.name = o.name and before.id <> o.id
            and before.next_at is not null
            and (before.sequence < o.sequence or before.leased_until >= now() or before.state ->> 'at' <> 'ready'))
      order by o.next_at, o.sequence
      limit ${limit}
      for update skip locked`;
    return this.database
      .update(operation)
      .set({
        leasedUntil: leaseEnd(this.leaseSeconds),
        attempts: sql`${operation.attempts} + 1`,
      })
      .where(sql`${operation.id} = any(array(${due}))`)
      .returning();
  }

  /** Registries that have operations whose turn it is. */
  async lanesDue(): Promise<string[]> {
    const rows = await this.database
      .selectDistinct({ registry: operation.registry })
      .from(operation)
      .where(sql`${operation.nextAt} <= ${this.now()}`);
    return rows.map(({ registry }) => registry);
  }

  /**
   * Moves an operation on by one event, and writes that down with its order; its registry has answered, so its deadline
   * is off. One statement.
   *
   * @throws OperationEventRefused where the event cannot follow, OperationMoved where it is not where it was
   */
  async move(within: Database | Transaction, known: KeptOperation, event: OperationEvent): Promise<Moved> {
    const state = nextOperation(known.kind, known.state, event);
    const ended = isEnded(state);
    const happened: OrderEvent = { ...event, name: known.name };
    const result = await within.execute<{ open: number | null }>(sql`
      with moved as (
        update ${operation} o set state = ${JSON.stringify(state)}::jsonb, version = o.version + 1, deadline = null,
          next_at = case when ${ended} then null else o.next_at end,
          leased_until = case when ${ended} then null else o.leased_until end
        where o.id = ${known.id} and o.version = ${known.version}
        returning o.order_id
      ), noted as (
        insert into ${orderEvent} (order_id, event, at)
        select order_id, ${JSON.stringify(happened)}::jsonb, ${this.now()}::timestamptz from moved where order_id is not null
      ), counted as (
        update ${customerOrder} c set open = c.open - 1,
          look_at = case when c.open = 1 then ${this.now()}::timestamptz else c.look_at end
        from moved where c.id = moved.order_id and ${ended}
        returning c.open
      )
      select (select open from counted) as open, pg_notify(${orderChannel}, order_id::text) from moved`);
    const [moved] = result.rows;
    if (!moved) throw new OperationMoved(known);
    const nextAt = ended ? null : known.nextAt;
    return {
      operation: { ...known, state, nextAt, version: known.version + 1, deadline: null },
      isLast: moved.open === 0,
    };
  }

  /**
   * Puts an operation back in its lane, however far it came meanwhile; not one that another took since.
   *
   * @param deadline while its registry is silent
   */
  async later({ id, attempts }: KeptOperation, nextAt: Date, deadline: Date | null): Promise<void> {
    await this.database
      .update(operation)
      .set({ nextAt, deadline, leasedUntil: null, ...(deadline ? {} : { attempts: 0 }) })
      .where(and(eq(operation.id, id), eq(operation.attempts, attempts), isNotNull(operation.nextAt)));
  }

  /** Keeps what a registry told of an operation later, and gives it its turn. @returns its registry where it is known */
  async decide(transaction: string, decision: NonNullable<KeptOperation['decision']>): Promise<string | undefined> {
    const turn = sql`case when ${operation.nextAt} is null then null else ${this.now()}::timestamptz end`;
    const [decided] = await this.database
      .update(operation)
      .set({ decision, nextAt: turn })
      .where(eq(operation.transaction, transaction))
      .returning({ registry: operation.registry });
    return decided?.registry;
  }

  /** This process is still at work on them. */
  async extend(ids: readonly string[]): Promise<void> {
    await this.database
      .update(operation)
      .set({ leasedUntil: leaseEnd(this.leaseSeconds) })
      .where(and(inArray(operation.id, [...ids]), isNotNull(operation.leasedUntil)));
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}
