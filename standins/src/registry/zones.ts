import { Readable } from 'node:stream';
import { eq, like, sql } from 'drizzle-orm';
import type { Delegation } from '@tienda/core/dns/delegation';
import { dsText } from '@tienda/core/dns/delegationSigner';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../db/database';
import { registeredDomain } from '../db/schema';
import { heldByStranger, strangersLabels } from './background';
import type { Registry } from './registries';
import { labelOf, stageOn, zoneOf } from './life';
import { nameserversOf, type RegistryHosts } from './hosts';
import { serversOf } from './internet';

const dayInSeconds = 24 * 3600;

/** Strangers’ names are all delegated to the nameservers of one. */
const strangersSponsor = 'harbourgate';

/** When the latest stranger registered a name: a zone in which nobody else did has not changed since. */
const strangersSince = Date.UTC(2025, 0, 1) / 1000;

/** When a zone last changed, as its SOA serial. */
export interface ZoneSerial {
  readonly zone: string;
  readonly registry: string;
  readonly serial: number;
}

/** The zones that a registry publishes: what is delegated below each extension. */
export class RegistryZones {
  constructor(
    private readonly database: Database,
    private readonly registry: Registry,
    private readonly hosts: Pick<RegistryHosts, 'glue'>,
    private readonly now: () => Date,
  ) {}

  /**
   * Every zone's serial: where names were registered, the start of the day, on which some may have lapsed, or its latest
   * registration or delegation since.
   */
  async serials(): Promise<ZoneSerial[]> {
    const midnight = Math.floor(this.now().getTime() / 1000 / dayInSeconds) * dayInSeconds;
    const zone = sql<string>`substring(${registeredDomain.name} from position('.' in ${registeredDomain.name}) + 1)`;
    const rows = await this.database
      .select({
        zone,
        latest: sql<string>`max(extract(epoch from greatest(${registeredDomain.createdAt}, ${registeredDomain.delegatedAt})))`,
      })
      .from(registeredDomain)
      .where(eq(registeredDomain.registry, this.registry.id))
      .groupBy(zone);
    const latest = new Map(rows.map((row) => [row.zone, Math.floor(Number(row.latest))]));
    return this.registry.zones.map((name) => {
      const last = latest.get(name);
      const serial = last === undefined ? strangersSince : Math.max(midnight, last);
      return { zone: name, registry: this.registry.id, serial };
    });
  }

  /** To where a name is delegated this moment; undefined where its zone says nothing of it. */
  async delegationOf(name: string): Promise<(Pick<Delegation, 'ds'> & { nameservers: readonly string[] }) | undefined> {
    const [row] = await this.database.select().from(registeredDomain).where(eq(registeredDomain.name, name));
    if (row && this.isDelegated(row)) return { nameservers: row.nameservers ?? nameserversOf(row.sponsor), ds: row.ds };
    const isStrangers = !row && heldByStranger(labelOf(name), zoneOf(name));
    return isStrangers ? { nameservers: nameserversOf(strangersSponsor), ds: [] } : undefined;
  }

  private isDelegated(row: typeof registeredDomain.$inferSelect): boolean {
    return (
      ['active', 'grace'].includes(stageOn(row, isoDate(this.now()))) &&
      !row.statuses.some((status) => ['pendingCreate', 'clientHold'].includes(status))
    );
  }

  /** The master file of a zone, in pieces of many lines. */
  zoneFile(zone: string): Readable {
    return Readable.from(this.zoneLines(zone));
  }

  private async *zoneLines(zone: string): AsyncGenerator<string> {
    const serial = (await this.serials()).find((known) => known.zone === zone)?.serial ?? 0;
    const servers = serversOf(this.registry.id);
    yield [
      `$ORIGIN ${zone}.`,
      '$TTL 86400',
      `@ IN SOA ${servers[0]}. hostmaster.${this.registry.id}.example. (`,
      `    ${serial} ; serial`,
      '    3600 900 1209600 3600 )',
      ...servers.map((host) => `  IN NS ${host}.`),
      '',
    ].join('\n');
    const rows = await this.database
      .select()
      .from(registeredDomain)
      .where(like(registeredDomain.name, `%.${zone}`));
    const ours = rows.filter((row) => zoneOf(row.name) === zone && this.isDelegated(row));
    yield ours
      .map((row) => delegation(labelOf(row.name), row.nameservers ?? nameserversOf(row.sponsor), row.ds.map(dsText)))
      .join('');
    const delegated = new Set(ours.map(({ name }) => name));
    yield (await this.hosts.glue(zone))
      .filter(({ host }) =>
        delegated.has(
          host
            .split('.')
            .slice(-zone.split('.').length - 1)
            .join('.'),
        ),
      )
      .map(({ host, addresses }) => addresses.map((address) => glue(host, address)).join(''))
      .join('');
    const kept = new Set(rows.map(({ name }) => name));
    let piece = '';
    for (const label of strangersLabels(zone)) {
      if (kept.has(`${label}.${zone}`)) continue;
      piece += delegation(label, nameserversOf(strangersSponsor));
      if (piece.length < 60_000) continue;
      yield piece;
      piece = '';
    }
    yield piece;
  }
}

function delegation(label: string, nameservers: readonly string[], ds: readonly string[] = []): string {
  if (nameservers.length === 0) return '';
  return `${label} IN NS ${nameservers.join(`.\n  IN NS `)}.\n${ds.map((one) => `  IN DS ${one}\n`).join('')}`;
}

function glue(host: string, address: string): string {
  return `${host}. IN ${address.includes(':') ? 'AAAA' : 'A'} ${address}\n`;
}
