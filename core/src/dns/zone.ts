import ipaddr from 'ipaddr.js';
import { isPublic } from './delegation';
import { forwardOf, metOf, type Forward, type OwnPage } from './forward';
import { catchAll, mailForwardOf, mostMailTargets, takesMailHere } from './mailForward';
import {
  answeredAsAddresses,
  isSameRecord,
  namesAbove,
  recordKey,
  recordTypes,
  shownData,
  wholeName,
  type DnsRecord,
  type RecordType,
} from './record';
import { isSpf, spfLookups, spfProblem } from './spf';

/** Records that a zone may have: written by hand, and read from a file. */
export const mostRecords = { byHand: 5000, byFile: 10_000 } as const;

export type ZoneProblemCode =
  | 'tooMany'
  | 'twice'
  /** An alias stands alone at its name (RFC 1034 section 3.6.2). */
  | 'aliasBesideOthers'
  /** The zone's own name has its nameservers already: ALIAS does there what CNAME cannot. */
  | 'aliasAtTop'
  | 'severalAliases'
  /** Which nameservers the zone itself has is set with the name. */
  | 'nameserversAtTop'
  | 'signerAtTop'
  /** A sub-name that is handed on has nothing here but addresses of its nameservers. */
  | 'belowHandedOn'
  | 'signerWithoutNameservers'
  /** ALIAS answers addresses: others beside it would be answered by turns. */
  | 'addressesBesideAlias'
  /** Visitors are sent on by Tienda: addresses beside it would be answered by turns. */
  | 'forwardBesideOthers'
  /** Visitors are shown a page by Tienda: likewise. */
  | 'pageBesideOthers'
  /** A visitor would be sent round and round. */
  | 'forwardLoop'
  /** One address is forwarded to too many. */
  | 'tooManyTargets'
  /** A mail would come back to the address that it was sent to. */
  | 'mailLoop'
  /** Mail, services and nameservers are sent to hosts, not to aliases (RFC 2181 section 10.3). */
  | 'toAlias'
  /** Answers are kept together, so those of one type at a name are kept equally long (RFC 2181 section 5.2). */
  | 'ttlsDiffer'
  /** Who takes no mail (RFC 7505) has no other host for it. */
  | 'noMailBesideMail';

/** What of a zone's records cannot be so together: of which record, and with which other. */
export interface ZoneProblem {
  readonly code: ZoneProblemCode;
  readonly record: DnsRecord;
  readonly other?: DnsRecord;
}

export type ZoneAdviceCode =
  | 'severalSpf'
  | 'spfLookups'
  | 'spfForm'
  | 'mailWithoutSpf'
  | 'mailWithoutDmarc'
  /** An address is forwarded here, and its mail goes elsewhere. */
  | 'mailNotHere'
  /** Mail comes in here, and no address of it is forwarded: all of it is refused. */
  | 'mailRefused'
  | 'dmarcForm'
  | 'privateAddress'
  | 'longTtl';

/** What is allowed and most likely not meant. */
export interface ZoneAdvice {
  readonly code: ZoneAdviceCode;
  readonly record: DnsRecord;
  /** Look-ups that an SPF takes. */
  readonly count?: number;
}

/** An hour before a move is soon, a day is not: so long are answers kept that were wrong. */
const longTtl = 86_400;

/** Everything of a zone that cannot be so, in the order of its records; nothing where it can be served. */
export function zoneProblems(
  zone: string,
  records: readonly DnsRecord[],
  most: number = mostRecords.byHand,
): ZoneProblem[] {
  const [first] = records;
  if (first && records.length > most) return [{ code: 'tooMany', record: first }];
  const at = byName(records);
  const aliases = new Set(records.filter(({ type }) => type === 'CNAME').map((record) => wholeName(zone, record)));
  const handedOn = new Set(records.filter(({ type, name }) => type === 'NS' && name !== '@').map(({ name }) => name));
  const otherTtls = differingTtls(records);
  const seen = new Set<string>();
  return records.flatMap((record): ZoneProblem[] => {
    const code = (code: ZoneProblemCode, other?: DnsRecord): ZoneProblem[] => [
      { code, record, ...(other ? { other } : {}) },
    ];
    const key = recordKey(record);
    if (seen.has(key)) return code('twice');
    seen.add(key);
    if (record.name === '@') {
      if (record.type === 'CNAME') return code('aliasAtTop');
      if (record.type === 'NS') return code('nameserversAtTop');
      if (record.type === 'DS') return code('signerAtTop');
    }
    // The one nearest to the top: what is below that is not answered here at all.
    const above = [record.name, ...namesAbove(record.name)].findLast((name) => handedOn.has(name));
    if (above !== undefined && !mayStandBelow(record, above)) return code('belowHandedOn', at.get(above)?.[0]);
    if (record.type === 'DS' && !handedOn.has(record.name)) return code('signerWithoutNameservers');
    const conflict = conflictWith(record, at.get(record.name) ?? []);
    if (conflict) return code(...conflict);
    if (leadsBack(zone, record, at)) return code('forwardLoop');
    if (record.type === 'MAIL') {
      const beside = (at.get(record.name) ?? []).filter((one) => one.type === 'MAIL' && one.data[0] === record.data[0]);
      if (beside.length > mostMailTargets) return beside[mostMailTargets] === record ? code('tooManyTargets') : [];
      if (mailComesBack(zone, record, at)) return code('mailLoop');
    }
    const target = targetOf(record);
    if (target !== undefined && aliases.has(target)) return code('toAlias');
    const otherTtl = otherTtls.get(record);
    return otherTtl ? code('ttlsDiffer', otherTtl) : [];
  });
}

/** Of each record that is kept for another time than one of its name and type before it: that one. */
function differingTtls(records: readonly DnsRecord[]): Map<DnsRecord, DnsRecord> {
  const sets = new Map<string, { readonly first: DnsRecord; different?: DnsRecord }>();
  const found = new Map<DnsRecord, DnsRecord>();
  for (const record of records) {
    const key = `${record.name} ${record.type}`;
    const set = sets.get(key);
    const other = record.ttl === set?.first.ttl ? set.different : set?.first;
    if (other) found.set(record, other);
    if (!set) sets.set(key, { first: record });
    else if (record.ttl !== set.first.ttl) set.different ??= record;
  }
  return found;
}

function mayStandBelow({ name, type }: DnsRecord, above: string): boolean {
  if (name === above) return type === 'NS' || type === 'DS' || type === 'A' || type === 'AAAA';
  return type === 'A' || type === 'AAAA';
}

/** @param here all records at its name */
function conflictWith(record: DnsRecord, here: readonly DnsRecord[]): [ZoneProblemCode, DnsRecord] | undefined {
  const ofType = (...types: RecordType[]) => here.find((one) => one !== record && types.includes(one.type));
  const other = here.find((one) => one !== record);
  if (record.type === 'CNAME' && other) return [other.type === 'CNAME' ? 'severalAliases' : 'aliasBesideOthers', other];
  const isOwn = answeredAsAddresses.has(record.type);
  const addresses = isOwn ? ofType('A', 'AAAA', ...answeredAsAddresses) : undefined;
  if (addresses) {
    if (record.type === 'FORWARD') return ['forwardBesideOthers', addresses];
    if (record.type === 'PAGE') return ['pageBesideOthers', addresses];
    return [addresses.type === record.type ? 'severalAliases' : 'addressesBesideAlias', addresses];
  }
  const mail = isNullMx(record) ? ofType('MX') : undefined;
  return mail && ['noMailBesideMail', mail];
}

/** True where forwards of this zone send a visitor round and round. */
function leadsBack(zone: string, record: DnsRecord, at: ReadonlyMap<string, readonly DnsRecord[]>): boolean {
  const seen = new Set<DnsRecord>();
  for (let next = forwardAfter(zone, record, at); next && !seen.has(next); next = forwardAfter(zone, next, at)) {
    if (next === record) return true;
    seen.add(next);
  }
  return false;
}

/** The forward of this zone that a forward leads to. */
function forwardAfter(
  zone: string,
  record: DnsRecord,
  at: ReadonlyMap<string, readonly DnsRecord[]>,
): DnsRecord | undefined {
  if (record.type !== 'FORWARD') return undefined;
  const { hostname } = new URL(forwardOf(record).to);
  if (hostname !== zone && !hostname.endsWith(`.${zone}`)) return undefined;
  const name = hostname === zone ? '@' : hostname.slice(0, -zone.length - 1);
  return at.get(name)?.find(({ type }) => type === 'FORWARD');
}

/** True where mail that a record forwards is forwarded within this zone until it is where it began. */
function mailComesBack(zone: string, record: DnsRecord, at: ReadonlyMap<string, readonly DnsRecord[]>): boolean {
  const open = [record];
  const seen = new Set<DnsRecord>();
  for (let next = open.pop(); next; next = open.pop()) {
    for (const one of mailAfter(zone, next, at)) {
      if (one === record) return true;
      if (!seen.has(one)) open.push(one);
      seen.add(one);
    }
  }
  return false;
}

/** The records of this zone that forward what a record forwards to. */
function mailAfter(zone: string, record: DnsRecord, at: ReadonlyMap<string, readonly DnsRecord[]>): DnsRecord[] {
  const [local = '', host = ''] = mailForwardOf(record).to.split('@');
  if (host !== zone && !host.endsWith(`.${zone}`)) return [];
  const there =
    at.get(host === zone ? '@' : host.slice(0, -zone.length - 1))?.filter(({ type }) => type === 'MAIL') ?? [];
  const own = there.filter(({ data }) => data[0] === local);
  return own.length > 0 ? own : there.filter(({ data }) => data[0] === catchAll);
}

function isNullMx({ type, data }: DnsRecord): boolean {
  return type === 'MX' && data[1] === '.';
}

/** The host that a record sends to, where that has to be no alias. */
function targetOf({ type, data }: DnsRecord): string | undefined {
  if (type === 'MX') return data[1];
  if (type === 'SRV') return data[3];
  return type === 'NS' ? data[0] : undefined;
}

/** What is allowed and most likely not meant. */
export function zoneAdvice(records: readonly DnsRecord[]): ZoneAdvice[] {
  const at = byName(records);
  const hasPolicy = at.get('_dmarc')?.some((one) => one.type === 'TXT' && /^v=dmarc1/i.test(shownData(one))) ?? false;
  return [...at].flatMap(([name, here]) => {
    const texts = here.filter(({ type }) => type === 'TXT');
    const spf = texts.filter((record) => isSpf(shownData(record)));
    const mail = here.find((record) => record.type === 'MX' && !isNullMx(record));
    const forward = here.find(({ type }) => type === 'MAIL');
    const isMailHere = takesMailHere(here, name);
    return [
      ...(forward && !isMailHere ? [{ code: 'mailNotHere', record: forward } as const] : []),
      ...(mail && isMailHere && !forward ? [{ code: 'mailRefused', record: mail } as const] : []),
      ...here.flatMap((record): ZoneAdvice[] => [
        ...(isHidden(record) ? [{ code: 'privateAddress', record } as const] : []),
        ...(record.ttl > longTtl ? [{ code: 'longTtl', record } as const] : []),
      ]),
      ...spf.slice(1, 2).map((record): ZoneAdvice => ({ code: 'severalSpf', record })),
      ...spf.flatMap((record): ZoneAdvice[] => {
        if (spfProblem(shownData(record)) !== undefined) return [{ code: 'spfForm', record }];
        const count = spfLookups(shownData(record));
        return count > 10 ? [{ code: 'spfLookups', record, count }] : [];
      }),
      ...(mail && spf.length === 0 ? [{ code: 'mailWithoutSpf', record: mail } as const] : []),
      ...(mail && !hasPolicy && name === '@' ? [{ code: 'mailWithoutDmarc', record: mail } as const] : []),
      ...texts.flatMap((record): ZoneAdvice[] =>
        /^_dmarc(\.|$)/.test(name) && !/^v=DMARC1\s*;\s*p=(none|quarantine|reject)\s*(;|$)/.test(shownData(record))
          ? [{ code: 'dmarcForm', record }]
          : [],
      ),
    ];
  });
}

function isHidden({ type, data: [address = ''] }: DnsRecord): boolean {
  return (type === 'A' || type === 'AAAA') && ipaddr.isValid(address) && !isPublic(address);
}

function byName(records: readonly DnsRecord[]): Map<string, DnsRecord[]> {
  const at = new Map<string, DnsRecord[]>();
  for (const record of records) {
    const there = at.get(record.name);
    if (there) there.push(record);
    else at.set(record.name, [record]);
  }
  return at;
}

/** What takes one state of a zone to another. */
export interface ZoneDifference {
  readonly added: readonly DnsRecord[];
  readonly removed: readonly DnsRecord[];
  /** Those that stay and are kept for another time, as they are to be. */
  readonly retimed: readonly DnsRecord[];
}

export function zoneDifference(before: readonly DnsRecord[], after: readonly DnsRecord[]): ZoneDifference {
  const was = new Map(before.map((record) => [recordKey(record), record]));
  const is = new Map(after.map((record) => [recordKey(record), record]));
  return {
    added: after.filter((record) => !was.has(recordKey(record))),
    removed: before.filter((record) => !is.has(recordKey(record))),
    retimed: after.filter((record) => {
      const known = was.get(recordKey(record));
      return known !== undefined && known.ttl !== record.ttl;
    }),
  };
}

/** Seconds that resolvers may keep it that there is nothing (RFC 2308): the zone's SOA says so. */
export const absenceTtl = 300;

/**
 * The longest that anyone may still see the old state, from the moment when the new one is served, in seconds: what was
 * there is kept as long as it was served for, and that there was nothing as long as the SOA says.
 */
export function seenAfterSeconds(before: readonly DnsRecord[], after: readonly DnsRecord[]): number {
  const { added, removed, retimed } = zoneDifference(before, after);
  // Who forwards mail knows of a change at once.
  const touched = [...added, ...removed, ...retimed].filter(({ type }) => type !== 'MAIL');
  return Math.max(
    0,
    ...touched.map(({ name, type }) => {
      const there = before.filter(
        (record) => record.name === name && (record.type === type || record.type === 'CNAME'),
      );
      return there.length > 0 ? Math.max(...there.map(({ ttl }) => ttl)) : absenceTtl;
    }),
  );
}

/** A zone after records came and went: those that come are told apart from those that are there. */
export function withRecords(
  records: readonly DnsRecord[],
  added: readonly DnsRecord[],
  removed: readonly DnsRecord[] = [],
): DnsRecord[] {
  const gone = new Set(removed.map(recordKey));
  const staying = records.filter((record) => !gone.has(recordKey(record)));
  const there = new Set(staying.map(recordKey));
  return [...staying, ...added.filter((record) => !there.has(recordKey(record)))];
}

/** A zone after a record was written in it, in the place of another or new: those of its name and type are kept equally long. */
export function withRecord(records: readonly DnsRecord[], record: DnsRecord, before?: DnsRecord): DnsRecord[] {
  const { name, type, ttl } = record;
  const others = before ? records.filter((one) => !isSameRecord(one, before)) : records;
  return withRecords(
    others
      .filter((one) => !isSameRecord(one, record))
      .map((one) => (one.name === name && one.type === type ? { ...one, ttl } : one)),
    [record],
  );
}

/** Records as they are shown: the zone's own name first, then by name, by type at each. */
export function inOrder(records: readonly DnsRecord[]): DnsRecord[] {
  const place = ({ name }: DnsRecord) => (name === '@' ? '' : name.split('.').toReversed().join('.'));
  return records.toSorted((a, b) => {
    const [first, second] = [place(a), place(b)];
    if (first !== second) return first < second ? -1 : 1;
    return recordTypes.indexOf(a.type) - recordTypes.indexOf(b.type);
  });
}

/** What somebody changed of a zone, done to what it has become meanwhile: nothing of either is lost. */
export function changedOnto(
  now: readonly DnsRecord[],
  before: readonly DnsRecord[],
  mine: readonly DnsRecord[],
): DnsRecord[] {
  const { added, removed, retimed } = zoneDifference(before, mine);
  const timedAs = new Map(retimed.map((record) => [recordKey(record), record]));
  const timed = now.map((record) => timedAs.get(recordKey(record)) ?? record);
  return withRecords(timed, added, removed);
}

/** Where a zone leads, at its own name: to which addresses or host, and to which hosts with its mail. */
export interface PointedAt {
  readonly web: readonly string[];
  /** Where visitors are sent on to. */
  readonly forward?: Forward;
  /** The page that visitors are shown. */
  readonly page?: OwnPage;
  /** Undefined where it is said that there is no mail. */
  readonly mail: readonly string[] | undefined;
  /** Which of its addresses are forwarded, where its mail comes in here: what is before the @, each once. */
  readonly forwarded?: readonly string[];
}

export function pointedAt(records: readonly DnsRecord[]): PointedAt {
  const top = records.filter(({ name }) => name === '@');
  const web = top.filter(({ type }) => type === 'A' || type === 'AAAA' || type === 'ALIAS');
  const mail = top.filter(({ type }) => type === 'MX');
  const forward = top.find(({ type }) => type === 'FORWARD');
  const [page] = top.filter(({ type }) => type === 'PAGE').map(metOf);
  const forwarded = top.filter(({ type }) => type === 'MAIL').map((record) => mailForwardOf(record).local);
  return {
    ...(forwarded.length > 0 && takesMailHere(top, '@') ? { forwarded: [...new Set(forwarded)] } : {}),
    web: web.flatMap(({ data }) => data),
    ...(forward ? { forward: forwardOf(forward) } : {}),
    ...(page?.kind === 'page' ? { page } : {}),
    mail: mail.some(isNullMx)
      ? undefined
      : mail.toSorted((a, b) => Number(a.data[0]) - Number(b.data[0])).flatMap(({ data }) => data.slice(1)),
  };
}

/**
 * The serial of a zone's next state (RFC 1982): the day and a number, and always higher than the one before.
 *
 * @param today `2026-11-27`
 */
export function nextSerial(before: number, today: string): number {
  return Math.max(before + 1, Number(today.replaceAll('-', '')) * 100);
}
