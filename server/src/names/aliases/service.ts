import { setTimeout as pause } from 'node:timers/promises';
import type { DnsRecord } from '@tienda/core/dns/record';
import { inLanes } from '@tienda/core/work/inLanes';
import { isoDate } from '@tienda/core/time/isoDate';
import type { DnsAddress, DnsClient } from '../../gateways/dns/dnsClient';
import type { Clock } from '../../platform/clock/clock';
import type { ZoneStore } from '../zones/store';
import type { AliasStore } from './store';

export interface AliasParts {
  readonly store: AliasStore;
  readonly zones: Pick<ZoneStore, 'moved'>;
  readonly dns: Pick<DnsClient, 'whereIs'>;
  readonly resolver: DnsAddress;
  readonly clock: Clock;
}

/** What a resolver says of a host; undefined where it could not find out. */
interface Found {
  readonly addresses: readonly string[];
  readonly dueAt: Date;
}

/** Asked for again as often as their TTL says, within bounds: seconds. */
const soonest = 60;
const latest = 3600;
const mostAtOnce = 200;
const lanes = 8;
/** Whoever saves waits no longer for resolvers: what is not known by then is found out afterwards. */
const patienceMs = 5000;

/**
 * What an ALIAS leads to: its addresses are answered in its place, asked for again and again, and changed wherever they
 * are answered. They are facts of the world: its clock counts, not one that is moved.
 */
export class Aliases {
  constructor(private readonly parts: AliasParts) {}

  /** Finds out where hosts are that an ALIAS of these records leads to, as far as nobody knows yet. */
  async know(records: readonly DnsRecord[]): Promise<void> {
    const hosts = [...new Set(records.filter(({ type }) => type === 'ALIAS').flatMap(({ data }) => data))];
    if (hosts.length === 0) return;
    const known = await this.parts.store.known(hosts);
    const end = Date.now() + patienceMs;
    await inLanes(
      hosts.filter((host) => !known.has(host)),
      lanes,
      async (host) => {
        const left = end - Date.now();
        const found =
          left > 0 ? await Promise.race([this.find(host), pause(left, undefined, { ref: false })]) : undefined;
        const { addresses, dueAt } = found ?? { addresses: [], dueAt: new Date() };
        await this.parts.store.add({ host, addresses: [...addresses], dueAt });
      },
    );
  }

  async lookAround(): Promise<void> {
    const { store, zones, clock } = this.parts;
    await inLanes(await store.due(new Date(), mostAtOnce), lanes, async ({ host, addresses: before }) => {
      const found = await this.find(host);
      // Who could not be asked is where it was, as far as anyone knows.
      if (!found) return store.askAgain(host, inSeconds(soonest));
      if (found.addresses.join() === before.join()) return store.askAgain(host, found.dueAt);
      await zones.moved(host, found.addresses, found.dueAt, isoDate(clock.now()));
    });
  }

  private async find(host: string): Promise<Found | undefined> {
    const { dns, resolver } = this.parts;
    const { addresses, isWhole, ttl = latest } = await dns.whereIs(resolver, host);
    if (!isWhole) return undefined;
    const keptFor = addresses.length > 0 ? Math.min(latest, Math.max(soonest, ttl)) : soonest;
    return { addresses: addresses.toSorted(), dueAt: inSeconds(keptFor) };
  }
}

function inSeconds(seconds: number): Date {
  return new Date(Date.now() + 1000 * seconds);
}
