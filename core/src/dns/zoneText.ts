import { ownNameservers, readAddress } from './delegation';
import {
  isRecordType,
  longestTtl,
  masterData,
  readRecord,
  recordFields,
  shortestTtl,
  usualTtl,
  type DnsRecord,
  type RecordProblemCode,
} from './record';
import { absenceTtl, mostRecords } from './zone';
import { ZoneFileError, ZoneFileReader, type ZoneFileFault, type ZoneRecord } from './zoneFile';

/** A zone file, line by line: what was read, what is passed over, and what cannot be read. */
export interface ReadZoneText {
  readonly records: readonly DnsRecord[];
  /** Lines counted from one. */
  readonly notes: readonly ZoneTextNote[];
}

export type ZoneTextNote = { readonly line: number; readonly input: string } & (
  | { readonly problem: RecordProblemCode | ZoneFileFault | 'generate' | 'tooMany' }
  /** Tienda's own of every zone: who answers, and its signatures. */
  | { readonly passedOver: 'own' | 'signature' }
  /** Kept for as long as Tienda allows. */
  | { readonly ttl: number }
);

/** Whom a zone is answered by and how long absence is kept (RFC 1035 section 3.3.13): seconds. */
const soa = { refresh: 3600, retry: 600, expire: 1_209_600 } as const;
const signatures: ReadonlySet<string> = new Set(['RRSIG', 'NSEC', 'NSEC3', 'NSEC3PARAM', 'DNSKEY', 'CDS', 'CDNSKEY']);
/** What is no type of the standard other programs pass over as a comment. */
const ownTypes: ReadonlySet<string> = new Set(['ALIAS', 'FORWARD', 'PAGE', 'MAIL']);
const ownLine = new RegExp(`^;(?:${[...ownTypes].join('|')}) `);

/** Reads a zone file (RFC 1035 section 5, `$TTL` of RFC 2308, `$GENERATE`), whatever stands in it. */
export function readZoneText(zone: string, text: string): ReadZoneText {
  const reader = new ZoneFileReader(zone);
  const records: DnsRecord[] = [];
  const notes: ZoneTextNote[] = [];
  for (const [index, line] of text.split(/\r?\n/).entries()) {
    const note = { line: index + 1, input: line.trim() };
    try {
      for (const plain of plainLines(line)) {
        const found = reader.push(plain);
        if (!found) continue;
        if (records.length >= mostRecords.byFile)
          return { records, notes: [...notes, { ...note, problem: 'tooMany' }] };
        const passedOver = isOwn(zone, found) ? 'own' : signatures.has(found.type) ? 'signature' : undefined;
        if (passedOver) {
          notes.push({ ...note, passedOver });
          continue;
        }
        const read = recordOf(zone, found, reader);
        if ('code' in read) notes.push({ line: note.line, input: read.input, problem: read.code });
        else {
          records.push(read);
          if (found.ttl !== undefined && found.ttl !== read.ttl) notes.push({ ...note, ttl: read.ttl });
        }
      }
    } catch (fault) {
      if (!(fault instanceof ZoneFileError || fault instanceof GenerateError)) throw fault;
      notes.push({ ...note, problem: fault.code });
    }
  }
  if (reader.isOpen) notes.push({ line: text.split('\n').length, input: '(', problem: 'parenthesis' });
  return { records, notes };
}

function isOwn(zone: string, { name, type }: ZoneRecord): boolean {
  return type === 'SOA' || (type === 'NS' && name === zone);
}

function recordOf(zone: string, { name, ttl = usualTtl, type, data }: ZoneRecord, reader: ZoneFileReader) {
  const within = Math.min(longestTtl, Math.max(shortestTtl, ttl));
  const typed = isRecordType(type) ? typedData(type, data, reader) : data.join(' ');
  return readRecord(zone, { name: `${name}.`, type, ttl: within, data: typed });
}

/** The data of a record of a file as someone would type it, hosts whole. */
function typedData(type: DnsRecord['type'], data: readonly string[], reader: ZoneFileReader): string {
  const kinds = recordFields[type];
  if (type === 'TXT') return quoted(data.join(''));
  return data
    .map((field, at) => {
      const kind = kinds[at];
      if (kind === 'text' || kind === 'url' || kind === 'words') return quoted(field);
      const isHost = kind === 'host' || kind === 'hostOrNone';
      // An address where a host belongs would be a name below the zone, which nobody means.
      return isHost && readAddress(field) === undefined ? reader.complete(field) || '.' : field;
    })
    .join(' ');
}

/** The octets of a text that was read, so that they are put together as they were. */
function quoted(octets: string): string {
  const escaped = [...octets].map((character) => {
    const code = character.charCodeAt(0);
    if (character === '"' || character === '\\') return `\\${character}`;
    return code < 0x20 || (code > 0x7e && code < 0x100) ? `\\${String(code).padStart(3, '0')}` : character;
  });
  return `"${escaped.join('')}"`;
}

class GenerateError extends Error {
  readonly code = 'generate';
}

/** A line without what only some programs know: `$GENERATE 1-3 host-$ A 192.0.2.$` is as many lines. */
function plainLines(line: string): string[] {
  if (ownLine.test(line)) return [line.replace(ownLine, '')];
  if (!/^\$GENERATE\s/i.test(line)) return [line];
  const [, from, to, step = '1', pattern = ''] = /^\S+\s+(\d+)-(\d+)(?:\/(\d+))?\s+(\S.*)$/.exec(line) ?? [];
  const [first, last, by] = [from, to, step].map(Number) as [number, number, number];
  if (from === undefined || last < first || by < 1 || (last - first) / by >= mostRecords.byFile)
    throw new GenerateError();
  return Array.from({ length: Math.floor((last - first) / by) + 1 }, (_, at) => generated(pattern, first + at * by));
}

/** `$` is the number, `${offset,width,base}` what is made of it, `\$` the sign itself. */
function generated(pattern: string, number: number): string {
  return pattern.replaceAll(
    /\\\$|\$(?:\{(-?\d+)(?:,(\d+)(?:,([doxX]))?)?\})?/g,
    (found, offset = '0', width = '0', base = 'd') => {
      if (found === '\\$') return '$';
      const value = number + Number(offset);
      if (value < 0) throw new GenerateError();
      const radix = { d: 10, o: 8, x: 16, X: 16 }[base as 'd' | 'o' | 'x' | 'X'];
      const digits = value.toString(radix).padStart(Number(width), '0');
      return base === 'X' ? digits.toUpperCase() : digits;
    },
  );
}

/** Who looks after Tienda's zones, as a name (RFC 1035 section 8). */
const hostmaster = 'hostmaster.tienda.example';

/** The SOA of a zone as name servers have it. */
export function soaData(serial: number): string {
  return `${ownNameservers[0]}. ${hostmaster}. ${serial} ${soa.refresh} ${soa.retry} ${soa.expire} ${absenceTtl}`;
}

/** A zone as a file that any name server reads; sorted as it is given. */
export function writeZoneText(zone: string, records: readonly DnsRecord[], serial: number): string {
  const line = ({ name, ttl, type, data }: DnsRecord) =>
    `${ownTypes.has(type) ? `;${type} ` : ''}${name} ${ttl} IN ${type} ${masterData({ type, data })}`;
  return [
    `$ORIGIN ${zone}.`,
    `$TTL ${usualTtl}`,
    `@ IN SOA ${soaData(serial)}`,
    ...ownNameservers.map((host) => `@ IN NS ${host}.`),
    ...records.map(line),
    '',
  ].join('\n');
}
