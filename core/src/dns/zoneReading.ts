import { masterData, readRecord, shortestTtl, longestTtl, type DnsRecord, type RecordType } from './record';

/** What a name server answered to one question, its name whole and its data as text. */
export interface ReadAnswer {
  readonly name: string;
  readonly type: string;
  readonly ttl: number;
  readonly data: string;
}

/** What was read of a zone from the name servers that answer for it. */
export interface ReadZone {
  /** Which of them answered. */
  readonly nameserver: string;
  /** Those names that were asked for. */
  readonly asked: readonly string[];
  readonly records: readonly DnsRecord[];
  /** Those of them about which not everything was answered in time: there may be more. */
  readonly silent: readonly string[];
  /** What was answered and cannot be served here as it is, as a line each. */
  readonly unread: readonly string[];
}

/** Names that most zones have something at; nobody is told which there are. */
export const usualNames: readonly string[] = [
  ...[
    '@',
    'www',
    'mail',
    'webmail',
    'smtp',
    'imap',
    'pop',
    'ftp',
    'shop',
    'blog',
    'app',
    'api',
    'docs',
    'help',
    'status',
  ],
  ...['mx', 'autodiscover', 'autoconfig', 'calendar', 'cloud', 'files', 'm', 'news', 'old', 'test', 'vpn', 'remote'],
  ...['_dmarc', '_domainkey', 'default._domainkey', 'mail._domainkey', 'dkim._domainkey', 'selector._domainkey'],
  ...['selector1._domainkey', 'selector2._domainkey', 's1._domainkey', 's2._domainkey', 'k1._domainkey'],
  ...['_mta-sts', 'mta-sts', '_smtp._tls', '_imaps._tcp', '_submission._tcp', '_caldavs._tcp', '_carddavs._tcp'],
];

/** More of them at once nobody is asked. */
export const mostReadNames = 100;

const ofServices: readonly RecordType[] = ['TXT', 'CNAME', 'SRV'];
const ofHosts: readonly RecordType[] = ['A', 'AAAA', 'CNAME', 'MX', 'TXT'];
const ofAll: readonly RecordType[] = ['A', 'AAAA', 'MX', 'TXT', 'CAA', 'NS', 'SRV'];

/** What is asked of a name server about a name of a zone. */
export function typesToRead(name: string): readonly RecordType[] {
  if (name === '@') return ofAll;
  return name.startsWith('_') || name.includes('._') ? ofServices : ofHosts;
}

/**
 * Answers as the records that give the same here: without those that every zone has of its own, and with those that stand
 * for all names, which each of them would give, only once.
 *
 * @param answers each under the name that was asked for
 * @param anyones what is answered for a name that nobody has set up, under that name
 */
export function readAnswers(
  zone: string,
  answers: readonly ReadAnswer[],
  anyones: readonly ReadAnswer[],
): Pick<ReadZone, 'records' | 'unread'> {
  const forAll = new Set(anyones.map(({ type, data }) => `${type} ${data}`));
  // A name that has anything of its own is stood for by no asterisk (RFC 4592 section 2.2.1): all of it is kept.
  const own = new Set(answers.filter(({ type, data }) => !forAll.has(`${type} ${data}`)).map(({ name }) => name));
  const below = answers.filter(({ name }) => name === zone || own.has(name));
  const records = new Map<string, DnsRecord>();
  const unread: string[] = [];
  for (const { name, type, ttl, data } of [...below, ...anyones.map((one) => ({ ...one, name: `*.${zone}` }))]) {
    if (name === zone && type === 'NS') continue;
    const record = readRecord(zone, {
      name: `${name}.`,
      type,
      ttl: Math.min(longestTtl, Math.max(shortestTtl, ttl)),
      data: typedData(type, data),
    });
    if ('code' in record) unread.push(`${name} ${type} ${data}`);
    else records.set(`${record.name} ${record.type} ${record.data.join(' ')}`, record);
  }
  return { records: [...records.values()], unread };
}

/** As it is typed without doubt: hosts with their last dot, texts in quotes. */
function typedData(type: string, data: string): string {
  if (type === 'TXT') return masterData({ type, data: [data] });
  const hasHost = ['CNAME', 'NS', 'MX', 'SRV'].includes(type);
  return hasHost && !data.endsWith('.') ? `${data}.` : data;
}
