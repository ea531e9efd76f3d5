import { and, eq, inArray } from 'drizzle-orm';
import type { EppContact, EppDomainCreate, EppDomainInfo } from '@tienda/core/epp/objects';
import { addYears, isoDate } from '@tienda/core/lifecycle/isoDate';
import type { Database } from '../db/database';
import { registeredDomain, registryContact } from '../db/schema';
import type { Registry } from './registries';

/** What one registry keeps. */
export class RegistryStore {
  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
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
    await this.database.insert(registeredDomain).values(rows).onConflictDoNothing();
  }

  async registered(names: readonly string[]): Promise<Set<string>> {
    const rows = await this.database
      .select({ name: registeredDomain.name })
      .from(registeredDomain)
      .where(inArray(registeredDomain.name, [...names]));
    return new Set(rows.map(({ name }) => name));
  }

  async domain(name: string): Promise<(EppDomainInfo & { authCode: string }) | undefined> {
    const [row] = await this.database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
    if (!row) return undefined;
    const { statuses, registrant, sponsor, authCode, createdAt, expiresAt } = row;
    return {
      name,
      statuses,
      registrant,
      sponsor,
      authCode,
      createdAt: createdAt.toISOString(),
      expiresAt: expiresAt.toISOString(),
    };
  }

  /** Registers the name unless someone has it: then undefined. */
  async create(domain: EppDomainCreate, sponsor: string, now: Date): Promise<{ expiresAt: Date } | undefined> {
    const time = now.toISOString().slice('YYYY-MM-DD'.length);
    const expiresAt = new Date(`${addYears(isoDate(now), domain.years)}${time}`);
    const { name, registrant, contacts, authCode } = domain;
    const created = await this.database
      .insert(registeredDomain)
      .values({
        name,
        registry: this.registry.id,
        sponsor,
        registrant,
        contacts,
        authCode,
        statuses: ['ok'],
        createdAt: now,
        expiresAt,
      })
      .onConflictDoNothing()
      .returning({ expiresAt: registeredDomain.expiresAt });
    return created[0];
  }

  async contacts(ids: readonly string[]): Promise<Map<string, EppContact & { sponsor: string }>> {
    const rows = await this.database
      .select()
      .from(registryContact)
      .where(and(eq(registryContact.registry, this.registry.id), inArray(registryContact.id, [...ids])));
    return new Map(rows.map(({ id, contact, sponsor }) => [id, { ...contact, sponsor }]));
  }

  /** Keeps the contact; false where its id is in use. */
  async createContact(contact: EppContact, sponsor: string, now: Date): Promise<boolean> {
    const created = await this.database
      .insert(registryContact)
      .values({ registry: this.registry.id, id: contact.id, sponsor, contact, createdAt: now })
      .onConflictDoNothing()
      .returning({ id: registryContact.id });
    return created.length > 0;
  }
}
