import { randomUUID } from 'node:crypto';
import { and, asc, eq, getTableColumns, gte, isNull, lte, ne, sql, type SQL } from 'drizzle-orm';
import type { Holding, Who } from '@tienda/core/accounts/actor';
import { contactRoles, contactsOf, type NameContacts } from '@tienda/core/contacts/roles';
import { isSameDelegation, startingDelegation, type Delegation, type OwnHost } from '@tienda/core/dns/delegation';
import type { HeldStage } from '@tienda/core/lifecycle/stage';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { UpdateRequest } from '@tienda/core/operations/update';
import { noticeDays, type RenewalCare } from '@tienda/core/lifecycle/renewalCare';
import type { Currency } from '@tienda/core/money/money';
import { addDays, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { servedUntil } from '@tienda/core/transfers/moveAway';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { notFound } from '../../platform/http/problem';
import { availability, heldName, nameGroup, nameLog, operation } from '../../platform/db/schema';
import { nameChanges } from '../../find/zones/changes';
import { log, logged } from '../log/store';
import { zoneBack, zoneGone, zoneLeft, zonesBegun } from '../zones/store';

/** A name that an account holds, as it is kept. */
export interface HeldName {
  /** Of this time that somebody holds it. */
  readonly id: string;
  readonly name: string;
  readonly accountId: string;
  /** Null where it came from another account. */
  readonly orderId: string | null;
  readonly contactId: string;
  /** The other contacts; the registrant where null. */
  readonly contacts: NameContacts | null;
  readonly groupId: string | null;
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** US cents a year. */
  readonly premiumRenew: number | null;
  /** What its renewals are charged in: that of its first order. */
  readonly currency: Currency;
  readonly locked: boolean;
  readonly suspended: boolean;
  /** As it began where null. */
  readonly delegation: Delegation | null;
  /** Its holder has changed: it stays here until that day. */
  readonly movableFrom: IsoDate | null;
  readonly stage: HeldStage;
  readonly nextStageOn: IsoDate;
  readonly care: RenewalCare;
  readonly careOn: IsoDate | null;
}

/**
 * A name at one moment, and whether something that was asked for of it has not been answered. Both are read in one
 * statement: what a registry answers meanwhile is in both of them or in none.
 */
export type HeldNow = HeldName & { readonly isChanging: boolean };

/** What a name begins with. */
export type NewlyHeld = Omit<
  HeldName,
  'id' | 'groupId' | 'locked' | 'suspended' | 'stage' | 'nextStageOn' | 'care' | 'careOn'
> & {
  /** How it came to be held. */
  readonly event: NameEvent;
  /** Of the group that it was registered for; in none where that is gone. */
  readonly groupId: string | null;
};

const { leftAt: _leftAt, unpaid: _unpaid, pointsTo: _pointsTo, ...columns } = getTableColumns(heldName);

/** All that is read of a name. */
export const heldColumns = columns;

/** Operations whose registry has not answered yet, asked for without an order: what changes names that are held. */
export const isChange = sql`(order_id is null and next_at is not null and kind <> 'transferOut')`;

/** Whether there is one of a name that is read. */
const isChanging = sql<boolean>`exists (
  select from ${operation} o where o.account_id = ${heldName}.account_id and o.name = ${heldName}.name and ${isChange})`;

/** The first day on which something falls due about a renewal. */
function careFrom(expiresOn: IsoDate): IsoDate {
  return addDays(expiresOn, -noticeDays[0]);
}

/** Names that were held at a time are kept; whoever holds one now has its one current row. */
export const current = isNull(heldName.leftAt);

/** Names are an account's, as far as somebody may reach them: a condition in columns that every list's index has. */
export function isOf({ account, reach }: Holding): SQL {
  const held = sql`${heldName.accountId} = ${account} and ${heldName.leftAt} is null`;
  if (reach === 'all') return held;
  const { groups, names } = reach;
  return sql`${held} and (${heldName.groupId} = any(${sql.param([...groups])}::uuid[]) or ${heldName.name} = any(${sql.param([...names])}))`;
}

export class NameStore {
  constructor(private readonly database: Database) {}

  /** The soonest to expire first. */
  ofAccount(holding: Holding): Promise<HeldName[]> {
    return this.database
      .select(columns)
      .from(heldName)
      .where(isOf(holding))
      .orderBy(asc(heldName.expiresOn), asc(heldName.name));
  }

  /**
   * Switches auto-renew of names of an account; what falls due by that is found out at once.
   *
   * @returns those that were not so already
   */
  async setAutoRenew(
    holding: Holding,
    names: readonly string[],
    autoRenew: boolean,
    who: Who,
    at: Date,
  ): Promise<string[]> {
    const result = await this.database.execute<{ name: string }>(sql`
      with changed as (
        update ${heldName} set auto_renew = ${autoRenew}, care_on = ${isoDate(at)}::date
        where ${isOf(holding)} and name = any(${sql.param([...names])}) and auto_renew <> ${autoRenew}
        returning id, name
      ), logged as (
        insert into ${nameLog} (held_id, at, who, what)
        select id, ${at.toISOString()}::timestamptz, ${JSON.stringify(who)}::jsonb,
          ${JSON.stringify({ type: 'autoRenew', on: autoRenew } satisfies NameEvent)}::jsonb
        from changed
      )
      select name from changed order by name`);
    return result.rows.map(({ name }) => name);
  }

  /**
   * Puts names of an account in one of its groups, or in none.
   *
   * @returns those that were not so already
   */
  async setGroup(
    holding: Holding,
    names: readonly string[],
    group: { readonly id: string; readonly title: string } | null,
    who: Who,
    at: Date,
  ): Promise<string[]> {
    const id = group?.id ?? null;
    const result = await this.database.execute<{ name: string }>(sql`
      with changed as (
        update ${heldName} set group_id = ${id}::uuid
        where ${isOf(holding)} and name = any(${sql.param([...names])}) and group_id is distinct from ${id}::uuid
        returning id, name
      ), logged as (
        insert into ${nameLog} (held_id, at, who, what)
        select id, ${at.toISOString()}::timestamptz, ${JSON.stringify(who)}::jsonb,
          ${JSON.stringify({ type: 'grouped', title: group?.title ?? null } satisfies NameEvent)}::jsonb
        from changed
      )
      select name from changed order by name`);
    return result.rows.map(({ name }) => name);
  }

  /** Those of the names that an account holds. */
  among(
    holding: Holding,
    names: readonly string[],
    within: Database | Transaction = this.database,
  ): Promise<HeldName[]> {
    return within
      .select(columns)
      .from(heldName)
      .where(and(isOf(holding), sql`${heldName.name} = any(${sql.param([...names])})`));
  }

  find(holding: Holding, name: string): Promise<HeldNow | undefined> {
    return this.now(and(isOf(holding), eq(heldName.name, name)));
  }

  /** Whoever holds a name now. */
  holding(name: string): Promise<HeldNow | undefined> {
    return this.now(and(eq(heldName.name, name), current));
  }

  private async now(isIt: SQL | undefined): Promise<HeldNow | undefined> {
    const [found] = await this.database
      .select({ ...columns, isChanging })
      .from(heldName)
      .where(isIt);
    return found;
  }

  /** @throws Problem 404 where the account does not hold the name, or whoever asks does not reach it */
  async need(holding: Holding, name: string): Promise<HeldNow> {
    const held = await this.find(holding, name);
    if (!held) throw notFound('name among yours');
    return held;
  }

  /** A name of an account, that nobody else changes until the transaction is over. */
  async lock(transaction: Transaction, accountId: string, name: string): Promise<HeldName | undefined> {
    const [found] = await transaction
      .select(columns)
      .from(heldName)
      .where(and(eq(heldName.accountId, accountId), eq(heldName.name, name), current))
      .for('update');
    return found;
  }

  /** Every name whose next stage can have begun, the one longest due first. */
  due(today: IsoDate, limit: number): Promise<HeldName[]> {
    return this.database
      .select(columns)
      .from(heldName)
      .where(and(lte(heldName.nextStageOn, today), current))
      .orderBy(asc(heldName.nextStageOn), asc(heldName.id))
      .limit(limit);
  }

  async setSuspended(transaction: Transaction, id: string, suspended: boolean, at: Date): Promise<void> {
    await transaction.update(heldName).set({ suspended }).where(eq(heldName.id, id));
    await log(transaction, id, { type: 'clock' }, { type: suspended ? 'suspended' : 'released' }, at);
  }

  /** Names registered on a day or after it, whoever holds them. */
  async registeredSince(day: IsoDate): Promise<string[]> {
    const rows = await this.database
      .select({ name: heldName.name })
      .from(heldName)
      .where(and(gte(heldName.registeredOn, day), current));
    return rows.map(({ name }) => name);
  }

  /**
   * A name is held from now on, known as taken, and all processes are told: as parts of a larger statement, where `from`
   * has a row.
   *
   * @param isBack its zone has gone on here since the account let it go: it stays as it is
   */
  added({ event, ...held }: NewlyHeld, isBack: boolean, who: Who, at: Date, from: SQL): StatementPart[] {
    const { channel, written } = nameChanges;
    const id = randomUUID();
    const now = at.toISOString();
    return [
      sql`added as (
        insert into ${heldName} (id, name, account_id, order_id, contact_id, contacts, registered_on, expires_on, next_stage_on,
          care_on, group_id, privacy, auto_renew, premium_renew, currency, delegation, movable_from)
        select ${id}::uuid, ${held.name}, ${held.accountId}::uuid, ${held.orderId}::uuid, ${held.contactId}::uuid,
          ${JSON.stringify(held.contacts)}::jsonb, ${held.registeredOn}::date, ${held.expiresOn}::date, ${held.expiresOn}::date,
          ${careFrom(held.expiresOn)}::date,
          (select g.id from ${nameGroup} g where g.id = ${held.groupId}::uuid and g.account_id = ${held.accountId}::uuid),
          ${held.privacy}::boolean, ${held.autoRenew}::boolean, ${held.premiumRenew}::bigint, ${held.currency},
          ${held.delegation && JSON.stringify(held.delegation)}::jsonb, ${held.movableFrom}::date
        from ${from}
      )`,
      sql`known as (
        insert into ${availability} (name, status, checked_at)
        select ${held.name}, 'taken', ${now}::timestamptz from ${from}
        on conflict (name) do update set status = excluded.status, premium_register = null, premium_renew = null,
          checked_at = excluded.checked_at
      )`,
      sql`logged as (
        insert into ${nameLog} (held_id, at, who, what)
        select ${id}::uuid, ${now}::timestamptz, ${JSON.stringify(who)}::jsonb, ${JSON.stringify(event)}::jsonb from ${from}
        returning pg_notify(${channel}, ${written(held.name, 'taken')})
      )`,
      ...(isBack ? [zoneBack(held.name, from)] : zonesBegun([held.name], at, from)),
    ];
  }

  /**
   * It is with another registrar, and what is set up here goes on for a while: as parts of a statement, where `from` has a
   * row.
   */
  movedOut(
    { accountId, name }: Pick<HeldName, 'accountId' | 'name'>,
    id: string,
    at: Date,
    from: SQL,
  ): StatementPart[] {
    return [
      sql`moved_out as (
        update ${heldName} set stage = 'movedOut', left_at = ${at.toISOString()}::timestamptz, care_on = null
        from ${from} where ${heldName}.id = ${id}::uuid
      )`,
      logged(id, { type: 'registry' }, [{ type: 'movedOut' }], at, from),
      zoneLeft(name, accountId, servedUntil(isoDate(at)), from),
    ];
  }

  /** The name was renewed, or restored: it is paid for until a later day; as parts of a statement, where `from` has a row. */
  paidLonger(
    { id }: Pick<HeldName, 'id'>,
    event: Extract<NameEvent, { type: 'renewed' | 'restored' }>,
    who: Who,
    at: Date,
    from: SQL,
  ): StatementPart[] {
    const day = sql`${event.expiresOn}::date`;
    return [
      sql`paid_longer as (
        update ${heldName} set expires_on = ${day}, next_stage_on = ${day}, stage = 'active', care = '{}',
          care_on = ${careFrom(event.expiresOn)}::date
        from ${from} where ${heldName}.id = ${id}::uuid
      )`,
      logged(id, who, [event], at, from),
    ];
  }

  /**
   * Its registry has changed it as it was asked to: as parts of a statement, where `from` has a row.
   *
   * @param before as it was until then
   * @param came hosts that were to go, and stay; who holds it now
   */
  updated(
    before: Pick<HeldName, 'id' | 'contactId' | 'contacts' | 'privacy' | 'locked' | 'delegation'>,
    { locked, newAuthCode, privacy, contacts, delegation }: UpdateRequest,
    { kept, holder }: { readonly kept: readonly OwnHost[]; readonly holder?: string },
    who: Who,
    at: Date,
    from: SQL,
  ): StatementPart[] {
    const { id, contactId } = before;
    const changes: SQL[] = [];
    const events: NameEvent[] = [];
    if (locked !== undefined && locked !== before.locked) {
      changes.push(sql`locked = ${locked}`);
      events.push({ type: locked ? 'locked' : 'unlocked' });
    }
    if (contacts) {
      const { registrant } = contacts;
      changes.push(sql`contacts = ${JSON.stringify(contacts)}::jsonb, contact_id = ${registrant}::uuid`);
      const known = before.contacts ?? contactsOf(contactId);
      if (registrant !== contactId && holder !== undefined) events.push({ type: 'holder', to: holder });
      else if (contactRoles.some((role) => contacts[role] !== known[role])) events.push({ type: 'contacts' });
    }
    if (privacy !== undefined && privacy !== before.privacy) {
      changes.push(sql`privacy = ${privacy}`);
      events.push({ type: 'privacy', on: privacy });
    }
    if (delegation) {
      const after = { ...delegation, hosts: [...delegation.hosts, ...kept] };
      changes.push(sql`delegation = ${JSON.stringify(after)}::jsonb`);
      if (kept.length > 0 || !isSameDelegation(after, before.delegation ?? startingDelegation))
        events.push(delegated(after, kept));
    }
    if (newAuthCode) events.push({ type: 'authCode' });
    return [
      ...(changes.length > 0
        ? [
            sql`updated as (
              update ${heldName} set ${sql.join(changes, sql`, `)} from ${from} where ${heldName}.id = ${id}::uuid
            )`,
          ]
        : []),
      ...(events.length > 0 ? [logged(id, who, events, at, from)] : []),
    ];
  }

  /** It was given back while it was new, and is free for anyone. */
  async givenBack(transaction: Transaction, { id, name }: HeldName, who: Who, at: Date): Promise<void> {
    await transaction.update(heldName).set({ stage: 'gone', leftAt: at }).where(eq(heldName.id, id));
    await zoneGone(transaction, name);
    await log(transaction, id, who, { type: 'givenBack' }, at);
    await transaction.delete(availability).where(eq(availability.name, name));
    const { channel, written } = nameChanges;
    await transaction.execute(sql`select pg_notify(${channel}, ${written(name, 'available')})`);
  }

  /** Nothing has changed: looked at again on a later day. */
  async lookAgain({ id }: HeldName, nextStageOn: IsoDate): Promise<void> {
    await this.database.update(heldName).set({ nextStageOn }).where(eq(heldName.id, id));
  }

  /** The name's days have come. @returns false where it was renewed meanwhile */
  async enter(
    transaction: Transaction,
    held: HeldName,
    stage: Exclude<HeldStage, 'movedOut' | 'handedOver'> & NameEvent['type'],
    nextStageOn: IsoDate,
    at: Date,
  ): Promise<boolean> {
    const isGone = stage === 'gone';
    const entered = await transaction
      .update(heldName)
      .set({ stage, nextStageOn, ...(isGone ? { leftAt: at } : {}) })
      .where(and(eq(heldName.id, held.id), eq(heldName.expiresOn, held.expiresOn), ne(heldName.stage, stage), current))
      .returning({ id: heldName.id });
    if (entered.length === 0) return false;
    await log(transaction, held.id, { type: 'registry' }, { type: stage }, at);
    const { channel, written } = nameChanges;
    if (isGone) {
      await zoneGone(transaction, held.name);
      await transaction.execute(sql`select pg_notify(${channel}, ${written(held.name, 'available')})`);
    }
    return true;
  }
}

function delegated({ nameservers, ds }: Delegation, kept: readonly OwnHost[]): NameEvent {
  const hosts = kept.map(({ host }) => host);
  return {
    type: 'delegated',
    nameservers,
    signed: ds.length > 0,
    ...(hosts.length > 0 ? { kept: hosts } : {}),
  };
}
