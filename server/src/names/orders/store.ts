import { and, asc, desc, eq, getTableColumns, isNotNull, lte, or, sql, type SQL } from 'drizzle-orm';
import type { Contact } from '@tienda/core/contacts/contact';
import { holdLookAt } from '@tienda/core/orders/hold';
import { effects, hasEnded, isFunded, next, type Order, type OrderEvent } from '@tienda/core/orders/order';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { Clock } from '../../platform/clock/clock';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { leaseEnd } from '../../platform/db/leases';
import { together } from '../../platform/db/together';
import { documentsOf, type IssuedName } from '../../money/invoices/store';
import { account, basketLine, contact, customerOrder, helper, operation, orderEvent } from '../../platform/db/schema';
import { addresseeOf, type Addressee } from '../../people/accounts/store';
import { orderChannel, type KeptOperation } from '../operations/store';
import { orderOf } from './orderOf';

export type OrderHead = typeof customerOrder.$inferSelect;
/** What an operation begins with. */
export type NewOperation = Pick<
  KeptOperation,
  'id' | 'kind' | 'name' | 'registry' | 'request' | 'line' | 'state' | 'transaction'
>;

/** What an order begins with. */
export type NewHead = Omit<
  OrderHead,
  'number' | 'ended' | 'unpaid' | 'silentSince' | 'told' | 'version' | 'leasedUntil' | 'lookAt'
>;

/** The payment of an order that this process has to itself, with what moving it on needs of others. */
export interface TakenOrder {
  readonly head: OrderHead;
  readonly order: Order;
  readonly account: Addressee;
  /** Whom its documents are for. */
  readonly buyer: Contact;
}

/** The payment of an order after events. */
export interface MovedOrder extends TakenOrder {
  /** Registries whose turn it is by them. */
  readonly registries: readonly string[];
  /** Nothing is left to do for now, so it was given back: whether somebody wished for another look meanwhile. */
  readonly rest?: { readonly again: boolean };
}

/** An event as stored. */
export interface StoredEvent {
  readonly event: OrderEvent;
  /** As PostgreSQL writes it in JSON. */
  readonly at: string;
}

/** All of an order that its buyer sees. */
export interface WholeOrder {
  readonly head: OrderHead;
  readonly operations: readonly Pick<KeptOperation, 'line' | 'state'>[];
  readonly events: readonly StoredEvent[];
  readonly documents: readonly IssuedName[];
}

/** Somebody else moved the payment on meanwhile: what is known of it is out of date. */
export class OrderMoved extends Error {
  constructor({ number }: Pick<OrderHead, 'number'>) {
    super(`Order ${number} was moved on by another`);
  }
}

/** What an order has that was just placed. */
const asPlaced = {
  told: false,
  version: 0,
  leasedUntil: null,
  ended: false,
  unpaid: false,
  silentSince: null,
} as const;

/** A contact that an order names is not the account's, or is gone. */
export class ContactGone extends Error {}

/** What moving a payment on needs of others, read with it. */
const needed = {
  // The columns of the order are named whole: within, those of the other table would be meant.
  operations: sql<Pick<KeptOperation, 'line' | 'state'>[]>`(
    select coalesce(jsonb_agg(jsonb_build_object('line', n.line, 'state', n.state) order by n.sequence), '[]')
    from ${operation} n where n.order_id = customer_order.id)`,
  addressee: addresseeOf(sql`customer_order.account_id`, sql`customer_order.placed_by`),
  buyer: sql<Contact>`(select c.contact from ${contact} c where c.id = customer_order.contact_id)`,
};

/** What is shown of an order, read with it. */
const shown = {
  head: getTableColumns(customerOrder),
  operations: needed.operations,
  events: sql<StoredEvent[]>`(
    select coalesce(jsonb_agg(jsonb_build_object('event', e.event, 'at', e.at) order by e.id), '[]')
    from ${orderEvent} e where e.order_id = customer_order.id)`,
  documents: documentsOf(sql`customer_order.id`),
};

/** True where somebody wished for a payment to be looked at since it was taken. */
function wishedSince({ lookAt }: OrderHead, column: SQL): SQL {
  return sql`date_trunc('milliseconds', ${column}) is distinct from ${lookAt?.toISOString() ?? null}::timestamptz`;
}

/** Nothing was bought in the end: the quote may be ordered again. */
const cameToNothing: ReadonlySet<PaymentEvent['type']> = new Set(['declined', 'voided', 'refunded']);

export class OrderStore {
  /** What every order asks; written once for all. */
  private readonly asks;
  /** An order by itself; those that are looked for at one moment are read together. */
  readonly head: (orderId: string) => Promise<OrderHead | undefined>;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** How long a process has a payment to itself before others take it for dead. */
    private readonly leaseSeconds: number,
  ) {
    this.asks = asksOf(database, leaseSeconds);
    this.head = together(async (ids) => {
      const found = new Map((await this.asks.heads.execute({ ids })).map((one) => [one.id, one]));
      return ids.map((id) => found.get(id));
    });
  }

  /**
   * Keeps a new order with its operations, whose names leave the account's basket. One statement.
   *
   * @param contacts that have to be there, and stay until it is kept
   * @param isTaken whether this process has its payment to itself from the start
   * @param alongside what else has to be done for it, where anything has: in the same transaction, which fails with it
   * @returns undefined where it was placed before, or another order has the quote
   * @throws ContactGone where one of the contacts is not the account's
   */
  async place(
    head: NewHead,
    operations: readonly NewOperation[],
    contacts: readonly string[],
    isTaken: boolean,
    alongside?: (transaction: Transaction) => Promise<void>,
  ): Promise<TakenOrder | undefined> {
    if (!alongside) return this.insert(this.database, head, operations, contacts, isTaken);
    return this.database.transaction(async (transaction) => {
      const placed = await this.insert(transaction, head, operations, contacts, isTaken);
      if (placed) await alongside(transaction);
      return placed;
    });
  }

  private async insert(
    within: Database | Transaction,
    head: NewHead,
    operations: readonly NewOperation[],
    contacts: readonly string[],
    isTaken: boolean,
  ): Promise<TakenOrder | undefined> {
    const wanted = [...new Set(contacts)].sort();
    const json = (value: unknown) => sql`${JSON.stringify(value)}::jsonb`;
    const at = sql`${head.placedAt.toISOString()}::timestamptz`;
    const helperId = head.placedBy.type === 'helper' ? head.placedBy.id : null;
    const leasedUntil = isTaken ? leaseEnd(this.leaseSeconds) : sql`null::timestamptz`;
    type Row = Pick<TakenOrder, 'account' | 'buyer'> & { held: number; number: number | null };
    const result = await within.execute<Row>(sql`
      with there as (
        select id from ${contact} where id = any(${sql.param(wanted)}::uuid[]) and account_id = ${head.accountId}
        order by id for key share
      ), complete as (
        select from there having count(*) = ${wanted.length}
      ), placed as (
        insert into ${customerOrder} (id, account_id, quote_id, contact_id, way, agreements, differing, declarations,
          placed_at, placed_by, request, terms, payment, open, look_at, other_ways, leased_until)
        select ${head.id}::uuid, ${head.accountId}::uuid, ${head.quoteId}::uuid, ${head.contactId}::uuid, ${json(head.way)},
          ${json(head.agreements)}, ${json(head.differing)}, ${json(head.declarations)}, ${at}, ${json(head.placedBy)},
          ${head.request}, ${json(head.terms)}, ${json(head.payment)}, ${head.open}, ${at}, ${json(head.otherWays)},
          ${leasedUntil}
        from complete
        on conflict do nothing
        returning id, number, account_id, placed_by, contact_id
      ), noted as (
        insert into ${orderEvent} (order_id, event, at) select id, ${json({ type: 'placed' })}, ${at} from placed
      ), asked as (
        insert into ${operation} (id, account_id, order_id, kind, name, registry, request, line, state, transaction, created_at)
        select n.id, placed.account_id, placed.id, n.kind, n.name, n.registry, n.request, n.line, n.state, n.transaction, ${at}
        from placed, rows from (
          jsonb_to_recordset(${json(operations)}) as (id uuid, kind text, name text, registry text, request jsonb, line jsonb,
            state jsonb, transaction text)
        ) with ordinality as n (id, kind, name, registry, request, line, state, transaction, place)
        order by n.place
      ), out_of_basket as (
        delete from ${basketLine} b using placed, ${account} a
        where a.id = placed.account_id and b.basket_id = coalesce(
          (select h.basket_id from ${helper} h where h.id = ${helperId}::uuid), a.basket_id)
          and b.name = any(${sql.param(operations.map(({ name }) => name))})
      )
      select (select count(*)::int from there) as held, (select number from placed) as number,
        (select ${addresseeOf(sql`placed.account_id`, sql`placed.placed_by`)} from placed) as account,
        (select c.contact from placed, ${contact} c where c.id = placed.contact_id) as buyer`);
    const [row] = result.rows;
    if (!row || row.held < wanted.length) throw new ContactGone();
    if (row.number === null) return undefined;
    const kept = { ...head, ...asPlaced, number: row.number, lookAt: head.placedAt };
    return { head: kept, order: orderOf(kept, operations), account: row.account, buyer: row.buyer };
  }

  /**
   * Moves the payment of an order on by events that follow one another, written down together; the order is over where
   * they end it, its operations have their turn where they fund it, and it is given back where nothing is left to do for
   * now. One statement.
   *
   * @param along further parts of it, each one that writes only where `moved` has a row
   * @throws PaymentEventRefused where one cannot follow, OrderMoved where the payment is not where it was
   */
  async move(
    within: Database | Transaction,
    taken: TakenOrder,
    events: readonly PaymentEvent[],
    along: readonly StatementPart[] = [],
  ): Promise<MovedOrder> {
    const { head, order } = taken;
    const after = events.reduce<Order>(next, order);
    const { payment, told } = after;
    const ended = hasEnded(after);
    const rests = effects(after).length === 0;
    const holdAt = sql`${holdLookAt(after, this.clock.now())?.toISOString() ?? null}::timestamptz`;
    const funds = !isFunded(order) && isFunded(after);
    const unpaid = head.unpaid || events.some(({ type }) => cameToNothing.has(type));
    const now = sql`${this.clock.now().toISOString()}::timestamptz`;
    const result = await within.execute<{ registries: string[] | null; again: boolean }>(sql`
      with moved as (
        update ${customerOrder} o set payment = ${JSON.stringify(payment)}::jsonb, told = ${told}, ended = ${ended},
          unpaid = ${unpaid}, version = o.version + 1, silent_since = null,
          leased_until = case when ${rests} then null else o.leased_until end,
          look_at = case when not ${rests} or ${wishedSince(head, sql`o.look_at`)} then o.look_at
            when o.open > 0 then ${holdAt} when ${ended} then null else ${now} end
        where o.id = ${head.id} and o.version = ${head.version}
        returning o.id, coalesce(o.look_at <= ${now}, false) as again
      ), noted as (
        insert into ${orderEvent} (order_id, event, at)
        select moved.id, e.event, ${now}
        from moved, jsonb_array_elements(${JSON.stringify(events)}::jsonb) with ordinality e(event, place)
        order by e.place
      ), funded as (
        update ${operation} n set next_at = ${now}
        from moved where n.order_id = moved.id and ${funds}
        returning n.registry
      )${sql.join(along.map((part) => sql`, ${part}`))}
      select again, (select array_agg(distinct registry) from funded) as registries, pg_notify(${orderChannel}, id::text)
      from moved`);
    const [row] = result.rows;
    if (!row) throw new OrderMoved(head);
    return {
      ...taken,
      head: { ...head, payment, told, ended, unpaid, version: head.version + 1, silentSince: null },
      order: after,
      registries: row.registries ?? [],
      ...(rests ? { rest: { again: row.again } } : {}),
    };
  }

  /**
   * Takes the payment of an order to move it on; other processes find it taken until the lease has run out.
   *
   * @returns undefined where another has it just now, or there is no such order
   */
  async claim(orderId: string): Promise<TakenOrder | undefined> {
    const [claimed] = await this.asks.claim.execute({ orderId });
    if (!claimed) return undefined;
    const { operations, addressee, buyer, ...head } = claimed;
    return { head, order: orderOf(head, operations), account: addressee, buyer };
  }

  /**
   * Gives a payment back that was taken.
   *
   * @param lookAt when to look again; where null, when held money has to be held anew, or its operations have all ended
   * @param silentSince since when its provider is silent, null where it answers; as it was, where left out
   * @returns true where somebody wished for it to be looked at meanwhile
   */
  async release(head: OrderHead, lookAt: Date | null, silentSince?: Date | null): Promise<boolean> {
    const now = this.clock.now();
    const wished = wishedSince(head, sql`${customerOrder.lookAt}`);
    const then = sql`${(lookAt ?? (head.ended ? null : now))?.toISOString() ?? null}::timestamptz`;
    const holdAt = sql`${holdLookAt(head, now)?.toISOString() ?? null}::timestamptz`;
    const never = lookAt === null ? sql`case when ${customerOrder.open} > 0 then ${holdAt} else ${then} end` : then;
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
    await this.asks.extend.execute({ ids });
  }

  /** Wishes for the payment of an order to be looked at. */
  async wish(orderId: string): Promise<void> {
    await this.database.update(customerOrder).set({ lookAt: this.clock.now() }).where(eq(customerOrder.id, orderId));
  }

  /** The order of an attempt to pay, or that of its quote unless its payment came to nothing. */
  async earlier(orderId: string, quoteId: string, accountId: string): Promise<OrderHead | undefined> {
    const found = await this.asks.earlier.execute({ orderId, quoteId, accountId });
    return found.find((one) => one.id === orderId) ?? found[0];
  }

  /** The steps so far of the orders that the clock placed and that have not ended; undefined where all have. */
  async stepsOfClock(): Promise<number | undefined> {
    const result = await this.database.execute<{ steps: number | null }>(sql`
      select sum(o.version + (select coalesce(sum(n.version), 0) from ${operation} n where n.order_id = o.id))::int as steps
      from ${customerOrder} o where o.placed_by ->> 'type' = 'clock' and not o.ended`);
    return result.rows[0]?.steps ?? undefined;
  }

  /** The contact that the latest order of an account was billed to. */
  async billedLast(accountId: string): Promise<string | undefined> {
    const [last] = await this.database
      .select({ contactId: customerOrder.contactId })
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId))
      .orderBy(desc(customerOrder.placedAt))
      .limit(1);
    return last?.contactId;
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

  /** With all that its buyer sees of it. */
  async whole(orderId: string): Promise<WholeOrder | undefined> {
    const [found] = await this.asks.whole.execute({ orderId });
    return found;
  }

  /** With all that their buyer sees of them, the latest first. */
  ofAccount(accountId: string): Promise<WholeOrder[]> {
    return this.database
      .select(shown)
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId))
      .orderBy(desc(customerOrder.placedAt))
      .limit(200);
  }

  /** Orders whose payment has to be looked at. */
  async due(): Promise<string[]> {
    const rows = await this.asks.due.execute({ now: this.clock.now() });
    return rows.map(({ id }) => id);
  }
}

/** The statements that every order asks, the same each time but for what is given with it. */
function asksOf(database: Database, leaseSeconds: number) {
  const { id, accountId, quoteId, unpaid, lookAt, leasedUntil } = customerOrder;
  const { placeholder } = sql;
  const isFree = sql`(${leasedUntil} is null or ${leasedUntil} < now())`;
  const lease = { leasedUntil: leaseEnd(leaseSeconds) };
  const isIt = eq(id, placeholder('orderId'));
  const isOfIt = or(isIt, and(eq(quoteId, placeholder('quoteId')), eq(unpaid, false)));
  const select = () => database.select().from(customerOrder);
  return {
    claim: database
      .update(customerOrder)
      .set(lease)
      .where(and(isIt, isFree))
      .returning({ ...getTableColumns(customerOrder), ...needed })
      .prepare(''),
    extend: database
      .update(customerOrder)
      .set(lease)
      .where(and(sql`${id} = any(${placeholder('ids')}::uuid[])`, isNotNull(leasedUntil)))
      .prepare(''),
    heads: select()
      .where(sql`${id} = any(${placeholder('ids')}::uuid[])`)
      .prepare(''),
    whole: database.select(shown).from(customerOrder).where(isIt).prepare(''),
    earlier: select()
      .where(and(eq(accountId, placeholder('accountId')), isOfIt))
      .prepare(''),
    due: database
      .select({ id })
      .from(customerOrder)
      .where(and(lte(lookAt, placeholder('now')), isFree))
      .orderBy(asc(lookAt))
      .limit(500)
      .prepare(''),
  };
}
