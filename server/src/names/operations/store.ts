import { and, eq, getTableColumns, inArray, isNotNull, lte, sql, type SQL, type SQLWrapper } from 'drizzle-orm';
import { isEnded, nextOperation, type OperationEvent } from '@tienda/core/operations/operations';
import type { EppTransfer } from '@tienda/core/epp/objects';
import type { TransferOutRequest } from '@tienda/core/operations/transferOut';
import type { Currency } from '@tienda/core/money/money';
import type { Who } from '@tienda/core/accounts/actor';
import type { OrderEvent } from '@tienda/core/orders/order';
import { addresseeOf, type Addressee } from '../../people/accounts/store';
import type { StoredContact } from '../../people/contacts/store';
import type { RegistryMessage } from '../../gateways/registry/registryGateway';
import type { Clock } from '../../platform/clock/clock';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import type { HeldName } from '../held/store';
import { uuidFrom } from '../../platform/http/uuid';
import { transactionOf } from './identity';
import { leaseEnd } from '../../platform/db/leases';
import {
  contact,
  customerOrder,
  heldName,
  moveIn,
  operation,
  orderEvent,
  registryMessage,
  zone,
} from '../../platform/db/schema';

/** An operation as it is kept. */
export type KeptOperation = typeof operation.$inferSelect;

/** What is asked for without an order. */
export type AskedOperation = Pick<
  KeptOperation,
  'id' | 'accountId' | 'kind' | 'name' | 'registry' | 'request' | 'askedBy'
>;

/** An operation that this process has to itself, with what carrying it out needs of others. */
export interface TakenOperation extends KeptOperation {
  readonly account: Addressee;
  /** The order that it was paid with. */
  readonly order: {
    readonly number: number;
    readonly placedBy: Who;
    readonly names: number | null;
    readonly currency: Currency;
    /** Until when the bank holds its money, and whether it would not hold it anew. */
    readonly hold: { readonly until?: string; readonly isRefused: boolean };
  } | null;
  /** Those that it names, also where their account has forgotten them. */
  readonly contacts: readonly StoredContact[];
  /** The name as it is held; null for a registration, and where it is not held any more. */
  readonly held: HeldBefore | null;
  /** Whose the zone is that goes on here, where the name that comes had moved away; null where there is none. */
  readonly leftover: 'own' | 'others' | null;
  /** The auth code that was given for a name that is to come here, sealed; null where none was. */
  readonly sealedCode: string | null;
  /** True where it was never sent before. */
  readonly isFirst: boolean;
}

/**
 * What an operation can change of a name, as it was when the operation was taken: nothing else changes that until it has
 * ended, since of those on one name one goes after another.
 */
type HeldBefore = Pick<HeldName, 'id' | 'contactId' | 'contacts' | 'privacy' | 'autoRenew' | 'locked' | 'delegation'>;

/** Somebody else moved it on meanwhile: what is known of it is out of date. */
export class OperationMoved extends Error {
  constructor({ kind, name }: Pick<KeptOperation, 'kind' | 'name'>) {
    super(`The ${kind} of ${name} was moved on by another`);
  }
}

/** An operation after an event. */
export interface Moved<Known extends KeptOperation = TakenOperation> {
  readonly operation: Known;
  /** True where it was the last of its order to end. */
  readonly isLast: boolean;
}

/** What further parts of a statement that moves an operation or an order on select from. */
export const moved = sql`moved`;

/** Every process hears of what happens to orders here; the payload is the order's id. */
export const orderChannel = 'order_event';

const ready = sql`${JSON.stringify({ at: 'ready' })}::jsonb`;
const sent = sql`${JSON.stringify({ at: 'sent' })}::jsonb`;
/**
 * The event with which an operation begins as it is taken; null where it has begun, or needs more than that. A renewal
 * begins from the expiry that the name has: what was done to the name before has ended, and is seen with it.
 */
const beginning = sql`case when o.state <> ${ready} then null
  when o.kind in ('register', 'update') then jsonb_build_object('type', 'sent')
  when o.kind = 'renew' and h.expires_on = coalesce((o.request ->> 'ending')::date, h.expires_on)
    then jsonb_build_object('type', 'sent', 'from', h.expires_on) end`;

/** What carrying an operation out needs of others, read with it. */
const needed = {
  // The columns of the operation are named whole: within, those of the other table would be meant.
  account: addresseeOf(sql`operation.account_id`),
  order: sql<TakenOperation['order']>`(
    select jsonb_build_object('number', o.number, 'placedBy', o.placed_by, 'names', o.terms -> 'names',
      'currency', o.terms -> 'currency',
      'hold', jsonb_build_object('until', o.payment -> 'heldUntil', 'isRefused', o.payment ? 'refused'))
    from ${customerOrder} o where o.id = operation.order_id)`,
  contacts: sql<readonly StoredContact[]>`coalesce((
    select jsonb_agg(c.contact || jsonb_build_object('id', c.id))
    from ${contact} c
    where c.account_id = operation.account_id and c.id in (
      select named.value::uuid from jsonb_each_text(operation.request -> 'contacts') named)), '[]')`,
  held: sql<HeldBefore | null>`(
    select jsonb_build_object('id', n.id, 'contactId', n.contact_id, 'contacts', n.contacts, 'privacy', n.privacy,
      'autoRenew', n.auto_renew, 'locked', n.locked, 'delegation', n.delegation)
    from ${heldName} n
    where operation.kind <> 'register' and n.account_id = operation.account_id and n.name = operation.name
      and n.left_at is null)`,
  leftover: sql<TakenOperation['leftover']>`(
    select case when z.left_by = operation.account_id then 'own' else 'others' end
    from ${zone} z
    where operation.kind in ('register', 'transferIn') and z.name = operation.name and z.left_by is not null)`,
  sealedCode: sql<string | null>`(
    select m.code
    from ${moveIn} m
    where operation.kind = 'transferIn' and m.account_id = operation.account_id and m.name = operation.name)`,
};

/** What is done to names at their registries: one row each, which is its own place in the queue. */
export class OperationStore {
  /** What every operation asks; written once for all. */
  private readonly asks;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** How long a process has an operation to itself before others take it for dead. */
    leaseSeconds: number,
  ) {
    this.asks = asksOf(database, leaseSeconds);
  }

  /** Something is to be done that costs nothing: it has its turn at once. */
  async ask(asked: readonly AskedOperation[], within: Database | Transaction = this.database): Promise<void> {
    if (asked.length === 0) return;
    const now = this.clock.now();
    await within.insert(operation).values(
      asked.map((one) => ({
        ...one,
        state: { at: 'ready' } as const,
        transaction: transactionOf(one.id),
        createdAt: now,
        nextAt: now,
      })),
    );
  }

  /** The same as a part of a statement, where `from` has a row. */
  askedThen(one: AskedOperation, from: SQL): StatementPart {
    const now = sql`${this.now()}::timestamptz`;
    const json = (value: unknown) => sql`${JSON.stringify(value)}::jsonb`;
    return sql`asked_then as (
      insert into ${operation} (id, account_id, asked_by, kind, name, registry, request, state, transaction, created_at, next_at)
      select ${one.id}::uuid, ${one.accountId}::uuid, ${json(one.askedBy)}, ${one.kind}, ${one.name}, ${one.registry},
        ${json(one.request)}, ${ready}, ${transactionOf(one.id)}, ${now}, ${now}
      from ${from}
    )`;
  }

  async find(id: string): Promise<KeptOperation | undefined> {
    const [found] = await this.database.select().from(operation).where(eq(operation.id, id));
    return found;
  }

  /**
   * Takes operations of a registry whose turn it is; other processes take others, and these again once the lease has
   * run out. Of those on one name of one account the oldest goes first, and the next not before what is begun has ended;
   * nothing waits for a holder who is asked whether a name may go, nor they for anything.
   * A registration, a renewal or a change that is taken for the first time counts as sent from here on: it is sent at once.
   */
  claim(registry: string, limit: number): Promise<TakenOperation[]> {
    return this.asks.claim.execute({ registry, limit, now: this.clock.now() });
  }

  /** Registries that have operations whose turn it is. */
  async lanesDue(): Promise<string[]> {
    const rows = await this.asks.lanesDue.execute({ now: this.clock.now() });
    return rows.map(({ registry }) => registry);
  }

  /**
   * Moves an operation on by one event, and writes that down with its order; its registry has answered, so its deadline
   * is off. One statement.
   *
   * @param along further parts of it, each one that writes only where `moved` has a row
   * @param turnAt when it is looked at again, where this process is done with it for now
   * @throws OperationEventRefused where the event cannot follow, OperationMoved where it is not where it was
   */
  async move<Known extends KeptOperation>(
    within: Database | Transaction,
    known: Known,
    event: OperationEvent,
    along: readonly StatementPart[] = [],
    turnAt?: Date,
  ): Promise<Moved<Known>> {
    const state = nextOperation(known.kind, known.state, event);
    const ended = isEnded(state);
    const isLeft = ended || turnAt !== undefined;
    const turn = turnAt ? turnAfter(sql`o.next_at`, known.nextAt, turnAt) : sql`o.next_at`;
    const happened: OrderEvent = { ...event, name: known.name };
    const result = await within.execute<{ open: number | null }>(sql`
      with moved as (
        update ${operation} o set state = ${JSON.stringify(state)}::jsonb, version = o.version + 1, deadline = null,
          next_at = case when ${ended} then null else ${turn} end,
          leased_until = case when ${isLeft} then null else o.leased_until end,
          attempts = case when ${turnAt !== undefined} then 0 else o.attempts end
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
      )${sql.join(along.map((part) => sql`, ${part}`))}
      select (select open from counted) as open, pg_notify(${orderChannel}, order_id::text) from moved`);
    const [row] = result.rows;
    if (!row) throw new OperationMoved(known);
    const nextAt = ended ? null : (turnAt ?? known.nextAt);
    const leasedUntil = isLeft ? null : known.leasedUntil;
    return {
      operation: { ...known, state, nextAt, leasedUntil, version: known.version + 1, deadline: null },
      isLast: row.open === 0,
    };
  }

  /**
   * Puts an operation back in its lane, however far it came meanwhile; not one that another took since.
   *
   * @param deadline while its registry is silent
   */
  async later({ id, attempts, nextAt: known }: KeptOperation, nextAt: Date, deadline: Date | null): Promise<void> {
    await this.database
      .update(operation)
      .set({
        nextAt: turnAfter(operation.nextAt, known, nextAt),
        deadline,
        leasedUntil: null,
        ...(deadline ? {} : { attempts: 0 }),
      })
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

  /** A registry has told something of the transfer of a name: what waits for that has its turn. @returns true where it does */
  async heardOfTransfer(registry: string, name: string): Promise<boolean> {
    const waiting = await this.database
      .update(operation)
      .set({ nextAt: this.clock.now() })
      .where(
        and(
          eq(operation.registry, registry),
          eq(operation.name, name),
          inArray(operation.kind, ['transferIn', 'transferOut']),
          isNotNull(operation.nextAt),
        ),
      )
      .returning({ id: operation.id });
    return waiting.length > 0;
  }

  /**
   * Another registrar asks for a name that is held here: its holder is to be asked, once for each request, however often
   * it is heard of.
   *
   * @returns true where it was not known
   */
  async askedFromElsewhere(registry: string, transfer: EppTransfer): Promise<boolean> {
    const { name, requestedBy: to, requestedAt, status } = transfer;
    const id = uuidFrom(`transfer out ${registry} ${name} ${requestedAt} ${status}`);
    const request: TransferOutRequest = { to };
    const askedBy: Who = { type: 'registry' };
    const result = await this.database.execute(sql`
      insert into ${operation} (id, account_id, asked_by, kind, name, registry, request, state, transaction, created_at, next_at)
      select ${id}::uuid, h.account_id, ${JSON.stringify(askedBy)}::jsonb, 'transferOut', h.name, ${registry},
        ${JSON.stringify(request)}::jsonb, ${ready}, ${transactionOf(id)}, ${this.now()}::timestamptz, ${this.now()}::timestamptz
      from ${heldName} h where h.name = ${name} and h.left_at is null
      on conflict do nothing
      returning id`);
    return result.rows.length > 0;
  }

  /** Keeps a message of a registry as it came, whether it is understood or not; once, however often it is heard. */
  async keepMessage(registry: string, { id, text, result }: RegistryMessage): Promise<void> {
    await this.database
      .insert(registryMessage)
      .values({ registry, id, text, result: result ?? null })
      .onConflictDoNothing();
  }

  /** This process is still at work on them. */
  async extend(ids: readonly string[]): Promise<void> {
    await this.asks.extend.execute({ ids });
  }

  private now(): string {
    return this.clock.now().toISOString();
  }
}

/** The statements that every operation asks, the same each time but for what is given with it. */
function asksOf(database: Database, leaseSeconds: number) {
  const { placeholder } = sql;
  const now = sql`${placeholder('now')}::timestamptz`;
  const leasedUntil = leaseEnd(leaseSeconds);
  const due = database.$with('due', {
    id: sql<string>`id`.as('id'),
    event: sql<OperationEvent | null>`event`.as('event'),
  }).as(sql`
    select o.id, o.order_id, o.name, ${beginning} as event from ${operation} o
      left join ${heldName} h
        on o.kind = 'renew' and h.account_id = o.account_id and h.name = o.name and h.left_at is null
    where o.registry = ${placeholder('registry')} and o.next_at <= ${now}
      and (o.leased_until is null or o.leased_until < now())
      and (o.kind = 'transferOut' or not exists (
        select from ${operation} before
        where before.account_id = o.account_id and before.name = o.name and before.id <> o.id
          and before.kind <> 'transferOut' and num_nonnulls(before.next_at) = 1
          and (before.sequence < o.sequence or before.leased_until >= now() or before.state ->> 'at' <> 'ready')))
    order by o.next_at, o.sequence
    limit ${placeholder('limit')}
    for update of o skip locked`);
  const noted = database.$with('noted', {}).as(sql`
    insert into ${orderEvent} (order_id, event, at)
    select order_id, event || jsonb_build_object('name', name), ${now}
    from due where event is not null and order_id is not null
    returning pg_notify(${orderChannel}, order_id::text)`);
  return {
    claim: database
      .with(due, noted)
      .update(operation)
      .set({
        leasedUntil,
        attempts: sql`${operation.attempts} + 1`,
        state: sql`case when due.event is null then ${operation.state} else ${sent} || (due.event - 'type') end`,
        version: sql`${operation.version} + (due.event is not null)::int`,
      })
      .from(due)
      .where(sql`${operation.id} = due.id`)
      .returning({ ...getTableColumns(operation), ...needed, isFirst: sql<boolean>`due.event is not null` })
      .prepare(''),
    lanesDue: database
      .selectDistinct({ registry: operation.registry })
      .from(operation)
      .where(lte(operation.nextAt, placeholder('now')))
      .prepare(''),
    extend: database
      .update(operation)
      .set({ leasedUntil })
      .where(and(sql`${operation.id} = any(${placeholder('ids')}::uuid[])`, isNotNull(operation.leasedUntil)))
      .prepare(''),
  };
}

/** When it is looked at again. A turn that it was given while it was looked at, by a message or an answer, it keeps. */
function turnAfter(nextAt: SQLWrapper, known: Date | null, turnAt: Date): SQL {
  const at = sql`${turnAt.toISOString()}::timestamptz`;
  return sql`case when ${nextAt} = ${known?.toISOString() ?? null}::timestamptz then ${at} else ${nextAt} end`;
}
