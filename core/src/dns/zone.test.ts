import { withAdvice } from './recipe';
import { readRecord, type DnsRecord } from './record';
import {
  changedOnto,
  inOrder,
  nextSerial,
  pointedAt,
  seenAfterSeconds,
  withRecord,
  withRecords,
  zoneAdvice,
  zoneDifference,
  zoneProblems,
} from './zone';

const zone = 'saltwhistle.sail';

/** Records as lines: name, type, TTL where it is not an hour, data. */
function records(...lines: string[]): DnsRecord[] {
  return lines.map((line) => {
    const [, name = '', type = '', ttl = '3600', data = ''] = /^(\S+) (\S+) (?:(\d+)s )?(.*)$/.exec(line) ?? [];
    const record = readRecord(zone, { name, type, ttl: Number(ttl), data });
    if ('code' in record) throw new Error(`${line}: ${record.code}`);
    return record;
  });
}

const codes = (...lines: string[]) => zoneProblems(zone, records(...lines)).map(({ code }) => code);
const advice = (...lines: string[]) => zoneAdvice(records(...lines)).map(({ code }) => code);

test('a site with mail is well, and nothing is to be said of it', () => {
  const lines = [
    '@ A 192.0.2.7',
    'www CNAME @',
    '@ MX 10 mx.lakepost.example',
    '@ TXT v=spf1 include:lakepost.example ~all',
    '_dmarc TXT v=DMARC1; p=quarantine',
    'shop NS ns1.quayhost.example',
    'shop NS ns2.quayhost.example',
    `shop DS 60485 13 2 ${'AB'.repeat(32)}`,
    'ns1.branch A 192.0.2.9',
  ];
  expect([codes(...lines), advice(...lines)]).toEqual([[], []]);
});

test.each([
  ['twice', ['@ A 192.0.2.7', '@ A 192.0.2.7']],
  ['aliasAtTop', ['@ CNAME www.quayhost.example']],
  ['nameserversAtTop', ['@ NS ns1.quayhost.example']],
  ['belowHandedOn', ['shop NS ns1.quayhost.example', 'www.shop CNAME @']],
  ['belowHandedOn', ['shop NS ns1.quayhost.example', 'shop TXT hello']],
  ['signerWithoutNameservers', [`shop DS 60485 13 2 ${'AB'.repeat(32)}`]],
  ['addressesBesideAlias', ['@ ALIAS www.quayhost.example', '@ A 192.0.2.7']],
  ['toAlias', ['mail CNAME mx.lakepost.example', '@ MX 10 mail']],
  ['ttlsDiffer', ['@ A 192.0.2.7', '@ A 60s 192.0.2.8']],
  ['noMailBesideMail', ['@ MX 0 .', '@ MX 10 mx.lakepost.example']],
])('%s: %j cannot be', (code, lines) => {
  expect(codes(...lines)).toEqual([code]);
});

test('an alias stands alone at its name', () => {
  expect(codes('www CNAME @', 'www A 192.0.2.7')).toEqual(['aliasBesideOthers']);
  expect(codes('www CNAME @', 'www CNAME shop')).toEqual(['severalAliases', 'severalAliases']);
});

test('a zone has room for what anyone writes by hand', () => {
  const many = Array.from({ length: 5001 }, (_, i) => `n${i} A 192.0.2.7`);
  expect(codes(...many.slice(0, 5000))).toEqual([]);
  expect(codes(...many)).toEqual(['tooMany']);
});

test.each([
  ['severalSpf', ['@ TXT v=spf1 mx -all', '@ TXT v=spf1 -all']],
  ['spfForm', ['@ TXT v=spf1 includes:lakepost.example -all']],
  ['spfLookups', [`@ TXT v=spf1 ${Array.from({ length: 11 }, (_, i) => `include:s${i}.example`).join(' ')} -all`]],
  ['privateAddress', ['@ A 192.168.1.7']],
  ['longTtl', ['@ A 604800s 192.0.2.7']],
  ['dmarcForm', ['_dmarc TXT v=DMARC1; p=maybe']],
])('%s is said of %j', (code, lines) => {
  expect(advice(...lines)).toEqual([code]);
});

test('who takes mail is told which of its policies are missing; who takes none is not', () => {
  expect(advice('@ MX 10 mx.lakepost.example')).toEqual(['mailWithoutSpf', 'mailWithoutDmarc']);
  expect(advice('@ MX 0 .')).toEqual([]);
  const mail = records('@ MX 10 mx.lakepost.example');
  const mended = zoneAdvice(mail).reduce((all, one) => withAdvice(all, one) ?? all, mail);
  expect(zoneAdvice(mended)).toEqual([]);
});

test('a change is what came, what went, and what is kept for another time', () => {
  const before = records('@ A 192.0.2.7', 'www CNAME @', '@ MX 10 mx.lakepost.example');
  const after = records('@ A 300s 192.0.2.7', '@ MX 10 mx.lakepost.example', 'www A 192.0.2.7');
  expect(zoneDifference(before, after)).toMatchObject({
    added: [{ name: 'www', type: 'A' }],
    removed: [{ name: 'www', type: 'CNAME' }],
    retimed: [{ name: '@', type: 'A', ttl: 300 }],
  });
  expect(withRecords(before, records('www A 192.0.2.7'), records('www CNAME @'))).toHaveLength(3);
});

test('an old answer lives as long as it was served for, and that there was none as long as the zone says', () => {
  const before = records('@ A 7200s 192.0.2.7', 'www CNAME 600s @');
  expect(seenAfterSeconds(before, records('@ A 192.0.2.8', 'www CNAME 600s @'))).toBe(7200);
  expect(seenAfterSeconds(before, [...before, ...records('shop A 192.0.2.9')])).toBe(300);
  expect(seenAfterSeconds(before, records('@ A 7200s 192.0.2.7', 'www A 192.0.2.9'))).toBe(600);
  expect(seenAfterSeconds(before, before)).toBe(0);
});

test('a serial rises with each change, by the day where it can', () => {
  expect(nextSerial(0, '2026-11-27')).toBe(2026112700);
  expect(nextSerial(2026112700, '2026-11-27')).toBe(2026112701);
  expect(nextSerial(2026112799, '2026-11-27')).toBe(2026112800);
  expect(nextSerial(2026112800, '2026-11-28')).toBe(2026112801);
});

test('where it leads is told from its own name, the first mail host first', () => {
  const lines = ['@ A 192.0.2.7', 'www A 192.0.2.9', '@ MX 20 b.lakepost.example', '@ MX 10 a.lakepost.example'];
  expect(pointedAt(records(...lines))).toEqual({
    web: ['192.0.2.7'],
    mail: ['a.lakepost.example', 'b.lakepost.example'],
  });
  expect(pointedAt([])).toEqual({ web: [], mail: [] });
  expect(pointedAt(records('@ MX 0 .'))).toEqual({ web: [], mail: undefined });
});

test('two who change the same zone: what the second changed is done to what the first left', () => {
  const before = records('@ A 192.0.2.7', 'www CNAME @', 'shop A 192.0.2.9');
  const first = records('@ A 192.0.2.7', 'www CNAME @', 'till A 192.0.2.10');
  const second = records('@ A 60s 192.0.2.7', 'shop A 192.0.2.9', 'www A 192.0.2.8');
  expect(changedOnto(first, before, second)).toEqual(
    records('@ A 60s 192.0.2.7', 'till A 192.0.2.10', 'www A 192.0.2.8'),
  );
});

test('a record that is written takes the place of the one before, and those of its name and type its time', () => {
  const [first, second] = records('@ A 192.0.2.7', '@ A 192.0.2.8');
  const [changed] = records('@ A 60s 192.0.2.9');
  expect(withRecord([first!, second!], changed!, second)).toEqual(records('@ A 60s 192.0.2.7', '@ A 60s 192.0.2.9'));
  expect(withRecord([first!], first!)).toEqual([first]);
});

test('records are shown with the name itself first, what is below a name after it', () => {
  const shuffled = records('www A 192.0.2.7', 'a.shop A 192.0.2.7', '@ MX 0 .', 'shop A 192.0.2.7', '@ A 192.0.2.7');
  expect(inOrder(shuffled).map(({ name, type }) => `${name} ${type}`)).toEqual([
    '@ A',
    '@ MX',
    'shop A',
    'a.shop A',
    'www A',
  ]);
});

test('what is below two names that are handed on belongs to the upper one, in whatever order they stand', () => {
  const upper = 'shop NS ns1.quayhost.example';
  const lower = 'a.shop NS ns1.quayhost.example';
  expect([codes(upper, lower), codes(lower, upper)]).toEqual([['belowHandedOn'], ['belowHandedOn']]);
});
