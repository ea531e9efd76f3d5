import { and, eq, inArray, like, or, sql, type Placeholder } from 'drizzle-orm';
import { ownNameservers } from '@tienda/core/dns/delegation';
import type { EppHostInfo } from '@tienda/core/epp/objects';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../db/database';
import { registeredDomain, registryHost } from '../db/schema';
import { strangersRegistrars } from './background';
import { stageOn } from './life';
import type { Registry } from './registries';

/** The nameservers of a registrar. */
export function nameserversOf(sponsor: string): readonly string[] {
  return sponsor === 'tienda' ? ownNameservers : [`ns1.${sponsor}.example`, `ns2.${sponsor}.example`];
}

/** Hosts that every registry knows from the beginning, with whose they are. */
const registrarsHosts = new Map(
  ['tienda', ...strangersRegistrars].flatMap((client) => nameserversOf(client).map((host) => [host, client] as const)),
);

/** The hosts that are below a name of a registry, or are the name itself. */
export function hostsBelow({ id }: Registry, name: string) {
  return below(id, name, `%.${name}`);
}

function below(registry: string, name: string | Placeholder, lower: string | Placeholder) {
  const { host } = registryHost;
  return and(eq(registryHost.registry, registry), or(eq(host, name), like(host, lower)));
}

type HostRow = typeof registryHost.$inferSelect;
type KeptHost = Pick<HostRow, 'host' | 'sponsor' | 'addresses' | 'statuses' | 'createdAt'> &
  Partial<Pick<HostRow, 'updatedBy' | 'updatedAt'>>;

/** The hosts that names of one registry can be delegated to (RFC 5732). */
export class RegistryHosts {
  private readonly hostsOf;

  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
    private readonly now: () => Date,
  ) {
    const { host } = registryHost;
    this.hostsOf = database
      .select({ host })
      .from(registryHost)
      .where(below(registry.id, sql.placeholder('name'), sql.placeholder('lower')))
      .orderBy(host)
      .prepare(`hosts of ${registry.id}`);
  }

  /** The name of this registry that a host is below, or is; undefined for hosts below names of others. */
  nameAbove(host: string): string | undefined {
    const labels = host.split('.');
    return labels
      .map((_, at) => labels.slice(at).join('.'))
      .find((name) => this.registry.zones.includes(name.slice(name.indexOf('.') + 1)));
  }

  async find(host: string): Promise<EppHostInfo | undefined> {
    const kept = await this.kept(host);
    return kept && this.told(kept);
  }

  /** Whose a host is to change: whoever sponsors the name above it, else whoever made it. */
  private async kept(host: string): Promise<KeptHost | undefined> {
    const always = registrarsHosts.get(host);
    if (always) return { host, sponsor: always, addresses: [], statuses: ['ok'], createdAt: new Date(0) };
    const [row] = await this.database
      .select()
      .from(registryHost)
      .where(and(eq(registryHost.registry, this.registry.id), eq(registryHost.host, host)));
    if (!row) return undefined;
    const above = this.nameAbove(host);
    if (above === undefined) return row;
    const sponsor = await this.sponsorOf(above);
    return sponsor === undefined ? undefined : { ...row, sponsor };
  }

  /** Who sponsors a name that is registered. */
  async sponsorOf(name: string): Promise<string | undefined> {
    const [row] = await this.database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
    return row && stageOn(row, isoDate(this.now())) !== 'free' ? row.sponsor : undefined;
  }

  private async told(kept: KeptHost): Promise<EppHostInfo> {
    const { host, sponsor, addresses, statuses, createdAt, updatedBy, updatedAt } = kept;
    const object = host.toUpperCase().replaceAll(/[^A-Z0-9_]/g, '_');
    return {
      host,
      roid: `${object.slice(0, 80)}-${this.registry.id.slice(0, 8).toUpperCase()}`,
      statuses: (await this.isLinked(host)) ? [...statuses, 'linked'] : statuses,
      addresses,
      sponsor,
      creator: sponsor,
      createdAt: createdAt.toISOString(),
      ...(updatedBy && updatedAt ? { updatedBy, updatedAt: updatedAt.toISOString() } : {}),
    };
  }

  /** True while a name is delegated to it. */
  private async isLinked(host: string): Promise<boolean> {
    const { registry, nameservers } = registeredDomain;
    const linked = and(eq(registry, this.registry.id), sql`${nameservers} @> array[${host}]`);
    return (await this.database.select({ registry }).from(registeredDomain).where(linked).limit(1)).length > 0;
  }

  /** The first of the hosts that is not known here. */
  async unknown(hosts: readonly string[]): Promise<string | undefined> {
    for (const host of hosts) if (!(await this.kept(host))) return host;
    return undefined;
  }

  /** Those below a name, or the name itself. */
  async below(name: string): Promise<string[]> {
    const rows = await this.hostsOf.execute({ name, lower: `%.${name}` });
    return rows.map((row) => row.host);
  }

  /** @returns false where there is one of that name */
  async create(host: string, sponsor: string, addresses: readonly string[]): Promise<boolean> {
    if (registrarsHosts.has(host)) return false;
    const row = { registry: this.registry.id, host, sponsor, addresses: [...addresses], createdAt: this.now() };
    const created = await this.database.insert(registryHost).values(row).onConflictDoNothing().returning();
    if (created.length > 0) await this.changed(host);
    return created.length > 0;
  }

  async update(
    host: string,
    change: { readonly client: string; readonly addresses: readonly string[]; readonly statuses: readonly string[] },
  ): Promise<void> {
    const { client, addresses, statuses } = change;
    await this.database
      .update(registryHost)
      .set({ addresses: [...addresses], statuses: [...statuses], updatedBy: client, updatedAt: this.now() })
      .where(and(eq(registryHost.registry, this.registry.id), eq(registryHost.host, host)));
    await this.changed(host);
  }

  async remove(hosts: readonly string[]): Promise<void> {
    if (hosts.length === 0) return;
    await this.database
      .delete(registryHost)
      .where(and(eq(registryHost.registry, this.registry.id), inArray(registryHost.host, [...hosts])));
    for (const host of hosts) await this.changed(host);
  }

  /** The zone of the name above it has changed. */
  private async changed(host: string): Promise<void> {
    const above = this.nameAbove(host);
    if (above === undefined) return;
    await this.database
      .update(registeredDomain)
      .set({ delegatedAt: this.now() })
      .where(eq(registeredDomain.name, above));
  }

  /** Where a host is, if it was made with addresses. */
  async addressesOf(host: string): Promise<readonly string[]> {
    const [row] = await this.database
      .select({ addresses: registryHost.addresses })
      .from(registryHost)
      .where(and(eq(registryHost.registry, this.registry.id), eq(registryHost.host, host)));
    return row?.addresses ?? [];
  }

  /** Those with addresses that are below names of a zone, with whose they are: the glue. */
  glue(zone: string): Promise<{ host: string; addresses: string[] }[]> {
    const { registry, host, addresses } = registryHost;
    return this.database
      .select({ host, addresses })
      .from(registryHost)
      .where(and(eq(registry, this.registry.id), like(host, `%.${zone}`), sql`cardinality(${addresses}) > 0`))
      .orderBy(host);
  }
}
