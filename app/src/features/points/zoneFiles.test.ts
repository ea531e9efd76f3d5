import { strFromU8, unzipSync } from 'fflate';
import type { ShownZone } from '@tienda/core/dns/shownZone';
import { readFiles, zoneArchive, zoneOfFile } from './zoneFiles';

const zone = (name: string, address: string): ShownZone => ({
  name,
  version: 2,
  serial: 2026112800,
  records: [{ name: '@', type: 'A', ttl: 3600, data: [address] }],
  isAsked: true,
});
const sail = zone('saltwhistle.sail', '192.0.2.7');
const zones = new Map([sail, zone('solvik.ie', '192.0.2.8')].map((one) => [one.name, one]));

test('zone files of many names come in one archive, and read back they change nothing', () => {
  const files = Object.entries(unzipSync(zoneArchive([...zones.values()]))).map(([name, octets]) => ({
    name,
    text: strFromU8(octets),
  }));
  expect(files.map(({ name }) => name)).toEqual(['saltwhistle.sail.zone', 'solvik.ie.zone']);
  expect(files[0]?.text).toContain('@ 3600 IN A 192.0.2.7');
  expect(readFiles(files, zones)).toEqual({ changed: [], same: [...zones.keys()], cannot: [] });
});

test.each([
  [{ name: 'x.zone', text: '; of old\n$ORIGIN SaltWhistle.Sail.\n@ A 192.0.2.9' }, 'saltwhistle.sail'],
  [{ name: 'SaltWhistle.sail.zone', text: '@ A 192.0.2.9' }, 'saltwhistle.sail'],
  [{ name: 'niño.example.txt', text: '' }, 'xn--nio-8ma.example'],
])('%j is of %s', (file, name) => {
  expect(zoneOfFile(file)).toBe(name);
});

test('each file finds its name; what was not read, what cannot be, and whose name is not there is told', () => {
  const { changed, same, cannot } = readFiles(
    [
      { name: 'saltwhistle.sail.zone', text: '@ A 192.0.2.9\nwww CNAME @\n@ MX 10 192.0.2.1' },
      { name: 'solvik.ie.zone', text: 'www CNAME @\nwww A 192.0.2.9' },
      { name: 'berth.org.zone', text: '@ A 192.0.2.9' },
      { name: 'solvik.ie.zone', text: 'nothing' },
    ],
    zones,
  );
  expect([same, changed]).toMatchObject([
    [],
    [{ name: sail.name, version: 2, added: 2, removed: 1, unread: 1, records: [{ data: ['192.0.2.9'] }, {}] }],
  ]);
  expect(cannot).toEqual([
    { name: 'solvik.ie', code: 'aliasBesideOthers', about: 'www CNAME', other: 'www A' },
    { name: 'berth.org.zone', code: 'notChosen', about: 'berth.org', other: '' },
    { name: 'solvik.ie', code: 'empty', about: 'solvik.ie.zone', other: '' },
  ]);
});
