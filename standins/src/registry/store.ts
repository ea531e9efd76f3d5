import { Readable } from 'node:stream';
import { and, eq, inArray, like, lte, sql } from 'drizzle-orm';
import type { Lifecycle } from '@tienda/core/catalogue/extension';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import type { EppContact, EppDomainCreate, EppDomainInfo } from '@tienda/core/epp/objects';
import { addYears, isoDate, type IsoDate } from '@tienda/core/lifecycle/isoDate';
import { stageOf, type Stage } from '@tienda/core/lifecycle/stage';
import type { Database } from '../db/database';
import { registeredDomain, registryContact, registryMessage } from '../db/schema';
import { heldByStranger, strangersLabels, strangersName } from './background';
import type { Registry } from './registries';

type Row = typeof registeredDomain.$inferSelect;

/** A name as the registry keeps it, with where it stands in its life. */
export interface KeptDomain extends EppDomainInfo {
  readonly authCode: string;
  readonly stage: Exclude<Stage, 'free'>;
  readonly nameservers: readonly string[];
}

/** A name that is looked at before it is registered. */
export interface Review {
  readonly decidesAt: Date;
  readonly transaction: string | null;
}

/** Why a reviewing registry will not have a label; undefined for one that it takes. */
function refusalOf(label: string): string | undefined {
  return /bank|insurance/.test(label) ? 'Names of banks and insurers need a licence' : undefined;
}

/** When a zone last changed, as its SOA serial. */
export interface ZoneSerial {
  readonly zone: string;
  readonly registry: string;
  readonly serial: number;
}

const lifecycleOf = new Map<string, Lifecycle>(extensionEntries.map(({ label, lifecycle }) => [label, lifecycle]));
const dayInSeconds = 24 * 3600;

const zoneOf = (name: string) => name.slice(name.indexOf('.') + 1);
const labelOf = (name: string) => name.slice(0, name.indexOf('.'));

/** What one registry keeps: the names in its database, and those that strangers are made up to hold. */
export class RegistryStore {
  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
    private readonly now: () => Date,
  ) {}

  /** Puts in the names that others hold; harmless when repeated. */
  async seed(): Promise<void> {
    const rows = Object.entries(this.registry.taken).map(([name, expires]) => ({
      name,
      registry: this.registry.id,
      sponsor: 'harbourgate',
      registrant: `HG-${name}`,
      contacts: [],
      authCode: `held-${name}`,
      statuses: ['clientTransferProhibited'],
      createdAt: new Date(`${addYears(expires, -6)}T09:00:00Z`),
      expiresAt: new Date(`${expires}T09:00:00Z`),
    }));
    if (rows.length > 0) await this.database.insert(registeredDomain).values(rows).onConflictDoNothing();
  }

  async registered(names: readonly string[]): Promise<Set<string>> {
    const { name: domainName, expiresAt } = registeredDomain;
    const rows = await this.database
      .select({ name: domainName, expiresAt })
      .from(registeredDomain)
      .where(sql`${domainName} = any(${sql.param(names)})`);
    const kept = rows.filter((row) => this.stage(row) !== 'free').map(({ name }) => name);
    return new Set([...kept, ...names.filter((name) => heldByStranger(labelOf(name), zoneOf(name)))]);
  }

  async domain(name: string): Promise<KeptDomain | undefined> {
    const [row] = await this.database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
    const stage = row && this.stage(row);
    if (!row || stage === undefined || stage === 'free') return this.strangers(name);
    const { statuses, registrant, sponsor, authCode, createdAt, expiresAt } = row;
    return {
      name,
      statuses: statusesAt(statuses, stage),
      registrant,
      sponsor,
      authCode,
      createdAt: createdAt.toISOString(),
      expiresAt: expiresAt.toISOString(),
      stage,
      nameservers: nameserversOf(sponsor),
    };
  }

  private strangers(name: string): KeptDomain | undefined {
    const found = strangersName(labelOf(name), zoneOf(name), this.today());
    if (!found) return undefined;
    return {
      name,
      statuses: ['clientTransferProhibited'],
      registrant: `ST-${name}`,
      sponsor: found.sponsor,
      authCode: `stranger-${name}`,
      createdAt: `${found.createdOn}T08:00:00.000Z`,
      expiresAt: `${found.expiresOn}T08:00:00.000Z`,
      stage: 'active',
      nameservers: nameserversOf(found.sponsor),
    };
  }

  /**
   * Registers the name unless someone has it: then undefined. One whose life is over makes room.
   *
   * @param review where the name is looked at first: when that is over, and under which clTRID it was asked for
   */
  async create(
    domain: EppDomainCreate,
    sponsor: string,
    review?: Review,
  ): Promise<{ createdAt: Date; expiresAt: Date } | undefined> {
    const { name, registrant, contacts, authCode, years } = domain;
    if (heldByStranger(labelOf(name), zoneOf(name))) return undefined;
    const now = this.now();
    const time = now.toISOString().slice('YYYY-MM-DD'.length);
    const expiresAt = new Date(`${addYears(isoDate(now), years)}${time}`);
    return this.database.transaction(async (transaction) => {
      const [old] = await transaction
        .select()
        .from(registeredDomain)
        .where(eq(registeredDomain.name, name))
        .for('update');
      if (old && this.stage(old) === 'free')
        await transaction.delete(registeredDomain).where(eq(registeredDomain.name, name));
      const [created] = await transaction
        .insert(registeredDomain)
        .values({
          name,
          registry: this.registry.id,
          sponsor,
          registrant,
          contacts,
          authCode,
          statuses: [review ? 'pendingCreate' : 'ok'],
          createdAt: now,
          expiresAt,
          ...(review ?? {}),
        })
        .onConflictDoNothing()
        .returning({ createdAt: registeredDomain.createdAt, expiresAt: registeredDomain.expiresAt });
      return created;
    });
  }

  /** Decides on the names whose review is over, and tells their registrars. */
  async decide(): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const due = await transaction
        .select()
        .from(registeredDomain)
        .where(and(eq(registeredDomain.registry, this.registry.id), lte(registeredDomain.decidesAt, new Date())))
        .for('update', { skipLocked: true });
      for (const { name, sponsor, transaction: asked } of due) {
        const refusal = refusalOf(labelOf(name));
        const mine = eq(registeredDomain.name, name);
        if (refusal) await transaction.delete(registeredDomain).where(mine);
        else
          await transaction
            .update(registeredDomain)
            .set({ statuses: ['ok'], decidesAt: null })
            .where(mine);
        await transaction.insert(registryMessage).values({
          registry: this.registry.id,
          client: sponsor,
          text: refusal ?? 'The name is registered',
          result: { name, done: refusal === undefined, ...(asked ? { transaction: asked } : {}) },
        });
      }
    });
  }

  /** The oldest message for a registrar, and how many wait. */
  async oldestMessage(client: string): Promise<(typeof registryMessage.$inferSelect & { count: number }) | undefined> {
    const [oldest] = await this.database
      .select()
      .from(registryMessage)
      .where(this.messagesOf(client))
      .orderBy(registryMessage.id)
      .limit(1);
    return oldest && { ...oldest, count: await this.database.$count(registryMessage, this.messagesOf(client)) };
  }

  /** Takes a message off the queue; false where it is not there. */
  async takeMessage(client: string, id: string): Promise<boolean> {
    if (!/^\d{1,15}$/.test(id)) return false;
    const taken = await this.database
      .delete(registryMessage)
      .where(and(this.messagesOf(client), eq(registryMessage.id, Number(id))))
      .returning({ id: registryMessage.id });
    return taken.length > 0;
  }

  private messagesOf(client: string) {
    return and(eq(registryMessage.registry, this.registry.id), eq(registryMessage.client, client));
  }

  /** Sets the statuses of a name that is in the database. */
  async setStatuses(name: string, statuses: readonly string[]): Promise<void> {
    await this.database
      .update(registeredDomain)
      .set({ statuses: [...statuses] })
      .where(eq(registeredDomain.name, name));
  }

  async contacts(ids: readonly string[]): Promise<Map<string, EppContact & { sponsor: string }>> {
    const rows = await this.database
      .select()
      .from(registryContact)
      .where(and(eq(registryContact.registry, this.registry.id), inArray(registryContact.id, [...ids])));
    return new Map(rows.map(({ id, contact, sponsor }) => [id, { ...contact, sponsor }]));
  }

  /** Keeps the contact; false where its id is in use. */
  async createContact(contact: EppContact, sponsor: string): Promise<boolean> {
    const created = await this.database
      .insert(registryContact)
      .values({ registry: this.registry.id, id: contact.id, sponsor, contact, createdAt: this.now() })
      .onConflictDoNothing()
      .returning({ id: registryContact.id });
    return created.length > 0;
  }

  /** Every zone's serial: the start of the day, or its latest registration since. */
  async serials(): Promise<ZoneSerial[]> {
    const midnight = Math.floor(this.now().getTime() / 1000 / dayInSeconds) * dayInSeconds;
    const zone = sql<string>`substring(${registeredDomain.name} from position('.' in ${registeredDomain.name}) + 1)`;
    const rows = await this.database
      .select({ zone, latest: sql<string>`max(extract(epoch from ${registeredDomain.createdAt}))` })
      .from(registeredDomain)
      .where(eq(registeredDomain.registry, this.registry.id))
      .groupBy(zone);
    const latest = new Map(rows.map((row) => [row.zone, Math.floor(Number(row.latest))]));
    return this.registry.zones.map((name) => ({
      zone: name,
      registry: this.registry.id,
      serial: Math.max(midnight, latest.get(name) ?? 0),
    }));
  }

  /** The master file of a zone, in pieces of many lines. */
  zoneFile(zone: string): Readable {
    return Readable.from(this.zoneLines(zone));
  }

  private async *zoneLines(zone: string): AsyncGenerator<string> {
    const serial = (await this.serials()).find((known) => known.zone === zone)?.serial ?? 0;
    yield [
      `$ORIGIN ${zone}.`,
      '$TTL 86400',
      `@ IN SOA ns1.${this.registry.id}.example. hostmaster.${this.registry.id}.example. (`,
      `    ${serial} ; serial`,
      '    3600 900 1209600 3600 )',
      `  IN NS ns1.${this.registry.id}.example.`,
      `  IN NS ns2.${this.registry.id}.example.`,
      '',
    ].join('\n');
    const rows = await this.database
      .select()
      .from(registeredDomain)
      .where(like(registeredDomain.name, `%.${zone}`));
    const ours = rows.filter(
      (row) =>
        zoneOf(row.name) === zone &&
        ['active', 'grace'].includes(this.stage(row)) &&
        !row.statuses.some((status) => ['pendingCreate', 'clientHold'].includes(status)),
    );
    yield ours.map(({ name, sponsor }) => delegation(labelOf(name), sponsor)).join('');
    let piece = '';
    for (const label of strangersLabels(zone)) {
      piece += delegation(label, 'harbourgate');
      if (piece.length < 60_000) continue;
      yield piece;
      piece = '';
    }
    yield piece;
  }

  private stage({ name, expiresAt }: Pick<Row, 'name' | 'expiresAt'>): Stage {
    const lifecycle = lifecycleOf.get(zoneOf(name));
    return lifecycle ? stageOf(isoDate(expiresAt), lifecycle, this.today()) : 'active';
  }

  private today(): IsoDate {
    return isoDate(this.now());
  }
}

function delegation(label: string, sponsor: string): string {
  return `${label} IN NS ${nameserversOf(sponsor).join(`.\n  IN NS `)}.\n`;
}

function nameserversOf(sponsor: string): string[] {
  return [`ns1.${sponsor}.example`, `ns2.${sponsor}.example`];
}

/** The EPP statuses that a stage adds (RFC 5731 section 2.3). */
function statusesAt(statuses: readonly string[], stage: KeptDomain['stage']): readonly string[] {
  if (stage === 'active' || stage === 'grace') return statuses;
  const added = stage === 'redemption' ? ['pendingDelete', 'serverHold'] : ['pendingDelete'];
  return [...statuses.filter((status) => status !== 'ok'), ...added];
}

/** A registry and what it keeps. */
export interface RegistryKeeper {
  readonly registry: Registry;
  readonly store: RegistryStore;
}
