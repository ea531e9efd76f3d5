import fc from 'fast-check';
import { delegatedLabel, ZoneFileError, ZoneFileReader, type ZoneRecord } from './zoneFile';

function read(text: string, origin = 'org'): ZoneRecord[] {
  const reader = new ZoneFileReader(origin);
  return text.split('\n').flatMap((line) => reader.push(line) ?? []);
}

const labels = (text: string, origin = 'org') =>
  read(text, origin).flatMap((record) => delegatedLabel(record, origin) ?? []);

const zone = `
$ORIGIN org.
$TTL 1d
@ IN SOA ns1.lanternhead.example. hostmaster.lanternhead.example. ( ; who answers
      2026112500 ; serial
      1h 15m 4w 1h )
        NS ns1.lanternhead.example.
saltwhistle 3600 IN NS ns1.tienda.example.
            IN 3600 NS ns2.tienda.example.
QUAYQUILL.ORG. NS ns1.harbourgate.example.
ns1.quayquill A 192.0.2.7
note TXT "salt; and (whistle)" plain\\032space
`;

test('a zone file is read record by record, owners carried over and names completed', () => {
  expect(read(zone)).toMatchObject([
    { name: 'org', type: 'SOA', ttl: 86_400, data: { 2: '2026112500', 4: '15m' } },
    { name: 'org', type: 'NS' },
    { name: 'saltwhistle.org', type: 'NS', ttl: 3600, data: ['ns1.tienda.example.'] },
    { name: 'saltwhistle.org', type: 'NS', ttl: 3600, data: ['ns2.tienda.example.'] },
    { name: 'quayquill.org', type: 'NS' },
    { name: 'ns1.quayquill.org', type: 'A', data: ['192.0.2.7'] },
    { name: 'note.org', type: 'TXT', data: ['salt; and (whistle)', 'plain space'] },
  ]);
});

test('only names directly below the zone are delegated, not the zone itself and not glue', () => {
  expect([...new Set(labels(zone))]).toEqual(['saltwhistle', 'quayquill']);
  expect(labels('saltwhistle NS ns1.example.\nsaltwhistle.co.uk. NS ns1.example.', 'co.uk')).toEqual([
    'saltwhistle',
    'saltwhistle',
  ]);
  expect(labels('notorg. NS ns1.example.\na.b NS ns1.example.')).toEqual([]);
});

test.each([['$INCLUDE other.zone'], [') stray'], ['quay 3600 IN'], ['quay 1y NS ns1.example.']])(
  '%s is refused',
  (line) => {
    expect(() => read(line)).toThrow(ZoneFileError);
  },
);

test('whatever stands in a file, a line is a record, nothing, or refused as a fault of the file', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 60 }), { maxLength: 10 }), (lines) => {
      try {
        for (const { name, type } of read(lines.join('\n')))
          expect([typeof name, type]).toEqual(['string', type.toUpperCase()]);
      } catch (fault) {
        expect(fault).toBeInstanceOf(ZoneFileError);
      }
    }),
  );
});
