import fc from 'fast-check';
import { masterData, readRecord, recordTypes, shownData, type DnsRecord, type RecordProblem } from './record';

const zone = 'saltwhistle.sail';

function read(name: string, type: string, data: string, ttl = 3600): DnsRecord | RecordProblem {
  return readRecord(zone, { name, type, ttl, data });
}

test.each([
  ['@', '@'],
  ['', '@'],
  ['saltwhistle.sail', '@'],
  ['www', 'www'],
  ['WWW.Saltwhistle.Sail.', 'www'],
  ['*.shop', '*.shop'],
  ['muelle.año', 'muelle.xn--ao-zja'],
  ['muelle。año', 'muelle.xn--ao-zja'],
])('a name is typed as %j and stands as %s', (typed, name) => {
  expect(read(typed, 'A', '192.0.2.7')).toMatchObject({ name, type: 'A' });
});

test.each([
  ['A', '192.0.2.7', ['192.0.2.7'], '192.0.2.7'],
  ['aaaa', '2001:DB8::7', ['2001:db8::7'], '2001:db8::7'],
  ['CNAME', 'www.quayhost.example.', ['www.quayhost.example'], 'www.quayhost.example.'],
  ['CNAME', '@', [zone], `${zone}.`],
  ['CNAME', 'shop', [`shop.${zone}`], `shop.${zone}.`],
  ['MX', '10 mx.lakepost.example', ['10', 'mx.lakepost.example'], '10 mx.lakepost.example.'],
  ['MX', '0 .', ['0', '.'], '0 .'],
  [
    'TXT',
    'v=spf1 include:lakepost.example ~all',
    ['v=spf1 include:lakepost.example ~all'],
    '"v=spf1 include:lakepost.example ~all"',
  ],
  ['TXT', '"salt" "whistle"', ['saltwhistle'], '"saltwhistle"'],
  ['TXT', '"a \\"quoted\\" \\195\\177"', ['a "quoted" ñ'], '"a \\"quoted\\" \\195\\177"'],
  ['CAA', '0 issue "quayca.example"', ['0', 'issue', 'quayca.example'], '0 issue "quayca.example"'],
  ['CAA', '128 ISSUE quayca.example', ['128', 'issue', 'quayca.example'], '128 issue "quayca.example"'],
  ['DS', '60485 13 2 ' + 'ab'.repeat(32), ['60485', '13', '2', 'AB'.repeat(32)], `60485 13 2 ${'AB'.repeat(32)}`],
  ['HTTPS', '1 . alpn="h2,h3"', ['1', '.', 'alpn=h2,h3'], '1 . alpn=h2,h3'],
  ['SVCB', '0 web.quayhost.example', ['0', 'web.quayhost.example'], '0 web.quayhost.example.'],
])('%s %s is read, and written as name servers have it', (type, typed, data, master) => {
  const record = read(type === 'DS' ? 'shop' : '@', type, typed);
  expect(record).toMatchObject({ data });
  expect(masterData(record as DnsRecord)).toBe(master);
});

test('services and certificates stand below their service and port', () => {
  expect(read('_sip._tcp', 'SRV', '10 60 5060 sip.quayhost.example')).toMatchObject({ name: '_sip._tcp' });
  expect(read('_443._tcp.www', 'TLSA', '3 1 1 ' + 'ab'.repeat(32))).toMatchObject({ name: '_443._tcp.www' });
  expect(read('sip', 'SRV', '10 60 5060 sip.quayhost.example')).toMatchObject({ at: 'name', code: 'serviceName' });
  expect(read('www', 'TLSA', '3 1 1 ab')).toMatchObject({ at: 'name', code: 'portName' });
});

test.each([
  ['@', 'SPF', 'v=spf1 -all', 'type', 'type'],
  ['quayquill.sail.', 'A', '192.0.2.7', 'name', 'outside'],
  ['salt whistle', 'A', '192.0.2.7', 'name', 'label'],
  ['a..b', 'A', '192.0.2.7', 'name', 'label'],
  ['shop.*', 'A', '192.0.2.7', 'name', 'wildcard'],
  [`${'a'.repeat(60)}.${'b'.repeat(60)}.${'c'.repeat(60)}.${'d'.repeat(60)}`, 'A', '192.0.2.7', 'name', 'tooLong'],
  ['_web', 'A', '192.0.2.7', 'name', 'underscore'],
  ['@', 'A', '2001:db8::7', 'data', 'ipv4'],
  ['@', 'A', '192.0.2.777', 'data', 'ipv4'],
  ['@', 'AAAA', '192.0.2.7', 'data', 'ipv6'],
  ['@', 'MX', 'mx.lakepost.example', 'data', 'missing'],
  ['@', 'MX', '10 192.0.2.7', 'data', 'addressForHost'],
  ['@', 'MX', '70000 mx.lakepost.example', 'data', 'number'],
  ['@', 'A', '192.0.2.7 192.0.2.8', 'data', 'tooMuch'],
  ['www', 'CNAME', 'quay_host.example', 'data', 'host'],
  ['@', 'CAA', '0 is-sue "quayca.example"', 'data', 'tag'],
  ['shop', 'DS', '1 2 3', 'data', 'signer'],
  ['_443._tcp', 'TLSA', '3 1 1 abc', 'data', 'hexadecimal'],
  ['@', 'HTTPS', '1 . alpn', 'data', 'parameter'],
  ['@', 'HTTPS', '1 . port=1 port=2', 'data', 'parameter'],
  ['@', 'TXT', 'x'.repeat(2049), 'data', 'textTooLong'],
])('%s %s %s is refused at its %s: %s', (name, type, data, at, code) => {
  expect(read(name, type, data)).toMatchObject({ at, code });
});

test.each([0, 59, 604_801, 1.5])('an answer is not kept for %d seconds', (ttl) => {
  expect(read('@', 'A', '192.0.2.7', ttl)).toMatchObject({ at: 'ttl', code: 'ttl' });
});

test('a long text is in pieces of 255 octets at the name server, and one when it is read', () => {
  const text = 'ñ'.repeat(300);
  const record = read('@', 'TXT', text) as DnsRecord;
  const pieces = masterData(record).match(/"[^"]*"/g) ?? [];
  expect(pieces.map((piece) => piece.slice(1, -1).length / 4)).toEqual([255, 255, 90]);
  expect(read('@', 'TXT', masterData(record))).toEqual(record);
});

test('whatever is typed is a record or one reason, and a record that is typed as it is shown is the same', () => {
  const typed = fc.record({
    name: fc.oneof(fc.string({ maxLength: 20 }), fc.constantFrom('@', 'www', '_a._tcp', '*')),
    type: fc.constantFrom(...recordTypes),
    ttl: fc.integer({ min: 60, max: 604_800 }),
    data: fc.oneof(fc.string({ maxLength: 40 }), fc.constantFrom('10 mx.lakepost.example', '192.0.2.7', '1 . alpn=h2')),
  });
  fc.assert(
    fc.property(typed, (one) => {
      const record = readRecord(zone, one);
      if ('code' in record) return;
      const { name, type, ttl } = record;
      expect(readRecord(zone, { name, type, ttl, data: masterData(record) })).toEqual(record);
      if (type !== 'TXT' && type !== 'CAA')
        expect(readRecord(zone, { name, type, ttl, data: shownData(record) })).toEqual(record);
    }),
  );
});
