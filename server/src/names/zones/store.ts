import { and, desc, eq, inArray, isNotNull, lt, lte, sql, type SQL } from 'drizzle-orm';
import type { Who } from '@tienda/core/accounts/actor';
import { isMetHere, metOf } from '@tienda/core/dns/forward';
import { mailForwardOf } from '@tienda/core/dns/mailForward';
import { recordKey, wholeName, type DnsRecord } from '@tienda/core/dns/record';
import { servedChange, servedRows, type AddressesOf, type ServedRow } from '@tienda/core/dns/servedZone';
import type { ShownZoneVersion } from '@tienda/core/dns/shownZone';
import { nextSerial } from '@tienda/core/dns/zone';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { certificatesWanted } from '../certificates/store';
import {
  aliasTarget,
  aliasUse,
  forwardChanges,
  mailDelivery,
  mailForward,
  servedRecord,
  servedZone,
  webForward,
  zone,
  zoneVersion,
} from '../../platform/db/schema';

export type KeptZone = typeof zone.$inferSelect;

/** Older states are let go, the oldest first. */
const mostVersions = 200;
/** So many states are looked at for what is not seen everywhere yet, beside the one before them. */
const latestStates = 6;
/** So many zones are let go one after the other. */
const atOnce = 200;

/** Rows as PostgreSQL reads them from JSON. */
const rowsOf = (rows: readonly ServedRow[]) =>
  sql`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
    r (zone text, name text, type text, content text, ttl int, ordername text, auth boolean)`;

/** Names are answered for from now on: parts of a statement, where `from` has a row. */
export function zonesBegun(names: readonly string[], at: Date, from: SQL): StatementPart[] {
  const serial = nextSerial(0, isoDate(at));
  const all = sql`jsonb_array_elements_text(${JSON.stringify(names)}::jsonb) held (name)`;
  const rows = names.flatMap((name) => servedRows(name, [], serial).map((row) => ({ ...row, zone: name })));
  return [
    sql`zone_begun as (
      insert into ${zone} (name, serial) select held.name, ${serial}::bigint from ${from}, ${all}
      on conflict (name) do update set version = 0, serial = excluded.serial, records = '[]'
    )`,
    sql`zone_served as (
      insert into ${servedZone} (name, type) select held.name, 'NATIVE' from ${from}, ${all}
      on conflict (name) do update set type = excluded.type returning id, name
    )`,
    sql`zone_rows as (
      insert into ${servedRecord} (domain_id, name, type, content, ttl, ordername, auth)
      select zone_served.id, r.name, r.type, r.content, r.ttl, r.ordername, r.auth
      from zone_served join ${rowsOf(rows)} on r.zone = zone_served.name
    )`,
  ];
}

/** The same as a statement of its own. */
export async function beginZones(transaction: Transaction, names: readonly string[], at: Date): Promise<void> {
  if (names.length === 0) return;
  const parts = zonesBegun(names, at, sql`(select 1) one`);
  await transaction.execute(sql`with ${sql.join(parts, sql`, `)} select 1`);
}

/** A name has moved away: what is set up for it goes on here until a day; a part of a statement, where `from` has a row. */
export function zoneLeft(name: string, accountId: string, goesOn: IsoDate, from: SQL): StatementPart {
  return sql`zone_left as (
    update ${zone} set left_by = ${accountId}::uuid, goes_on = ${goesOn}::date from ${from} where ${zone}.name = ${name}
  )`;
}

/** It is back before that, with the account that it was with; a part of a statement, where `from` has a row. */
export function zoneBack(name: string, from: SQL): StatementPart {
  return sql`zone_back as (update ${zone} set left_by = null, goes_on = null from ${from} where ${zone}.name = ${name})`;
}

/** A name is nobody's any more: nothing is answered for it. */
export async function zoneGone(transaction: Transaction, name: string): Promise<void> {
  await transaction.delete(zone).where(eq(zone.name, name));
  await mailForgotten(transaction, name);
  await transaction.delete(servedZone).where(eq(servedZone.name, name));
  await transaction.execute(sql`select pg_notify(${forwardChanges}, ${name})`);
}

/** A name is nobody's any more: what became of its mail is nobody's to see. What is on its way still gets there. */
async function mailForgotten(transaction: Transaction, name: string): Promise<void> {
  const ofName = eq(mailDelivery.zone, name);
  await transaction.delete(mailDelivery).where(and(ofName, isNotNull(mailDelivery.endedAt)));
  await transaction.update(mailDelivery).set({ zone: '' }).where(ofName);
}

/** The zones of names that are held, and what name servers read of them: both in one transaction. */
export class ZoneStore {
  /** @param forwarders the addresses at which visitors come in who are sent on */
  constructor(
    private readonly database: Database,
    private readonly forwarders: readonly string[],
  ) {}

  async find(name: string): Promise<KeptZone | undefined> {
    const [found] = await this.database.select().from(zone).where(eq(zone.name, name));
    return found;
  }

  /** Lets those go whose names moved away long enough ago. */
  async endLeft(today: IsoDate): Promise<void> {
    const over = and(isNotNull(zone.goesOn), lte(zone.goesOn, today));
    const rows = await this.database.select({ name: zone.name }).from(zone).where(over).limit(atOnce);
    for (const { name } of rows)
      await this.database.transaction(async (transaction) => {
        // It may be back by now.
        const [left] = await transaction
          .select({ name: zone.name })
          .from(zone)
          .where(and(eq(zone.name, name), over))
          .for('update');
        if (left) await zoneGone(transaction, name);
      });
  }

  async findAll(names: readonly string[]): Promise<Map<string, KeptZone>> {
    const found = await this.database
      .select()
      .from(zone)
      .where(sql`${zone.name} = any(${sql.param([...names])})`);
    return new Map(found.map((one) => [one.name, one]));
  }

  /**
   * Writes the next state of a zone; name servers answer it from here on.
   *
   * @returns the zone after it; undefined where somebody changed it meanwhile
   */
  async change(
    transaction: Transaction,
    { name, version }: Pick<KeptZone, 'name' | 'version'>,
    records: readonly DnsRecord[],
    who: Who,
    at: Date,
  ): Promise<KeptZone | undefined> {
    // Its serial may have risen without a change of records, as where a host has moved that an ALIAS leads to.
    const [known] = await transaction
      .select()
      .from(zone)
      .where(and(eq(zone.name, name), eq(zone.version, version)))
      .for('update');
    if (!known) return undefined;
    const serial = nextSerial(known.serial, isoDate(at));
    const after = { version: version + 1, serial, records };
    await transaction.update(zone).set(after).where(eq(zone.name, name));
    await transaction.insert(zoneVersion).values({ name, version: version + 1, at, who, records });
    await transaction
      .delete(zoneVersion)
      .where(and(eq(zoneVersion.name, name), lt(zoneVersion.version, version + 1 - mostVersions)));
    await this.sendOn(transaction, known, records);
    await forwardMail(transaction, known, records);
    const addresses = await this.aliasesOf(transaction, known, records);
    const addressesOf = this.addressesOf(addresses);
    await serve(
      transaction,
      name,
      servedRows(name, known.records, known.serial, addressesOf),
      servedRows(name, records, serial, addressesOf),
    );
    return { ...known, ...after };
  }

  /** A host has other addresses: every zone that leads there answers them from now on. */
  async moved(host: string, addresses: readonly string[], dueAt: Date, today: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const [target] = await transaction.select().from(aliasTarget).where(eq(aliasTarget.host, host)).for('update');
      if (!target) return;
      const using = await transaction
        .select({ name: zone.name })
        .from(aliasUse)
        .innerJoin(zone, eq(zone.name, aliasUse.zone))
        .where(eq(aliasUse.host, host))
        .orderBy(zone.name);
      for (const { name } of using) {
        const [kept] = await transaction.select().from(zone).where(eq(zone.name, name)).for('update');
        if (!kept) continue;
        const others = await this.aliasesOf(transaction, kept, kept.records);
        const serial = nextSerial(kept.serial, today);
        await transaction.update(zone).set({ serial }).where(eq(zone.name, name));
        await serve(
          transaction,
          name,
          servedRows(name, kept.records, kept.serial, this.addressesOf(others)),
          servedRows(name, kept.records, serial, this.addressesOf(new Map([...others, [host, addresses]]))),
        );
      }
      await transaction
        .update(aliasTarget)
        .set({ addresses: [...addresses], dueAt })
        .where(eq(aliasTarget.host, host));
    });
  }

  /**
   * The addresses of the hosts that a zone leads to, and is to. Whoever moves one of them locks the zones that lead there,
   * so a zone that is locked knows them for certain; those that are new to it are waited for while somebody moves them.
   */
  private async aliasesOf(
    transaction: Transaction,
    { name, records: before }: KeptZone,
    after: readonly DnsRecord[],
  ): Promise<Map<string, readonly string[]>> {
    const { host, addresses } = aliasTarget;
    const [were, are] = [aliasHosts(before), aliasHosts(after)];
    const hosts = [...new Set([...were, ...are])];
    if (hosts.length === 0) return new Map();
    const targets = (some: readonly string[]) =>
      transaction
        .select({ host, addresses })
        .from(aliasTarget)
        .where(inArray(host, [...some]));
    if (were.join() !== are.join()) {
      const come = are.filter((one) => !were.includes(one));
      if (come.length > 0) await targets(come).orderBy(host).for('share');
      await transaction.delete(aliasUse).where(eq(aliasUse.zone, name));
      if (are.length > 0) await transaction.insert(aliasUse).values(are.map((one) => ({ zone: name, host: one })));
    }
    return new Map((await targets(hosts)).map((row) => [row.host, row.addresses]));
  }

  private addressesOf(addresses: ReadonlyMap<string, readonly string[]>): AddressesOf {
    return ({ type, data: [host = ''] }) => (isMetHere({ type }) ? this.forwarders : (addresses.get(host) ?? []));
  }

  /** What visitors meet here from now on. */
  private async sendOn(transaction: Transaction, known: KeptZone, records: readonly DnsRecord[]): Promise<void> {
    const forwards = (some: readonly DnsRecord[]) => some.filter(isMetHere);
    const [before, after] = [forwards(known.records), forwards(records)];
    if (before.map(recordKey).join() === after.map(recordKey).join()) return;
    await transaction.delete(webForward).where(eq(webForward.zone, known.name));
    const rows = after.map((record) => ({
      host: wholeName(known.name, record),
      zone: known.name,
      forward: metOf(record),
    }));
    if (rows.length > 0) await transaction.insert(webForward).values(rows);
    // An authority can ask one host, and not all that an asterisk stands for.
    const hosts = rows.map(({ host }) => host).filter((host) => !host.startsWith('*'));
    await certificatesWanted(transaction, known.name, hosts);
    await transaction.execute(sql`select pg_notify(${forwardChanges}, ${known.name})`);
  }

  /** The latest first. */
  async versions(name: string): Promise<ShownZoneVersion[]> {
    const rows = await this.database
      .select({
        version: zoneVersion.version,
        at: zoneVersion.at,
        who: zoneVersion.who,
        records: sql<number>`jsonb_array_length(${zoneVersion.records})`,
      })
      .from(zoneVersion)
      .where(eq(zoneVersion.name, name))
      .orderBy(desc(zoneVersion.version));
    return rows.map(({ at, who, ...rest }) => ({ ...rest, at: at.toISOString(), who: who.type }));
  }

  /** The latest states with the one before them, the oldest first. */
  async latest(name: string): Promise<{ readonly at: Date; readonly records: readonly DnsRecord[] }[]> {
    const rows = await this.database
      .select({ version: zoneVersion.version, at: zoneVersion.at, records: zoneVersion.records })
      .from(zoneVersion)
      .where(eq(zoneVersion.name, name))
      .orderBy(desc(zoneVersion.version))
      .limit(latestStates);
    const begun = { at: new Date(0), records: [] };
    return [...(rows.at(-1)?.version === 1 ? [begun] : []), ...rows.reverse()];
  }

  /** What a zone was; nothing before it was changed for the first time. */
  async recordsAt(name: string, version: number): Promise<readonly DnsRecord[] | undefined> {
    if (version === 0) return [];
    const [row] = await this.database
      .select({ records: zoneVersion.records })
      .from(zoneVersion)
      .where(and(eq(zoneVersion.name, name), eq(zoneVersion.version, version)));
    return row?.records;
  }
}

/** Where mail is forwarded to from now on. */
async function forwardMail(
  transaction: Transaction,
  { name, records: before }: KeptZone,
  after: readonly DnsRecord[],
): Promise<void> {
  const rowsOf = (records: readonly DnsRecord[]) =>
    records
      .filter(({ type }) => type === 'MAIL')
      .map((record) => {
        const { local, to } = mailForwardOf(record);
        return { host: wholeName(name, record), local, target: to, zone: name };
      });
  const rows = rowsOf(after);
  if (JSON.stringify(rows) === JSON.stringify(rowsOf(before))) return;
  await transaction.delete(mailForward).where(eq(mailForward.zone, name));
  if (rows.length > 0) await transaction.insert(mailForward).values(rows);
}

/** The hosts that the ALIAS records of a zone lead to: each once, in their order. */
function aliasHosts(records: readonly DnsRecord[]): string[] {
  const hosts = records.filter(({ type }) => type === 'ALIAS').flatMap(({ data }) => data);
  return [...new Set(hosts)].sort();
}

/** What name servers have of a zone is brought from one state to another. */
async function serve(
  transaction: Transaction,
  name: string,
  before: readonly ServedRow[],
  after: readonly ServedRow[],
): Promise<void> {
  const { gone, come } = servedChange(before, after);
  await transaction.execute(sql`
    with served as (select id from ${servedZone} where name = ${name}), gone as (
      delete from ${servedRecord} d using served, ${rowsOf(gone)}
      where d.domain_id = served.id and d.name = r.name and d.type is not distinct from r.type
        and d.content is not distinct from r.content
    )
    insert into ${servedRecord} (domain_id, name, type, content, ttl, ordername, auth)
    select served.id, r.name, r.type, r.content, r.ttl, r.ordername, r.auth from served, ${rowsOf(come)}`);
}
