import {
  readRecord,
  recordFields,
  shownData,
  usualTtl,
  type DnsRecord,
  type RecordProblem,
  type RecordType,
} from './record';
import { ownMailHost, ownSpf, takesMailHere } from './mailForward';
import { isSpf } from './spf';
import { withRecord, withRecords, type ZoneAdvice } from './zone';

/** What a recipe asks for. */
export type RecipeField =
  | 'ipv4'
  | 'ipv6'
  | 'host'
  | 'mailHost'
  | 'backupMailHost'
  | 'spf'
  | 'selector'
  | 'key'
  | 'reports'
  | 'text'
  | 'below';

/** A few records made from a few answers. */
export interface Recipe {
  readonly id: RecipeId;
  readonly fields: readonly { readonly id: RecipeField; readonly isOptional?: boolean }[];
  /** Name, type and data with answers in braces; left out where an answer that it needs is empty. */
  readonly records: readonly (readonly [name: string, type: RecordType, data: string])[];
  /** What has to go: of these types at that name, or of texts those that begin so. */
  readonly replaces: readonly {
    readonly name: string;
    readonly types: readonly RecordType[];
    readonly begins?: string;
  }[];
}

export type RecipeId = 'webAddress' | 'webName' | 'mail' | 'noMail' | 'proof';

/** Types that say where visitors of the web go. */
const web: readonly RecordType[] = ['A', 'AAAA', 'ALIAS', 'FORWARD', 'PAGE', 'CNAME', 'HTTPS'];
const site: Recipe['replaces'] = [
  { name: '@', types: web },
  { name: 'www', types: web },
];
const mailAtAll: Recipe['replaces'] = [
  { name: '@', types: ['MX', 'MAIL'] },
  { name: '@', types: ['TXT'], begins: 'v=spf1' },
  { name: '_dmarc', types: ['TXT', 'CNAME'] },
];

/** What people come for: in the order in which they are shown. */
export const recipes: readonly Recipe[] = [
  {
    id: 'webAddress',
    fields: [{ id: 'ipv4' }, { id: 'ipv6', isOptional: true }],
    records: [
      ['@', 'A', '{ipv4}'],
      ['@', 'AAAA', '{ipv6}'],
      ['www', 'CNAME', '@'],
    ],
    replaces: site,
  },
  {
    id: 'webName',
    fields: [{ id: 'host' }],
    records: [
      ['@', 'ALIAS', '{host}'],
      ['www', 'CNAME', '{host}'],
    ],
    replaces: site,
  },
  {
    id: 'mail',
    fields: [
      { id: 'mailHost' },
      { id: 'backupMailHost', isOptional: true },
      { id: 'spf', isOptional: true },
      { id: 'selector', isOptional: true },
      { id: 'key', isOptional: true },
      { id: 'reports', isOptional: true },
    ],
    records: [
      ['@', 'MX', '10 {mailHost}'],
      ['@', 'MX', '20 {backupMailHost}'],
      ['@', 'TXT', 'v=spf1 mx{?spf: include:} ~all'],
      ['{selector}._domainkey', 'TXT', 'v=DKIM1; k=rsa; p={key}'],
      ['_dmarc', 'TXT', 'v=DMARC1; p=quarantine{?reports:; rua=mailto:}'],
    ],
    replaces: mailAtAll,
  },
  {
    id: 'noMail',
    fields: [],
    records: [
      ['@', 'MX', '0 .'],
      ['@', 'TXT', 'v=spf1 -all'],
      ['_dmarc', 'TXT', 'v=DMARC1; p=reject'],
    ],
    replaces: mailAtAll,
  },
  {
    id: 'proof',
    fields: [{ id: 'text' }, { id: 'below', isOptional: true }],
    records: [['{below}', 'TXT', '{text}']],
    replaces: [],
  },
];

export type RecipeAnswers = Readonly<Partial<Record<RecipeField, string>>>;

/** An answer that a recipe cannot be made from. */
export interface RecipeProblem {
  readonly field: RecipeField;
  readonly code: RecordProblem['code'];
  readonly input: string;
}

/**
 * The records of a zone after a recipe: what it makes is added, and what would contradict it is gone.
 *
 * @returns them, or the first answer that does not do
 */
export function withRecipe(
  zone: string,
  records: readonly DnsRecord[],
  { fields, records: templates, replaces }: Recipe,
  answers: RecipeAnswers,
): DnsRecord[] | RecipeProblem {
  const answerOf = (field: string) => (answers[field as RecipeField] ?? '').trim();
  const missing = fields.find(({ id, isOptional }) => !isOptional && answerOf(id) === '');
  if (missing) return { field: missing.id, code: 'missing', input: '' };
  const added: DnsRecord[] = [];
  for (const [name, type, data] of templates) {
    const used = [...`${name} ${data}`.matchAll(/\{(\w+)\}/g)].map(([, field = '']) => field as RecipeField);
    const isDue = used.every((field) => field === 'below' || answerOf(field) !== '');
    if (!isDue) continue;
    const typed = { name: filled(name, answerOf) || '@', type, ttl: usualTtl, data: filled(data, answerOf) };
    const read = readRecord(zone, typed);
    if ('code' in read) {
      const field = used.find((one) => (read.at === 'name' ? name : data).includes(`{${one}}`));
      if (field === undefined) throw new Error(`A recipe cannot make ${typed.name} ${type}: ${read.code}`);
      return { field, code: read.code, input: answerOf(field) };
    }
    added.push(read);
  }
  const removed = records.filter((record) => replaces.some((one) => isReplaced(record, one)));
  return withRecords(records, added, removed);
}

/** The records of a zone once visitors are sent on, or shown a page: what led them elsewhere from the same names is gone. */
export function withForward(records: readonly DnsRecord[], forwards: readonly DnsRecord[]): DnsRecord[] {
  const names = new Set(forwards.map(({ name }) => name));
  const removed = records.filter(({ name, type }) => names.has(name) && web.includes(type));
  return withRecords(records, forwards, removed);
}

/**
 * The records of a zone once its mail comes in here: where mail went before is gone, and who may send for it is added to
 * what is said of that already.
 *
 * @param name which of its names: `@`, `shop`
 */
export function withMailHere(records: readonly DnsRecord[], name: string): DnsRecord[] {
  const here = records.filter((record) => record.name === name);
  const spf = here.find((record) => record.type === 'TXT' && isSpf(shownData(record)));
  const ttlOf = (type: RecordType) => here.find((record) => record.type === type)?.ttl ?? usualTtl;
  const said = spf ? shownData(spf) : 'v=spf1 ~all';
  const parts = said.split(' ');
  const allowed = parts.includes(ownSpf) ? said : [parts[0], ownSpf, ...parts.slice(1)].join(' ');
  const added: DnsRecord[] = [
    ...(takesMailHere(here, name) ? [] : [{ name, type: 'MX', ttl: ttlOf('MX'), data: ['10', ownMailHost] } as const]),
    { name, type: 'TXT', ttl: ttlOf('TXT'), data: [allowed] },
  ];
  const removed = here.filter(
    (record) => (record.type === 'MX' && record.data[1] !== ownMailHost) || (record === spf && said !== allowed),
  );
  return withRecords(records, added, removed);
}

/** The records with what was advised, where what is to be done is plain. */
export function withAdvice(
  records: readonly DnsRecord[],
  { code, record: { name } }: Pick<ZoneAdvice, 'code' | 'record'>,
): DnsRecord[] | undefined {
  if (code === 'mailNotHere') return withMailHere(records, name);
  if (name !== '@') return undefined;
  const text = (below: string, said: string) =>
    withRecord(records, { name: below, type: 'TXT', ttl: usualTtl, data: [said] });
  if (code === 'mailWithoutSpf') return text('@', 'v=spf1 mx ~all');
  return code === 'mailWithoutDmarc' ? text('_dmarc', 'v=DMARC1; p=quarantine') : undefined;
}

function isReplaced(record: DnsRecord, { name, types, begins }: Recipe['replaces'][number]): boolean {
  if (record.name !== name || !types.includes(record.type)) return false;
  return begins === undefined || shownData(record).toLowerCase().startsWith(begins);
}

/** `{field}` is its answer, `{?field:before}` what comes before it and it, where there is one. */
function filled(template: string, answerOf: (field: string) => string): string {
  return template
    .replaceAll(/\{\?(\w+):([^}]*)\}/g, (_, field: string, before: string) =>
      answerOf(field) === '' ? '' : `${before}${answerOf(field)}`,
    )
    .replaceAll(/\{(\w+)\}/g, (_, field: string) => answerOf(field));
}

/** The records of another name as they are for this one: what leads to hosts of the other leads to hosts of this one. */
export function asIn(records: readonly DnsRecord[], other: string, zone: string): DnsRecord[] {
  const moved = (host: string) => {
    if (host === other) return zone;
    return host.endsWith(`.${other}`) ? `${host.slice(0, -other.length)}${zone}` : host;
  };
  return records.map((record) => {
    const kinds = recordFields[record.type];
    const data = record.data.map((field, at) => {
      const kind = kinds[at];
      if (kind === 'mailAddress') return field.replace(/@.*$/, (at) => `@${moved(at.slice(1))}`);
      return kind === 'host' || kind === 'hostOrNone' ? moved(field) : field;
    });
    return { ...record, data };
  });
}
