/** One resource record of a master file, names complete, lower case, without the final dot. */
export interface ZoneRecord {
  readonly name: string;
  readonly ttl: number | undefined;
  /** Upper case: `NS`, `SOA`. */
  readonly type: string;
  readonly data: readonly string[];
}

export type ZoneFileFault = 'directive' | 'parenthesis' | 'noType' | 'ttl';

export class ZoneFileError extends Error {
  constructor(
    readonly code: ZoneFileFault,
    message: string,
  ) {
    super(message);
  }
}

/** The tokens of a record; blank at the start says that the owner is the one before. */
interface Entry {
  readonly indented: boolean;
  readonly tokens: readonly string[];
}

const classes = new Set(['IN', 'CH', 'HS', 'CS']);

/**
 * Reads a master file (RFC 1035 section 5) line by line, so that a zone of any size streams through it.
 * Knows `$ORIGIN`, `$TTL` (RFC 2308), `@`, relative names, parentheses, comments, quotes and escapes.
 *
 * @example reader.push('quay 3600 IN NS ns1.example.') // { name: 'quay.org', type: 'NS', ... }
 */
export class ZoneFileReader {
  private ttl: number | undefined;
  private owner: string;
  private held = '';
  private depth = 0;

  /** @param origin the zone, `org`; `$ORIGIN` in the file changes it */
  constructor(private origin: string) {
    this.owner = origin;
  }

  /** True in the middle of a record, whose parenthesis is open. */
  get isOpen(): boolean {
    return this.depth > 0;
  }

  /** Takes the next line; gives the record that ends with it, if any. @throws ZoneFileError */
  push(line: string): ZoneRecord | undefined {
    const whole = this.joined(line);
    if (whole === undefined) return undefined;
    const { indented, tokens } = tokensOf(whole);
    const [first] = tokens;
    if (first === undefined) return undefined;
    if (first === '$ORIGIN') {
      this.origin = this.complete(tokens[1] ?? '');
      return undefined;
    }
    if (first === '$TTL') {
      this.ttl = ttlOf(tokens[1] ?? '');
      return undefined;
    }
    if (first.startsWith('$')) throw new ZoneFileError('directive', `${first} is not read here`);
    return this.record({ indented, tokens });
  }

  /** Lines inside parentheses are one; undefined until they close. */
  private joined(line: string): string | undefined {
    if (this.depth === 0 && !/[()]/.test(line)) return line;
    const bare = withoutComment(line);
    for (const character of bare.replace(/"[^"]*"/g, '')) {
      if (character === '(') this.depth += 1;
      if (character === ')') this.depth -= 1;
    }
    if (this.depth < 0) {
      this.depth = 0;
      throw new ZoneFileError('parenthesis', 'A parenthesis closes that was not open');
    }
    this.held = this.held === '' ? bare : `${this.held} ${bare}`;
    if (this.depth > 0) return undefined;
    const whole = this.held.replace(/[()](?=(?:[^"]*"[^"]*")*[^"]*$)/g, ' ');
    this.held = '';
    return whole;
  }

  private record({ indented, tokens }: Entry): ZoneRecord {
    let at = 0;
    if (!indented) this.owner = this.complete(tokens[at++] ?? '');
    let ttl = this.ttl;
    for (; ; at += 1) {
      const token = tokens[at] ?? '';
      if (/^\d/.test(token)) ttl = ttlOf(token);
      else if (!classes.has(token.toUpperCase())) break;
    }
    const type = tokens[at];
    if (type === undefined) throw new ZoneFileError('noType', `${this.owner} has no record type`);
    return { name: this.owner, ttl, type: type.toUpperCase(), data: tokens.slice(at + 1) };
  }

  /** A name of the file, whole and without the last dot. */
  complete(name: string): string {
    if (name === '@') return this.origin;
    const lower = name.toLowerCase();
    if (lower === '.') return '';
    if (lower.endsWith('.')) return lower.slice(0, -1);
    return this.origin === '' ? lower : `${lower}.${this.origin}`;
  }
}

/**
 * The label that a record delegates: an NS record of a name directly below the zone. Undefined for anything
 * else, such as the zone's own records and glue.
 */
export function delegatedLabel({ name, type }: ZoneRecord, zone: string): string | undefined {
  if (type !== 'NS' || name.length <= zone.length + 1 || !name.endsWith(zone)) return undefined;
  const label = name.slice(0, name.length - zone.length - 1);
  return name[label.length] === '.' && !label.includes('.') ? label : undefined;
}

const units: Readonly<Record<string, number>> = { s: 1, m: 60, h: 3600, d: 86_400, w: 604_800 };

/** Seconds, or amounts with units as in `1h30m`. */
function ttlOf(text: string): number {
  if (/^\d+$/.test(text)) return Number(text);
  if (!/^(\d+[smhdw])+$/i.test(text)) throw new ZoneFileError('ttl', `“${text}” is not a time to live`);
  return [...text.matchAll(/(\d+)([smhdw])/gi)].reduce(
    (sum, [, count, unit = 's']) => sum + Number(count) * (units[unit.toLowerCase()] ?? 1),
    0,
  );
}

function withoutComment(line: string): string {
  if (!line.includes(';')) return line;
  let quoted = false;
  for (let i = 0; i < line.length; i += 1) {
    if (line[i] === '\\') i += 1;
    else if (line[i] === '"') quoted = !quoted;
    else if (line[i] === ';' && !quoted) return line.slice(0, i);
  }
  return line;
}

function tokensOf(line: string): Entry {
  const indented = /^[ \t]/.test(line);
  // Almost every line of a large zone is plain: no quotes, escapes or comments.
  if (!/["\\;]/.test(line)) return { indented, tokens: line.trim().split(/\s+/).filter(Boolean) };
  const tokens = [...withoutComment(line).matchAll(/"((?:[^"\\]|\\.)*)"|((?:[^\s"\\]|\\.)+)/g)];
  return { indented, tokens: tokens.map(([, quoted, plain]) => unescaped(quoted ?? plain ?? '')) };
}

/** `\X` is X itself, `\DDD` the octet of that number. */
function unescaped(text: string): string {
  return text.replace(/\\(\d{3}|.)/g, (_, escaped: string) =>
    escaped.length === 3 ? String.fromCharCode(Number(escaped)) : escaped,
  );
}
