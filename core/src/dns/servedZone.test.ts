import { readRecord, type DnsRecord } from './record';
import { servedChange, servedRows } from './servedZone';

const zone = 'saltwhistle.sail';
const record = (name: string, type: string, data: string, ttl = 600): DnsRecord => {
  const read = readRecord(zone, { name, type, ttl, data });
  if ('code' in read) throw new Error(read.code);
  return read;
};

test('name servers have a zone’s own records, and what its holder wrote', () => {
  const rows = servedRows(zone, [record('www', 'A', '192.0.2.7')], 2026112701);
  expect(rows.map(({ name, type, content, ttl }) => [name, type, content, ttl])).toEqual([
    [zone, 'SOA', 'ns1.tienda.example. hostmaster.tienda.example. 2026112701 3600 600 1209600 300', 3600],
    [zone, 'NS', 'ns1.tienda.example.', 3600],
    [zone, 'NS', 'ns2.tienda.example.', 3600],
    [`www.${zone}`, 'A', '192.0.2.7', 600],
  ]);
});

test('what a sub-name’s own servers answer is not Tienda’s to sign, names between are there', () => {
  const rows = servedRows(
    zone,
    [
      record('shop', 'NS', 'ns1.shop.saltwhistle.sail'),
      record('shop', 'DS', `60485 13 2 ${'AB'.repeat(32)}`),
      record('ns1.shop', 'A', '192.0.2.9'),
      record('a.b.c', 'TXT', 'hello'),
    ],
    1,
  ).slice(3);
  expect(rows.map(({ name, type, auth, ordername }) => [name.replace(`.${zone}`, ''), type, auth, ordername])).toEqual([
    ['shop', 'NS', false, 'shop'],
    ['shop', 'DS', true, 'shop'],
    ['ns1.shop', 'A', false, null],
    ['a.b.c', 'TXT', true, 'c b a'],
    ['b.c', null, true, 'c b'],
    ['c', null, true, 'c'],
  ]);
});

test('a change touches the rows that differ and the serial', () => {
  const [a, b, c] = [record('a', 'A', '192.0.2.7'), record('b', 'A', '192.0.2.8'), record('b', 'A', '192.0.2.9')];
  const { gone, come } = servedChange(servedRows(zone, [a, b], 1), servedRows(zone, [a, c], 2));
  expect([gone.map(({ type }) => type), come.map(({ type }) => type)]).toEqual([
    ['SOA', 'A'],
    ['SOA', 'A'],
  ]);
});
