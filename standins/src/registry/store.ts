import { and, eq, inArray, lte, or, sql } from 'drizzle-orm';
import type { EppContactInfo, EppContact, EppDomainCreate } from '@tienda/core/epp/objects';
import { addDays, addYears, comingAnniversary, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Stage } from '@tienda/core/lifecycle/stage';
import type { Database } from '../db/database';
import { registeredDomain, registryContact, registryHost, registryMessage } from '../db/schema';
import { heldByStranger } from './background';
import { awaitsReport, gracePeriodsOn, labelOf, lifecycleOf, stageOn, zoneOf, type Lived } from './life';
import type { DomainChange } from './domainChange';
import { hostsBelow, nameserversOf } from './hosts';
import type { KeptDomain } from './keptDomain';
import type { Registry } from './registries';
import { handleOf, strangersDomain } from './strangers';

type Row = typeof registeredDomain.$inferSelect;

/** A name that is looked at before it is registered. */
export interface Review {
  readonly decidesAt: Date;
  readonly transaction: string | null;
  readonly serverTransaction: string;
}

/** Why a reviewing registry will not have a label; undefined for one that it takes. */
function refusalOf(label: string): string | undefined {
  return /bank|insurance/.test(label) ? 'Names of banks and insurers need a licence' : undefined;
}

/** What one registry keeps: the names in its database, and those that strangers are made up to hold. */
export class RegistryStore {
  private readonly rowOf;

  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
    private readonly now: () => Date,
  ) {
    this.rowOf = database
      .select()
      .from(registeredDomain)
      .where(eq(registeredDomain.name, sql.placeholder('name')))
      .prepare('domain');
  }

  /** Puts in the names that others hold; harmless when repeated. */
  async seed(): Promise<void> {
    const held = Object.entries(this.registry.taken).map(
      ([name, day]) => [name, comingAnniversary(day, this.today())] as const,
    );
    const rows = held.map(([name, expires]) => ({
      name,
      registry: this.registry.id,
      sponsor: 'harbourgate',
      creator: 'harbourgate',
      registrant: `HG${handleOf(name)}`,
      contacts: [],
      authCode: `held-${name}`,
      statuses: ['clientTransferProhibited'],
      createdAt: new Date(`${addYears(expires, -6)}T09:00:00Z`),
      expiresAt: new Date(`${expires}T09:00:00Z`),
    }));
    if (rows.length > 0) await this.database.insert(registeredDomain).values(rows).onConflictDoNothing();
  }

  async registered(names: readonly string[]): Promise<Set<string>> {
    const rows = await this.database
      .select()
      .from(registeredDomain)
      .where(sql`${registeredDomain.name} = any(${sql.param(names)})`);
    const kept = rows.filter((row) => this.stage(row) !== 'free').map(({ name }) => name);
    return new Set([...kept, ...names.filter((name) => heldByStranger(labelOf(name), zoneOf(name)))]);
  }

  async domain(name: string): Promise<KeptDomain | undefined> {
    const [row] = await this.rowOf.execute({ name });
    return this.kept(row) ?? this.strangers(name);
  }

  private strangers(name: string): KeptDomain | undefined {
    return strangersDomain(name, this.roid(name), this.today());
  }

  private kept(row: Row | undefined): KeptDomain | undefined {
    const stage = row && this.stage(row);
    if (!row || stage === undefined || stage === 'free') return undefined;
    const { name, registrant, contacts, sponsor, creator, authCode, createdAt, updatedBy, updatedAt, ds } = row;
    const nameservers = row.nameservers ?? nameserversOf(sponsor);
    const statuses = [
      ...row.statuses,
      ...(row.transferDueAt ? ['pendingTransfer'] : []),
      ...(nameservers.length === 0 ? ['inactive'] : []),
    ];
    return {
      name,
      roid: this.roid(name),
      statuses: statusesAt(statuses, stage),
      registrant,
      contacts,
      nameservers,
      ds,
      sponsor,
      creator,
      authCode,
      createdAt: createdAt.toISOString(),
      ...(updatedBy === null ? {} : { updatedBy }),
      ...(updatedAt === null ? {} : { updatedAt: updatedAt.toISOString() }),
      expiresAt: row.expiresAt.toISOString(),
      ...(row.transfer?.status.endsWith('Approved') ? { transferredAt: row.transfer.decidedAt } : {}),
      graceStatuses: gracePeriodsOn(row, stage, this.today()),
      stage,
      transfer: row.transfer,
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
    const { name, registrant, contacts, nameservers, ds = [], authCode, years } = domain;
    if (heldByStranger(labelOf(name), zoneOf(name))) return undefined;
    const now = this.now();
    const time = now.toISOString().slice('YYYY-MM-DD'.length);
    const expiresAt = new Date(`${addYears(isoDate(now), years)}${time}`);
    const row = {
      name,
      registry: this.registry.id,
      sponsor,
      creator: sponsor,
      registrant,
      contacts,
      nameservers: nameservers ? [...nameservers] : null,
      ds,
      authCode,
      statuses: [review ? 'pendingCreate' : 'ok'],
      createdAt: now,
      expiresAt,
      ...(review ?? {}),
    };
    const created = (await this.put(row)) || ((await this.makeRoom(name)) && (await this.put(row)));
    return created ? { createdAt: now, expiresAt } : undefined;
  }

  /** @returns false where somebody has it, or had it until its life was over */
  private async put(row: typeof registeredDomain.$inferInsert): Promise<boolean> {
    const { rowCount } = await this.database.insert(registeredDomain).values(row).onConflictDoNothing();
    return rowCount === 1;
  }

  /** Takes out a name whose life is over, and the hosts below it. @returns false where it lives */
  private async makeRoom(name: string): Promise<boolean> {
    return this.database.transaction(async (transaction) => {
      const isIt = eq(registeredDomain.name, name);
      const [old] = await transaction.select().from(registeredDomain).where(isIt).for('update');
      if (!old || this.stage(old) !== 'free') return false;
      await transaction.delete(registeredDomain).where(isIt);
      await transaction.delete(registryHost).where(hostsBelow(this.registry, name));
      return true;
    });
  }

  /** Adds years to a name, where it still expires when it was thought to. @returns when it expires now */
  async renew(name: string, expiresAt: Date, years: number): Promise<Date | undefined> {
    const time = expiresAt.toISOString().slice('YYYY-MM-DD'.length);
    const later = new Date(`${addYears(isoDate(expiresAt), years)}${time}`);
    const [renewed] = await this.database
      .update(registeredDomain)
      .set({ expiresAt: later })
      .where(and(eq(registeredDomain.name, name), eq(registeredDomain.expiresAt, expiresAt)))
      .returning({ expiresAt: registeredDomain.expiresAt });
    return renewed?.expiresAt;
  }

  /**
   * Lets a name go.
   *
   * @returns false where it goes into redemption first, since its add grace period is over
   */
  async remove(name: string): Promise<boolean> {
    const [row] = await this.database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
    const days = row && lifecycleOf(name);
    if (!row || !days) return true;
    const mine = eq(registeredDomain.name, name);
    if (this.today() <= addDays(isoDate(row.createdAt), days.addGraceDays)) {
      await this.database.delete(registeredDomain).where(mine);
      return true;
    }
    await this.database.update(registeredDomain).set({ deletedAt: this.now(), restoredAt: null }).where(mine);
    return false;
  }

  /** A name in redemption is asked for back. @returns false where it is not in redemption, or asked for already */
  async askBack(name: string): Promise<boolean> {
    return this.changeIf(name, (row) => this.stage(row) === 'redemption' && !awaitsReport(row, this.today()), {
      restoreAskedAt: this.now(),
    });
  }

  /** The report came: the name is what it was, to be renewed where it had run out. @returns false where none was waited for */
  async takeBack(name: string): Promise<boolean> {
    return this.changeIf(name, (row) => this.stage(row) === 'redemption' && awaitsReport(row, this.today()), {
      deletedAt: null,
      restoreAskedAt: null,
      restoredAt: this.now(),
    });
  }

  /** Changes a name while nobody else does. @returns false where it is not as it should be */
  private changeIf(name: string, isSo: (row: Lived) => boolean, change: Partial<Row>): Promise<boolean> {
    const mine = eq(registeredDomain.name, name);
    return this.database.transaction(async (transaction) => {
      const [row] = await transaction.select().from(registeredDomain).where(mine).for('update');
      if (!row || !isSo(row)) return false;
      await transaction.update(registeredDomain).set(change).where(mine);
      return true;
    });
  }

  /** Decides on the names whose review is over, and tells their registrars. */
  async decide(): Promise<void> {
    const isDue = and(eq(registeredDomain.registry, this.registry.id), lte(registeredDomain.decidesAt, new Date()));
    if ((await this.database.$count(registeredDomain, isDue)) === 0) return;
    await this.database.transaction(async (transaction) => {
      const due = await transaction.select().from(registeredDomain).where(isDue).for('update', { skipLocked: true });
      for (const { name, sponsor, transaction: asked, serverTransaction } of due) {
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
          result: {
            name,
            done: refusal === undefined,
            ...(asked ? { transaction: asked } : {}),
            serverTransaction: serverTransaction ?? '',
            decidedAt: this.now().toISOString(),
          },
        });
      }
    });
  }

  /**
   * Changes a name as it is while nobody else changes it: of two updates at once neither is lost. One that a stranger was
   * made up to hold is in the database from then on.
   *
   * @returns false where it is not to be changed as it is by now
   */
  async update(
    name: string,
    client: string,
    changed: (domain: KeptDomain) => DomainChange | undefined,
  ): Promise<boolean> {
    const now = this.now();
    const strangers = this.strangers(name);
    if (strangers) await this.keep(strangers);
    const mine = eq(registeredDomain.name, name);
    return this.database.transaction(async (transaction) => {
      const [row] = await transaction.select().from(registeredDomain).where(mine).for('update');
      const domain = this.kept(row);
      const change = domain && changed(domain);
      if (!change) return false;
      const { isDelegatedAnew, ...whole } = change;
      await transaction
        .update(registeredDomain)
        .set({
          ...whole,
          nameservers: [...whole.nameservers],
          statuses: [...whole.statuses],
          ...(isDelegatedAnew ? { delegatedAt: now } : {}),
          updatedBy: client,
          updatedAt: now,
        })
        .where(mine);
      return true;
    });
  }

  private async keep(domain: KeptDomain): Promise<void> {
    const { name, sponsor, creator, registrant, authCode, statuses } = domain;
    const times = { createdAt: new Date(domain.createdAt), expiresAt: new Date(domain.expiresAt) };
    const held = { name, sponsor, creator, registrant, authCode, statuses: [...statuses], contacts: [], ...times };
    await this.database
      .insert(registeredDomain)
      .values({ ...held, registry: this.registry.id })
      .onConflictDoNothing();
  }

  async contacts(ids: readonly string[]): Promise<Map<string, EppContactInfo>> {
    if (ids.length === 0) return new Map();
    const rows = await this.database
      .select()
      .from(registryContact)
      .where(and(eq(registryContact.registry, this.registry.id), inArray(registryContact.id, [...ids])));
    return new Map(
      rows.map(({ id, contact, sponsor, createdAt }) => [
        id,
        {
          ...contact,
          roid: this.roid(id),
          statuses: ['ok'],
          sponsor,
          creator: sponsor,
          createdAt: createdAt.toISOString(),
        },
      ]),
    );
  }

  /** True where a name has the contact; looks through all names, so only for those who ask about the contact itself. */
  async isLinked(id: string): Promise<boolean> {
    const { registry, registrant, contacts } = registeredDomain;
    const has = or(eq(registrant, id), sql`${contacts} @> ${JSON.stringify([{ id }])}::jsonb`);
    const linked = and(eq(registry, this.registry.id), has);
    return (await this.database.select({ registry }).from(registeredDomain).where(linked).limit(1)).length > 0;
  }

  /** The repository object identifier (RFC 5730 section 2.8): word characters, a hyphen, the repository. */
  private roid(id: string): string {
    const object = id
      .toUpperCase()
      .replace(/[^A-Z0-9_]/g, '_')
      .slice(0, 80);
    return `${object}-${this.registry.id.slice(0, 8).toUpperCase()}`;
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

  private stage(row: Lived): Stage {
    return stageOn(row, this.today());
  }

  private today(): IsoDate {
    return isoDate(this.now());
  }
}

/** The EPP statuses that a stage adds (RFC 5731 section 2.3). */
function statusesAt(statuses: readonly string[], stage: KeptDomain['stage']): readonly string[] {
  if (stage === 'active' || stage === 'grace')
    return statuses.length > 1 ? statuses.filter((one) => one !== 'ok') : statuses;
  const added = stage === 'redemption' ? ['pendingDelete', 'serverHold'] : ['pendingDelete'];
  return [...statuses.filter((status) => status !== 'ok'), ...added];
}
