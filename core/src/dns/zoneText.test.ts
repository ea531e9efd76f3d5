import fc from 'fast-check';
import { readRecord, recordTypes, type DnsRecord } from './record';
import { readZoneText, writeZoneText } from './zoneText';

const zone = 'saltwhistle.sail';
const shown = ({ name, type, ttl, data }: DnsRecord) => `${name} ${type} ${ttl} ${data.join(' ')}`;

const file = `
$ORIGIN saltwhistle.sail.
$TTL 1h
@ IN SOA ns1.elsewhere.example. hostmaster ( 7 ; serial
   1h 15m 4w 5m )
  NS ns1.elsewhere.example.
  MX 10 mail
  TXT "v=spf1 mx " "-all"
www 60 CNAME @
$ORIGIN shop.saltwhistle.sail.
@ A 192.0.2.8
web CNAME @
till.saltwhistle.sail. 30d A 192.0.2.9
$GENERATE 1-3 berth-\${0,2} A 192.0.2.$
`;

test('a zone file is read with its origins, times, parentheses and ranges; what is Tienda’s own is passed over', () => {
  const { records, notes } = readZoneText(zone, file);
  expect(records.map(shown)).toEqual([
    '@ MX 3600 10 mail.saltwhistle.sail',
    '@ TXT 3600 v=spf1 mx -all',
    'www CNAME 60 saltwhistle.sail',
    'shop A 3600 192.0.2.8',
    'web.shop CNAME 3600 shop.saltwhistle.sail',
    'till A 604800 192.0.2.9',
    'berth-01.shop A 3600 192.0.2.1',
    'berth-02.shop A 3600 192.0.2.2',
    'berth-03.shop A 3600 192.0.2.3',
  ]);
  expect(notes).toMatchObject([
    { line: 5, passedOver: 'own' },
    { line: 6, passedOver: 'own' },
    { line: 13, ttl: 604_800 },
  ]);
});

test('each line that cannot be read says which and why, and the others are read', () => {
  const lines = [
    '@ A 192.0.2.777',
    'www CNAME quay_host.example.',
    'quayquill.sail. A 192.0.2.7',
    '@ HINFO "a" "b"',
    '$INCLUDE other.zone',
    ') stray',
    'ok A 192.0.2.7',
    '$GENERATE 5-1 a$ A 192.0.2.$',
    'www 1y A 192.0.2.7',
    '@ RRSIG A 13 2 3600 (',
    '2026 )',
    '@ MX 10 192.0.2.9',
    '@ TXT ( "open"',
  ];
  const { records, notes } = readZoneText(zone, lines.join('\n'));
  expect(records.map(shown)).toEqual(['ok A 3600 192.0.2.7']);
  expect(notes).toMatchObject([
    { line: 1, problem: 'ipv4', input: '192.0.2.777' },
    { line: 2, problem: 'host' },
    { line: 3, problem: 'outside' },
    { line: 4, problem: 'type' },
    { line: 5, problem: 'directive' },
    { line: 6, problem: 'parenthesis' },
    { line: 8, problem: 'generate' },
    { line: 9, problem: 'ttl' },
    { line: 11, passedOver: 'signature' },
    { line: 12, problem: 'addressForHost' },
    { line: 13, problem: 'parenthesis' },
  ]);
});

test('a file of more lines than a zone may have is read so far', () => {
  const { records, notes } = readZoneText(zone, '$GENERATE 1-6000 a$ A 192.0.2.7\n$GENERATE 1-6000 b$ A 192.0.2.7');
  expect([records.length, notes]).toMatchObject([10_000, [{ line: 2, problem: 'tooMany' }]]);
});

test('what is written is read back as it was, ALIAS and all', () => {
  const data: Partial<Record<DnsRecord['type'], string[]>> = {
    A: ['192.0.2.7', '198.51.100.9'],
    AAAA: ['2001:db8::7'],
    ALIAS: ['www.quayhost.example'],
    CNAME: ['@', 'shop'],
    MX: ['10 mx.lakepost.example', '0 .'],
    MAIL: ['orders pia@inkandtide.example', "* o'pia+{x}$@inkandtide.example"],
    CAA: ['0 issue "quay;ca \\"x\\""'],
    HTTPS: ['1 . alpn=h2,h3 port=8443'],
  };
  const one = fc
    .record({
      name: fc.constantFrom('@', 'www', '*', 'a.b', '_dmarc'),
      type: fc.constantFrom(...recordTypes),
      ttl: fc.integer({ min: 60, max: 604_800 }),
      text: fc.string({ maxLength: 300 }),
      place: fc.nat(),
    })
    .map(({ text, place, ...rest }) => {
      const some = data[rest.type] ?? [text];
      return readRecord(zone, { ...rest, data: some[place % some.length] ?? '' });
    })
    .filter((record): record is DnsRecord => !('code' in record))
    .filter(({ name, type }) => name !== '@' || type !== 'NS');
  fc.assert(
    fc.property(fc.array(one, { maxLength: 8 }), (records) => {
      const { records: read, notes } = readZoneText(zone, writeZoneText(zone, records, 2026112700));
      expect(read).toEqual(records);
      expect(notes.every((note) => 'passedOver' in note)).toBe(true);
    }),
  );
});

test('whatever a file says, it is read to its end', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 60 }), { maxLength: 10 }), (lines) => {
      expect(Array.isArray(readZoneText(zone, lines.join('\n')).records)).toBe(true);
    }),
  );
});
