import { forwardKinds, keptParts, readTarget, type TargetProblemCode } from './forward';
import { toALabel, withPlainDots } from '../idna/idna';
import { readAddress, readHost } from './delegation';
import { dsProblem, readDs } from './delegationSigner';
import { readLocalPart, readMailAddress } from './mailForward';

/** The kinds of records that a holder writes, in the order in which they are shown at a name. */
export const recordTypes = [
  'A',
  'AAAA',
  'ALIAS',
  'FORWARD',
  'PAGE',
  'CNAME',
  'MX',
  'MAIL',
  'TXT',
  'SRV',
  'CAA',
  'NS',
  'DS',
  'HTTPS',
  'SVCB',
  'TLSA',
] as const;
export type RecordType = (typeof recordTypes)[number];

/** One record of a zone, in the one way to write it. */
export interface DnsRecord {
  /** Below the zone, in A-labels: `@` for the zone's own name, `www`, `*.shop`, `_dmarc`. */
  readonly name: string;
  readonly type: RecordType;
  /** Seconds that an answer may be kept. */
  readonly ttl: number;
  /** Each field of its own: hosts whole and without the last dot (`.` for none at all), a text in one piece. */
  readonly data: readonly string[];
}

/** A record as it is typed. */
export interface TypedRecord {
  readonly name: string;
  readonly type: string;
  readonly ttl: number;
  readonly data: string;
}

export const shortestTtl = 60;
export const longestTtl = 7 * 86_400;
export const usualTtl = 3600;
/** Octets of one text record: more do not fit into an answer that arrives everywhere. */
export const longestText = 2048;

export type RecordProblemCode =
  | 'type'
  | 'ttl'
  /** Not a name of this zone. */
  | 'outside'
  | 'label'
  | 'tooLong'
  /** `*` means something as the whole of the first label alone. */
  | 'wildcard'
  /** A name with an underscore is no host (RFC 8552). */
  | 'underscore'
  /** `_service._protocol` come before the name (RFC 2782). */
  | 'serviceName'
  /** `_port._protocol` come before the name (RFC 6698). */
  | 'portName'
  | 'missing'
  | 'tooMuch'
  | 'ipv4'
  | 'ipv6'
  | 'host'
  /** An address where the name of a host belongs. */
  | 'addressForHost'
  | 'number'
  | 'hexadecimal'
  | 'tag'
  | 'parameter'
  | 'signer'
  | TargetProblemCode
  /** A way to send visitors on. */
  | 'forward'
  /** What comes before the @ of an address here. */
  | 'localPart'
  | 'mailAddress'
  | 'textTooLong';

/** What of a record cannot be so, and the part of what was typed that is meant. */
export interface RecordProblem {
  readonly at: 'name' | 'type' | 'ttl' | 'data';
  readonly code: RecordProblemCode;
  readonly input: string;
}

/** What a field of a record's data is. */
export type FieldKind =
  | 'ipv4'
  | 'ipv6'
  | 'host'
  | 'hostOrNone'
  | 'byte'
  | 'short'
  | 'tag'
  /** All that is left. */
  | 'text'
  | 'hexadecimal'
  | 'parameters'
  | 'url'
  | 'forwardKind'
  | 'keptPart'
  /** What comes before the @, `*` for all that have no record of their own. */
  | 'localPart'
  | 'mailAddress'
  /** In quotes, or one word; empty where left out. */
  | 'words';

/** The fields of each type's data, in their order (RFC 1035, 2782, 3596, 4034, 6698, 8659, 9460); ALIAS, FORWARD, PAGE and MAIL are Tienda's own. */
export const recordFields: Readonly<Record<RecordType, readonly FieldKind[]>> = {
  A: ['ipv4'],
  AAAA: ['ipv6'],
  ALIAS: ['host'],
  FORWARD: ['url', 'forwardKind', 'keptPart', 'words', 'words'],
  PAGE: ['words', 'words'],
  CNAME: ['host'],
  NS: ['host'],
  MX: ['short', 'hostOrNone'],
  MAIL: ['localPart', 'mailAddress'],
  TXT: ['text'],
  SRV: ['short', 'short', 'short', 'hostOrNone'],
  CAA: ['byte', 'tag', 'text'],
  DS: ['short', 'byte', 'byte', 'hexadecimal'],
  HTTPS: ['short', 'hostOrNone', 'parameters'],
  SVCB: ['short', 'hostOrNone', 'parameters'],
  TLSA: ['byte', 'byte', 'byte', 'hexadecimal'],
};

/** Types of Tienda's own that are answered as addresses (A, AAAA): of a host, or of where visitors come in. */
export const answeredAsAddresses: ReadonlySet<RecordType> = new Set(['ALIAS', 'FORWARD', 'PAGE']);

/** Types that may stand at a name with an underscore (RFC 8552, 8553). */
const underscored: ReadonlySet<RecordType> = new Set(['TXT', 'CNAME', 'SRV', 'TLSA', 'SVCB', 'HTTPS', 'NS']);

export function isRecordType(type: string): type is RecordType {
  return (recordTypes as readonly string[]).includes(type);
}

/**
 * Reads a record as people type it: `www`, `@` or whole names, other scripts, texts with their quotes or without.
 *
 * @param zone the name that the record is below, in A-labels
 */
export function readRecord(zone: string, typed: TypedRecord): DnsRecord | RecordProblem {
  const type = typed.type.trim().toUpperCase();
  if (!isRecordType(type)) return { at: 'type', code: 'type', input: typed.type };
  const { ttl } = typed;
  if (!Number.isInteger(ttl) || ttl < shortestTtl || ttl > longestTtl)
    return { at: 'ttl', code: 'ttl', input: String(ttl) };
  const name = readName(zone, typed.name, type);
  if (typeof name !== 'string') return { at: 'name', ...name };
  const data = readData(zone, type, typed.data);
  return 'code' in data ? { at: 'data', ...data } : { name, type, ttl, data };
}

type Fault = Pick<RecordProblem, 'code' | 'input'>;

export function readName(zone: string, typed: string, type: RecordType): string | Fault {
  const fault = (code: RecordProblemCode, input = typed): Fault => ({ code, input });
  const text = withPlainDots(typed.trim());
  const labels = text.replace(/\.$/, '').split('.').map(readLabel);
  if (text === '' || text === '@') labels.splice(0);
  const bad = labels.indexOf(undefined);
  if (bad >= 0) return fault('label', text.split('.')[bad] ?? text);
  const whole = labels.join('.');
  const relative = whole === zone ? '' : whole.endsWith(`.${zone}`) ? whole.slice(0, -zone.length - 1) : whole;
  if (text.endsWith('.') && relative === whole) return fault('outside');
  if (`${relative}.${zone}`.length > 253) return fault('tooLong');
  const below = relative === '' ? [] : relative.split('.');
  if (below.some((label, at) => label.includes('*') && (label !== '*' || at > 0))) return fault('wildcard');
  if (type === 'SRV' && !/^_[a-z0-9-]+\._(tcp|udp|tls|sctp)(\.|$)/.test(relative)) return fault('serviceName');
  if (type === 'TLSA' && !/^(_\d{1,5}|\*)\._(tcp|udp|sctp)(\.|$)/.test(relative)) return fault('portName');
  if (!underscored.has(type) && below.some((label) => label.startsWith('_'))) return fault('underscore');
  return relative === '' ? '@' : relative;
}

/** A label of a name, in lower case and A-labels; undefined for what is none. */
function readLabel(typed: string): string | undefined {
  const label = /^[\x21-\x7e]+$/.test(typed) ? typed.toLowerCase() : toALabel(typed);
  if (label === undefined || label.length > 63) return undefined;
  return label === '*' || /^[a-z0-9_]([a-z0-9_-]*[a-z0-9_])?$|^\*./.test(label) ? label : undefined;
}

function readData(zone: string, type: RecordType, typed: string): string[] | Fault {
  if (type === 'DS') {
    const signer = readDs(typed);
    if (typeof signer === 'string' || dsProblem(signer)) return { code: 'signer', input: typed };
    return [String(signer.keyTag), String(signer.algorithm), String(signer.digestType), signer.digest];
  }
  const kinds = recordFields[type];
  const fields = fieldsOf(typed, kinds);
  if (fields.length < kinds.length && !mayBeMissing.has(kinds[fields.length])) return { code: 'missing', input: typed };
  const data: string[] = [];
  for (const [at, kind] of kinds.entries()) {
    const read = kind === 'parameters' ? readParameters(fields.slice(at)) : readField(zone, kind, fields[at] ?? '');
    if ('code' in read) return read;
    data.push(...read);
  }
  const isOpen = kinds.at(-1) === 'parameters';
  return !isOpen && fields.length > kinds.length
    ? { code: 'tooMuch', input: fields.slice(kinds.length).join(' ') }
    : data;
}

const mayBeMissing: ReadonlySet<FieldKind | undefined> = new Set(['parameters', 'words', 'forwardKind', 'keptPart']);

/** What was typed, field by field; a text or digits at the end are everything that is left, their pieces put together. */
function fieldsOf(typed: string, kinds: readonly FieldKind[]): string[] {
  let rest = typed.trim();
  const fields: string[] = [];
  for (const kind of kinds) {
    if (rest === '') return fields;
    if (kind === 'text') return [...fields, unquoted(rest)];
    if (kind === 'hexadecimal') return [...fields, rest.replaceAll(/\s+/g, '')];
    const [, quoted, bare = '', after = ''] = /^(?:("(?:[^"\\]|\\.)*")(?=\s|$)|(\S+))\s*(.*)$/s.exec(rest) ?? [];
    const mayBeQuoted = kind === 'url' || kind === 'words';
    fields.push(quoted === undefined ? bare : mayBeQuoted ? unquoted(quoted) : quoted);
    rest = after;
  }
  return rest === '' ? fields : [...fields, ...rest.split(/\s+/)];
}

/** A text as it is pasted: in quotes, also in several pieces with escapes (RFC 1035 section 5.1), or as it is. */
function unquoted(text: string): string {
  if (!/^"([^"\\]|\\.)*"(\s+"([^"\\]|\\.)*")*$/s.test(text)) return text;
  const pieces = [...text.matchAll(/"((?:[^"\\]|\\.)*)"/gs)].map(([, piece = '']) => piece);
  const octets = pieces
    .join('')
    .replaceAll(/\\(\d{3}|.)/gs, (_, escaped: string) =>
      escaped.length === 3 ? String.fromCharCode(Number(escaped) & 0xff) : escaped,
    );
  return /[\x80-\xff]/.test(octets) && !/[^\0-\xff]/.test(octets) ? fromOctets(octets) : octets;
}

function fromOctets(octets: string): string {
  const bytes = Uint8Array.from(octets, (character) => character.charCodeAt(0));
  return new TextDecoder().decode(bytes);
}

function readField(zone: string, kind: Exclude<FieldKind, 'parameters'>, field: string): [string] | Fault {
  const fault = (code: RecordProblemCode): Fault => ({ code, input: field });
  switch (kind) {
    case 'ipv4':
    case 'ipv6': {
      const address = readAddress(field);
      return address !== undefined && address.includes(':') === (kind === 'ipv6') ? [address] : fault(kind);
    }
    case 'host':
    case 'hostOrNone': {
      if (kind === 'hostOrNone' && field === '.') return ['.'];
      if (readAddress(field) !== undefined) return fault('addressForHost');
      const host = field === '@' ? zone : readHost(/^[^.]+$/.test(field) ? `${field}.${zone}` : field);
      return host === undefined ? fault('host') : [host];
    }
    case 'byte':
    case 'short':
      return /^\d{1,5}$/.test(field) && Number(field) <= (kind === 'byte' ? 0xff : 0xffff)
        ? [String(Number(field))]
        : fault('number');
    case 'tag':
      return /^[a-z0-9]{1,15}$/i.test(field) ? [field.toLowerCase()] : fault('tag');
    case 'hexadecimal':
      return /^([0-9a-f]{2})+$/i.test(field) ? [field.toUpperCase()] : fault('hexadecimal');
    case 'url': {
      const read = readTarget(field);
      return 'url' in read ? [read.url] : fault(read.code);
    }
    case 'forwardKind':
      return oneOf(forwardKinds, field || 'permanent') ?? fault('forward');
    case 'keptPart':
      return oneOf(keptParts, field || 'path') ?? fault('forward');
    case 'localPart': {
      const local = readLocalPart(field);
      return local === undefined ? fault('localPart') : [local];
    }
    case 'mailAddress': {
      const address = readMailAddress(field);
      return address === undefined ? fault('mailAddress') : [address];
    }
    case 'words':
    case 'text':
      return new TextEncoder().encode(field).length <= longestText ? [field] : fault('textTooLong');
  }
}

function oneOf(words: readonly string[], typed: string): [string] | undefined {
  const word = typed.toLowerCase();
  return words.includes(word) ? [word] : undefined;
}

/** What a client is told beside the target (RFC 9460 section 2.1): each key once. */
function readParameters(fields: readonly string[]): string[] | Fault {
  const keys = new Set<string>();
  for (const field of fields) {
    const [, key, value] = /^([a-z0-9-]{1,63})(?:=("?)([\x21-\x7e]+)\2)?$/.exec(field) ?? [];
    const isBare = key === 'no-default-alpn';
    if (key === undefined || keys.has(key) || (value === undefined) !== isBare)
      return { code: 'parameter', input: field };
    keys.add(key);
  }
  return fields.map((field) => field.replaceAll('"', ''));
}

/** The data of a record as it is shown and typed: a text without quotes. */
export function shownData({ data }: Pick<DnsRecord, 'data'>): string {
  return data.join(' ');
}

/** The whole name of a record, without the last dot. */
export function wholeName(zone: string, { name }: Pick<DnsRecord, 'name'>): string {
  return name === '@' ? zone : `${name}.${zone}`;
}

/** The names that a name is below, the nearest first, without the zone's own: `a.b.c` is below `b.c` and `c`. */
export function namesAbove(name: string): string[] {
  const labels = name.split('.');
  return labels.slice(1).map((_, at) => labels.slice(at + 1).join('.'));
}

/** A whole name and the asterisks that stand for it, the nearest first (RFC 4592). */
export function standingFor(host: string): string[] {
  return [host, ...namesAbove(host).map((above) => `*.${above}`)];
}

/** The data of a record as zone files and name servers have it (RFC 1035 section 5.1): hosts with their last dot, texts in quotes. */
export function masterData({ type, data }: Pick<DnsRecord, 'type' | 'data'>): string {
  const kinds = recordFields[type];
  return data
    .map((field, at) => {
      const kind = kinds[at];
      if (kind === 'host' || kind === 'hostOrNone') return field === '.' ? field : `${field}.`;
      if (kind === 'url' || kind === 'words') return `"${escaped(field)}"`;
      if (kind !== 'text') return field;
      return type === 'TXT' ? inPieces(field) : `"${escaped(field)}"`;
    })
    .join(' ');
}

/** A character string has at most 255 octets: longer texts are several, put together by whoever reads them. */
const longestPiece = 255;

function inPieces(text: string): string {
  const bytes = new TextEncoder().encode(text);
  const count = Math.max(1, Math.ceil(bytes.length / longestPiece));
  return Array.from({ length: count }, (_, at) => {
    const piece = bytes.slice(at * longestPiece, (at + 1) * longestPiece);
    return `"${[...piece].map(escapedOctet).join('')}"`;
  }).join(' ');
}

function escaped(text: string): string {
  return [...new TextEncoder().encode(text)].map(escapedOctet).join('');
}

function escapedOctet(octet: number): string {
  const character = String.fromCharCode(octet);
  if (character === '"' || character === '\\') return `\\${character}`;
  return octet >= 0x20 && octet < 0x7f ? character : `\\${String(octet).padStart(3, '0')}`;
}

/** True where both say the same; how long an answer may be kept is no part of it. */
export function isSameRecord(one: DnsRecord, other: DnsRecord): boolean {
  return recordKey(one) === recordKey(other);
}

/** Of all records of a zone, what tells this one apart. */
export function recordKey({ name, type, data }: DnsRecord): string {
  return JSON.stringify([name, type, data]);
}
