import { Worker } from 'node:worker_threads';
import type pg from 'pg';
import type { Logger } from 'pino';
import { mayHoldHash, type FuseFilter } from '@tienda/core/zones/fuseFilter';
import type { LabelHash } from '@tienda/core/zones/labelHash';
import type { Clock } from '../../platform/clock/clock';
import type { Notifications } from '../../platform/db/notifications';
import { listZones, type ZoneFileSource } from '../../gateways/zones/zoneFiles';
import type { BuildOrder, BuildReport } from './builder';
import { keepLook, readList, readLook, readZoneFilter } from './files';

/** What the index says of a name; never more than a hint. */
export interface ZoneHint {
  readonly status: 'taken' | 'available';
  /** When the zone was read, ISO 8601 instant. */
  readonly at: string;
}

interface LoadedZone {
  readonly filter: FuseFilter;
  readonly serial: number;
  readonly builtAt: string;
}

const channel = 'zone_index';

/**
 * How often registries are asked for new zone files, which they write a few times a day. What is registered or let go
 * here is known meanwhile (`changes.ts`).
 */
const lookedAtEveryMs = 3600_000;

/**
 * The index of registered names: a compact filter a zone, built from the registries' zone files in a worker
 * thread, kept on disk, held in memory. All server processes take a new one up without a restart.
 */
export class ZoneIndex {
  private readonly zones = new Map<string, LoadedZone>();

  constructor(
    private readonly pool: pg.Pool,
    private readonly source: ZoneFileSource,
    private readonly directory: string,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  /** Loads what is on disk, and again whenever a process has built something. */
  async open(notifications: Notifications): Promise<void> {
    await notifications.subscribe(channel, () => {
      this.load().catch((fault: unknown) => this.log.error({ err: fault }, 'the zone index could not be loaded'));
    });
    await this.load();
  }

  /** Undefined where the zone was never read. */
  hint(hash: LabelHash, zone: string): ZoneHint | undefined {
    const loaded = this.zones.get(zone);
    if (!loaded) return undefined;
    return { status: mayHoldHash(loaded.filter, hash) ? 'taken' : 'available', at: loaded.builtAt };
  }

  /** Zones in the index, and how many names and bytes they take. */
  get size(): { readonly zones: number; readonly names: number; readonly bytes: number } {
    const filters = [...this.zones.values()].map(({ filter }) => filter);
    return {
      zones: filters.length,
      names: filters.reduce((sum, { size }) => sum + size, 0),
      bytes: filters.reduce((sum, { fingerprints }) => sum + fingerprints.length, 0),
    };
  }

  /** Builds the filters of zones that changed, and tells the other processes. One process does so at a time. */
  async refresh(): Promise<void> {
    const now = this.clock.now();
    const lookedAt = Date.parse((await readLook(this.directory)) ?? '');
    if (Math.abs(now.getTime() - lookedAt) < lookedAtEveryMs) return;
    if (await this.read()) await keepLook(this.directory, now.toISOString());
  }

  /** @returns whether all of them are as their registries have published them */
  private async read(): Promise<boolean> {
    const listed = await listZones(this.source);
    // Another process may have built since.
    await this.load();
    const changed = listed.filter(({ zone, serial }) => this.zones.get(zone)?.serial !== serial);
    if (changed.length === 0) return true;
    const { built, failed } = await buildInThread({ source: this.source, directory: this.directory, zones: changed });
    if (failed.length > 0) this.log.warn({ failed: failed.slice(0, 5), count: failed.length }, 'zones not read');
    await this.load();
    if (built.length > 0) await this.pool.query('select pg_notify($1, $2)', [channel, '']);
    return failed.length === 0;
  }

  private async load(): Promise<void> {
    const list = Object.entries(await readList(this.directory));
    const newer = list.filter(([zone, { builtAt }]) => this.zones.get(zone)?.builtAt !== builtAt);
    await Promise.all(
      newer.map(async ([zone, { serial, builtAt }]) => {
        const filter = await readZoneFilter(this.directory, zone);
        if (filter) this.zones.set(zone, { filter, serial, builtAt });
      }),
    );
  }
}

function buildInThread(order: BuildOrder): Promise<BuildReport> {
  const worker = new Worker(new URL('./zoneBuilder.mjs', import.meta.url), { workerData: order });
  return new Promise((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
    worker.once('exit', (code) => reject(new Error(`The builder of the zone index ended with ${code}`)));
  });
}
