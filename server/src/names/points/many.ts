import type { Actor } from '@tienda/core/accounts/actor';
import type { DnsRecord } from '@tienda/core/dns/record';
import { zoneDifference, zoneProblems } from '@tienda/core/dns/zone';
import {
  wished,
  type ChangedZone,
  type ChangedZones,
  type NotChangedZone,
  type ZoneWish,
} from '@tienda/core/dns/zoneWish';
import { toULabel } from '@tienda/core/idna/idna';
import type { Clock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Aliases } from '../aliases/service';
import type { HeldName, NameStore } from '../held/store';
import type { MailForwards } from '../mailForwards/service';
import type { KeptZone, ZoneStore } from '../zones/store';

export interface ManyZonesParts {
  readonly database: Database;
  readonly names: Pick<NameStore, 'among' | 'log'>;
  readonly zones: Pick<ZoneStore, 'findAll' | 'recordsAt' | 'change'>;
  readonly aliases: Pick<Aliases, 'know'>;
  readonly mailForwards: Pick<MailForwards, 'ask'>;
  readonly outbox: Pick<Outbox, 'soon'>;
  readonly clock: Clock;
}

/** Transactions at once: one zone that cannot be changed holds up no other. */
const lanes = 6;

/** A zone, and what it is to be. */
interface Wanted {
  readonly held: HeldName;
  readonly kept: KeptZone;
  readonly records: readonly DnsRecord[];
}

/** What was changed of many zones, to be taken back: as long as nobody has changed them since. */
export type TakenBack = readonly { readonly name: string; readonly version: number }[];

/** Changes the zones of many names alike; those that cannot be so stay as they are. */
export class ManyZones {
  constructor(private readonly parts: ManyZonesParts) {}

  /** @param isPreview then it is only found out; names that are not the account's are passed over */
  async change(
    actor: Actor,
    wantedNames: readonly string[],
    wish: (kept: KeptZone) => ZoneWish,
    isPreview: boolean,
  ): Promise<ChangedZones> {
    const { names, zones, aliases } = this.parts;
    const held = await names.among(actor.account, wantedNames);
    const kept = await zones.findAll(held.map(({ name }) => name));
    const cannot: NotChangedZone[] = [];
    const same: string[] = [];
    const wanted: Wanted[] = [];
    for (const one of held) {
      const zone = kept.get(one.name);
      if (!zone) continue;
      const after = wished(one.name, zone.records, wish(zone));
      const problem =
        'code' in after ? { code: after.code, about: after.input, other: '' } : problemOf(one.name, after);
      if (problem) cannot.push({ name: one.name, ...problem });
      else if (!('code' in after) && isSame(zone.records, after)) same.push(one.name);
      else if (!('code' in after)) wanted.push({ held: one, kept: zone, records: after });
    }
    if (isPreview) return { changed: wanted.map((one) => shown(one, one.kept.version)), same, cannot };
    await aliases.know(wanted.flatMap(({ records }) => records));
    return this.write(actor, wanted, same, cannot);
  }

  /** Brings zones back to what they were before that version; those that were changed since stay as they are. */
  async takeBack(actor: Actor, versions: TakenBack): Promise<ChangedZones> {
    const { names, zones } = this.parts;
    const held = await names.among(
      actor.account,
      versions.map(({ name }) => name),
    );
    const kept = await zones.findAll(held.map(({ name }) => name));
    const cannot: NotChangedZone[] = [];
    const wanted: Wanted[] = [];
    for (const one of held) {
      const zone = kept.get(one.name);
      const version = versions.find(({ name }) => name === one.name)?.version;
      const records = zone?.version === version ? await zones.recordsAt(one.name, (version ?? 0) - 1) : undefined;
      if (zone && records) wanted.push({ held: one, kept: zone, records });
      else cannot.push({ name: one.name, ...meanwhile });
    }
    return this.write(actor, wanted, [], cannot);
  }

  private async write(
    { account, who }: Actor,
    wanted: readonly Wanted[],
    same: readonly string[],
    cannotYet: readonly NotChangedZone[],
  ): Promise<ChangedZones> {
    const { database, names, zones, mailForwards, outbox, clock } = this.parts;
    const changed: ChangedZone[] = [];
    const cannot = [...cannotYet];
    const next = wanted.values();
    const lane = async () => {
      for (const one of next) {
        const { held, kept, records } = one;
        const after = await database.transaction(async (transaction) => {
          const now = clock.now();
          const done = await zones.change(transaction, kept, records, who, now);
          if (!done) return undefined;
          await names.log(transaction, held.id, who, { type: 'records', version: done.version }, now);
          await mailForwards.ask(transaction, account, held.name, records);
          return done;
        });
        if (after) changed.push(shown(one, after.version));
        else cannot.push({ name: held.name, ...meanwhile });
      }
    };
    await Promise.all(Array.from({ length: lanes }, lane));
    outbox.soon();
    return { changed, same, cannot };
  }
}

const meanwhile = { code: 'meanwhile', about: '', other: '' } as const;

function shown({ kept: { name, records: before }, records }: Wanted, version: number): ChangedZone {
  const { added, removed } = zoneDifference(before, records);
  return { name, version, added: added.length, removed: removed.length };
}

function isSame(before: readonly DnsRecord[], after: readonly DnsRecord[]): boolean {
  const { added, removed, retimed } = zoneDifference(before, after);
  return added.length + removed.length + retimed.length === 0;
}

function problemOf(name: string, records: readonly DnsRecord[]): Omit<NotChangedZone, 'name'> | undefined {
  const [problem] = zoneProblems(name, records);
  const titleOf = (record: DnsRecord | undefined) => (record ? `${toULabel(record.name)} ${record.type}` : '');
  return problem && { code: problem.code, about: titleOf(problem.record), other: titleOf(problem.other) };
}
