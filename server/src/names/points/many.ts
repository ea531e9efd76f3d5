import type { Actor } from '@tienda/core/accounts/actor';
import type { RecipeProblem } from '@tienda/core/dns/recipe';
import type { DnsRecord } from '@tienda/core/dns/record';
import { mostRecords } from '@tienda/core/dns/zone';
import {
  wished,
  zoneOutcome,
  type ChangedZone,
  type ChangedZones,
  type NotChangedZone,
  type ZoneWish,
} from '@tienda/core/dns/zoneWish';
import { inLanes } from '@tienda/core/work/inLanes';
import type { Aliases } from '../aliases/service';
import type { HeldName, NameStore } from '../held/store';
import type { KeptZone, ZoneStore } from '../zones/store';
import type { Pointing } from './service';

export interface ManyZonesParts {
  readonly pointing: Pick<Pointing, 'write'>;
  readonly names: Pick<NameStore, 'among'>;
  readonly zones: Pick<ZoneStore, 'findAll' | 'recordsAt'>;
  readonly aliases: Pick<Aliases, 'know'>;
}

/** Transactions at once: one zone that cannot be changed holds up no other. */
const lanes = 6;

/** A zone, what it is to be, and what that changes. */
interface Wanted {
  readonly held: HeldName;
  readonly kept: KeptZone;
  readonly records: readonly DnsRecord[];
  readonly change: ChangedZone;
}

/** What can be done of what is wanted. */
interface Sorted extends Omit<ChangedZones, 'changed'> {
  readonly wanted: readonly Wanted[];
}

/** What was changed of many zones, to be taken back: as long as nobody has changed them since. */
export type TakenBack = readonly { readonly name: string; readonly version: number }[];

const meanwhile = { code: 'meanwhile', input: '' } as const;

/** Changes the zones of many names alike; those that cannot be so stay as they are. */
export class ManyZones {
  constructor(private readonly parts: ManyZonesParts) {}

  /** @param isPreview then it is only found out; names that are not the account's are passed over */
  async change(
    actor: Actor,
    names: readonly string[],
    wish: (kept: KeptZone) => ZoneWish,
    isPreview: boolean,
  ): Promise<ChangedZones> {
    const sorted = await this.sort(actor, names, mostRecords.byHand, (zone) =>
      wished(zone.name, zone.records, wish(zone)),
    );
    const { wanted, same, cannot } = sorted;
    return isPreview ? { changed: wanted.map(({ change }) => change), same, cannot } : this.write(actor, sorted);
  }

  /** Brings zones back to what they were before that version; those that were changed since stay as they are. */
  async takeBack(actor: Actor, versions: TakenBack): Promise<ChangedZones> {
    const { zones } = this.parts;
    const versionOf = new Map(versions.map(({ name, version }) => [name, version]));
    const sorted = await this.sort(actor, [...versionOf.keys()], mostRecords.byFile, async ({ name, version }) => {
      const records = version === versionOf.get(name) ? await zones.recordsAt(name, version - 1) : undefined;
      return records ?? meanwhile;
    });
    return this.write(actor, sorted);
  }

  /** @param recordsOf what a zone is to be, or why it cannot */
  private async sort(
    actor: Actor,
    names: readonly string[],
    most: number,
    recordsOf: (zone: KeptZone) => readonly DnsRecord[] | NotRecords | Promise<readonly DnsRecord[] | NotRecords>,
  ): Promise<Sorted> {
    const held = await this.parts.names.among(actor, names);
    const kept = await this.parts.zones.findAll(held.map(({ name }) => name));
    const cannot: NotChangedZone[] = [];
    const same: string[] = [];
    const wanted: Wanted[] = [];
    for (const one of held) {
      const { name } = one;
      const zone = kept.get(name);
      if (!zone) continue;
      const records = await recordsOf(zone);
      if ('code' in records) {
        cannot.push({ name, code: records.code, about: records.input, other: '' });
        continue;
      }
      const outcome = zoneOutcome(zone, records, most);
      if (!outcome) same.push(name);
      else if ('cannot' in outcome) cannot.push(outcome.cannot);
      else wanted.push({ held: one, kept: zone, records, change: outcome.changed });
    }
    return { wanted, same, cannot };
  }

  private async write({ who }: Actor, { wanted, same, cannot }: Sorted): Promise<ChangedZones> {
    const { pointing, aliases } = this.parts;
    await aliases.know(wanted.flatMap(({ records }) => records));
    const changed: ChangedZone[] = [];
    const late: NotChangedZone[] = [];
    await inLanes(wanted, lanes, async ({ held, kept, records, change }) => {
      const after = await pointing.write(held, kept, records, who);
      if (after) changed.push({ ...change, version: after.version });
      else late.push({ name: held.name, code: meanwhile.code, about: '', other: '' });
    });
    return { changed, same, cannot: [...cannot, ...late] };
  }
}

/** Why there are no records for a zone: an answer that does not do, or `meanwhile`. */
type NotRecords = Pick<RecipeProblem, 'input'> & { readonly code: string };
