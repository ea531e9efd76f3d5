import type { Actor, Holding, Who } from '@tienda/core/accounts/actor';
import { pointsTo, startingDelegation } from '@tienda/core/dns/delegation';
import { isMetHere } from '@tienda/core/dns/forward';
import { readRecord, wholeName, type DnsRecord, type TypedRecord } from '@tienda/core/dns/record';
import type { RecipeId } from '@tienda/core/dns/recipe';
import { shownSigning } from '@tienda/core/dns/signing';
import type { ShownZone, ShownZoneVersion } from '@tienda/core/dns/shownZone';
import { mostRecords, zoneProblems } from '@tienda/core/dns/zone';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { writeZoneText } from '@tienda/core/dns/zoneText';
import type { Clock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import { badField, badFields, notFound, Problem, type FieldError } from '../../platform/http/problem';
import type { Aliases } from '../aliases/service';
import type { CertificateStore } from '../certificates/store';
import { needZone } from '../held/needZone';
import type { HeldName, NameStore } from '../held/store';
import { log } from '../log/store';
import type { MailForwards } from '../mailForwards/service';
import type { Outbox } from '../../platform/outbox/outbox';
import type { KeptZone, ZoneStore } from '../zones/store';
import { recordDetail, zoneDetail } from './texts';

export interface PointingParts {
  readonly database: Database;
  readonly names: Pick<NameStore, 'need'>;
  readonly zones: ZoneStore;
  readonly certificates: Pick<CertificateStore, 'of'>;
  readonly aliases: Pick<Aliases, 'know'>;
  readonly mailForwards: Pick<MailForwards, 'ask'>;
  readonly outbox: Pick<Outbox, 'soon'>;
  readonly clock: Clock;
}

/** Where names point: the records that Tienda's name servers answer. */
export class Pointing {
  constructor(private readonly parts: PointingParts) {}

  /** @throws Problem 404 where the account does not hold the name */
  async of(holding: Holding, name: string): Promise<ShownZone> {
    const { held, kept } = await this.need(holding, name);
    return this.shown(held, kept);
  }

  /**
   * Writes the next state of a zone, whole.
   *
   * @param version the one that was changed
   * @throws Problem 422 naming each record that cannot be so, 409 where somebody changed the zone meanwhile
   */
  async change(
    actor: Actor,
    name: string,
    { version, records: typed, fromFile = false }: ZoneChange,
  ): Promise<ShownZone> {
    const { held, kept } = await this.need(actor, name);
    const records = readRecords(name, typed, fromFile);
    if (version === kept.version) await this.parts.aliases.know(records);
    const changed = version === kept.version && (await this.write(held, kept, records, actor.who));
    if (changed) return this.shown(held, changed);
    throw new Problem(
      409,
      'changed-meanwhile',
      'Somebody else changed the records',
      'These records were changed meanwhile: look at what is there now, then save yours again.',
    );
  }

  /**
   * Writes the next state of a zone in a transaction of its own, and asks whoever its mail goes to from then on.
   *
   * @returns undefined where somebody changed it meanwhile
   */
  async write(held: HeldName, kept: KeptZone, records: readonly DnsRecord[], who: Who): Promise<KeptZone | undefined> {
    const { database, zones, mailForwards, outbox, clock } = this.parts;
    const changed = await database.transaction(async (transaction) => {
      const now = clock.now();
      const after = await zones.change(transaction, kept, records, who, now);
      if (!after) return undefined;
      await log(transaction, held.id, who, { type: 'records', version: after.version }, now);
      await mailForwards.ask(transaction, held.accountId, held.name, records);
      return after;
    });
    outbox.soon();
    return changed;
  }

  /**
   * What is wanted of many zones, as it was typed.
   *
   * @returns what it comes to for each: records are read as below that name
   * @throws Problem 422 naming what cannot be so, 404 where the account does not hold the name that others are to be like
   */
  async wishOf(
    holding: Holding,
    { kind, recipe, answers = [], records = [], from }: TypedWish,
  ): Promise<(zone: KeptZone) => ZoneWish> {
    if (kind === 'recipe') {
      if (recipe === undefined) throw badField('/recipe', 'missing', 'Say which recipe.');
      const given = Object.fromEntries(answers.map(({ field, answer }) => [field, answer]));
      return () => ({ kind, recipe, answers: given });
    }
    if (kind === 'same') {
      if (from === undefined) throw badField('/from', 'missing', 'Say which name the others are to be like.');
      const { kept } = await this.need(holding, from);
      return () => ({ kind, from, records: kept.records });
    }
    if (records.length === 0) throw badField('/records', 'missing', 'Give at least one record.');
    return ({ name }) => ({ kind, records: readEach(name, records) });
  }

  async versions(holding: Holding, name: string): Promise<ShownZoneVersion[]> {
    await this.need(holding, name);
    return this.parts.zones.versions(name);
  }

  /** @throws Problem 404 where it is not kept */
  async recordsAt(holding: Holding, name: string, version: number): Promise<readonly DnsRecord[]> {
    const { kept } = await this.need(holding, name);
    const isOne = Number.isInteger(version) && version >= 0 && version <= kept.version;
    const records = isOne ? await this.parts.zones.recordsAt(name, version) : undefined;
    if (!records) throw notFound('version of these records');
    return records;
  }

  /** As a file that any name server reads. */
  async file(holding: Holding, name: string): Promise<string> {
    const { kept } = await this.need(holding, name);
    return writeZoneText(name, kept.records, kept.serial);
  }

  private async shown({ delegation, suspended }: HeldName, kept: KeptZone): Promise<ShownZone> {
    const { name, version, serial, records, signing } = kept;
    const isAsked = pointsTo(delegation ?? startingDelegation) === 'tienda';
    const hosts = records.filter(isMetHere).map((record) => wholeName(name, record));
    const certificates = hosts.length > 0 ? await this.parts.certificates.of(hosts) : [];
    const shownOnes = certificates.map(({ host, goodUntil, problem }) => ({
      host,
      ...(goodUntil ? { goodUntil: goodUntil.toISOString() } : {}),
      ...(problem === null ? {} : { problem }),
    }));
    return {
      name,
      version,
      serial,
      records,
      isAsked,
      ...(suspended ? { isSuspended: true } : {}),
      ...(signing ? { signing: shownSigning(signing) } : {}),
      ...(hosts.length > 0 ? { certificates: shownOnes } : {}),
    };
  }

  private need(holding: Holding, name: string) {
    return needZone(this.parts.names, this.parts.zones, holding, name);
  }
}

export interface ZoneChange {
  readonly version: number;
  readonly records: readonly TypedRecord[];
  /** They came from a file: then there may be more of them. */
  readonly fromFile?: boolean;
}

/** What is wanted of many zones, as it was typed. */
export interface TypedWish {
  readonly kind: ZoneWish['kind'];
  readonly recipe?: RecipeId;
  readonly answers?: readonly { readonly field: string; readonly answer: string }[];
  readonly records?: readonly TypedRecord[];
  readonly from?: string;
}

/** @throws Problem 422 naming each that cannot be so, alone or with the others */
function readRecords(zone: string, typed: readonly TypedRecord[], fromFile: boolean): DnsRecord[] {
  const records = readEach(zone, typed);
  const problems = zoneProblems(zone, records, fromFile ? mostRecords.byFile : mostRecords.byHand);
  const places = new Map(records.map((record, index) => [record, index]));
  if (problems.length > 0)
    throw badFields(
      problems.map((problem) => ({
        pointer: `/records/${places.get(problem.record)}`,
        code: problem.code,
        detail: zoneDetail(problem),
      })),
    );
  return records;
}

/** @throws Problem 422 naming each that cannot be so */
function readEach(zone: string, typed: readonly TypedRecord[]): DnsRecord[] {
  const read = typed.map((one) => readRecord(zone, one));
  const bad = read.flatMap((one, index): FieldError[] =>
    'code' in one ? [{ pointer: `/records/${index}/${one.at}`, code: one.code, detail: recordDetail(one, zone) }] : [],
  );
  if (bad.length > 0) throw badFields(bad);
  return read.filter((one): one is DnsRecord => !('code' in one));
}
