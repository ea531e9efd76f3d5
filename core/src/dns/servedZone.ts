import { ownNameservers } from './delegation';
import { answeredAsAddresses, masterData, namesAbove, usualTtl, wholeName, type DnsRecord } from './record';
import { soaData } from './zoneText';

/** A row of what name servers read. */
export interface ServedRow {
  /** Whole, without the last dot. */
  readonly name: string;
  /** Null where there is nothing but names below (RFC 4592 section 2.2.2): then there is neither content nor TTL. */
  readonly type: string | null;
  readonly content: string | null;
  readonly ttl: number | null;
  /** Where it stands among the names of its zone (RFC 4034 section 6.1); null for what is not denied here. */
  readonly ordername: string | null;
  /** False for what a sub-name's own servers answer. */
  readonly auth: boolean;
}

/**
 * Everything that name servers have of a zone, with Tienda's own records.
 *
 * @example servedRows('saltwhistle.sail', [], 2026112700) // SOA and two NS
 */
export function servedRows(
  zone: string,
  all: readonly DnsRecord[],
  serial: number,
  addressesOf: AddressesOf = () => [],
): ServedRow[] {
  // Which address is forwarded where is nobody's to ask.
  const records = all.filter(({ type }) => type !== 'MAIL');
  const handedOn = new Set(records.filter(({ type }) => type === 'NS').map(({ name }) => name));
  const own = [
    { type: 'SOA', content: soaData(serial) },
    ...ownNameservers.map((host) => ({ type: 'NS', content: `${host}.` })),
  ].map((row): ServedRow => ({ ...row, name: zone, ttl: usualTtl, ordername: '', auth: true }));
  const written = records
    .flatMap((record) => withAddresses(record, addressesOf))
    .map((record): ServedRow => {
      const { name, type, ttl } = record;
      const isAddress = type === 'A' || type === 'AAAA';
      const isBelow = namesAbove(name).some((above) => handedOn.has(above));
      const isGlue = isBelow || (handedOn.has(name) && isAddress);
      return {
        name: wholeName(zone, record),
        type,
        content: masterData(record),
        ttl,
        ordername: isGlue ? null : orderOf(name),
        auth: !isBelow && (!handedOn.has(name) || type === 'DS'),
      };
    });
  return [...own, ...written, ...emptyNames(zone, records)];
}

/** The addresses of what is answered with those of somebody else: an ALIAS, a FORWARD, a PAGE. */
export type AddressesOf = (record: DnsRecord) => readonly string[];

/** ALIAS, FORWARD and PAGE are Tienda's own: what is answered are addresses, like any other, and signed like them. */
function withAddresses(record: DnsRecord, addressesOf: AddressesOf): DnsRecord[] {
  if (!answeredAsAddresses.has(record.type)) return [record];
  return addressesOf(record).map((address) => ({
    ...record,
    type: address.includes(':') ? 'AAAA' : 'A',
    data: [address],
  }));
}

function orderOf(name: string): string {
  return name === '@' ? '' : name.split('.').reverse().join(' ');
}

/** Names that exist only since there are others below them: asked for, they answer that there is nothing of that type. */
function emptyNames(zone: string, records: readonly DnsRecord[]): ServedRow[] {
  const there = new Set(records.map(({ name }) => name));
  const empty = new Set(records.flatMap(({ name }) => namesAbove(name)).filter((name) => !there.has(name)));
  return [...empty].map((name) => ({
    name: `${name}.${zone}`,
    type: null,
    content: null,
    ttl: null,
    ordername: orderOf(name),
    auth: true,
  }));
}

/** What takes the rows of one state to those of another. */
export function servedChange(
  before: readonly ServedRow[],
  after: readonly ServedRow[],
): { readonly gone: readonly ServedRow[]; readonly come: readonly ServedRow[] } {
  const key = (row: ServedRow) => JSON.stringify(Object.values(row));
  const [was, is] = [new Set(before.map(key)), new Set(after.map(key))];
  return { gone: before.filter((row) => !is.has(key(row))), come: after.filter((row) => !was.has(key(row))) };
}
