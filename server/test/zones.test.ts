import { mkdtemp, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { mayHold } from '@tienda/core/zones/fuseFilter';
import { listZones, zoneLines } from '../src/gateways/zones/zoneFiles';
import { keepList, keepZoneFilter, readList, readZoneFilter } from '../src/find/zones/files';
import { readZone } from '../src/find/zones/readZone';
import { registriesAhead } from './serverProcess';

const source = {
  url: `http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 7}`,
  password: process.env['TIENDA_REGISTRY_PASSWORD'] ?? '',
};

afterEach(() => registriesAhead(0));

test('the registries’ zone files are listed with their serials, for those with the password', async () => {
  const zones = await listZones(source);
  expect(zones.length).toBeGreaterThanOrEqual(400);
  expect(zones.find(({ zone }) => zone === 'co.uk')?.serial).toBeGreaterThan(1_700_000_000);
  await expect(listZones({ ...source, password: 'guess' })).rejects.toThrow('401');
  await expect(zoneLines(source, 'nowhere')).rejects.toThrow('404');
});

test('of a zone in which nobody registered lately nothing is to be read again as days pass', async () => {
  const serials = async () => new Map((await listZones(source)).map(({ zone, serial }) => [zone, serial]));
  const before = await serials();
  await registriesAhead(1);
  const after = await serials();
  const lately = [...before].filter(([, serial]) => serial > Date.UTC(2026, 0, 1) / 1000).map(([zone]) => zone);
  const changed = [...after].filter(([zone, serial]) => serial !== before.get(zone)).map(([zone]) => zone);
  // What shops of other tests registered on days to come has not changed by tomorrow.
  const tomorrow = (Math.floor(Date.now() / 86_400_000) + 1) * 86_400;
  expect(changed).toEqual(lately.filter((zone) => (before.get(zone) ?? 0) < tomorrow));
  expect(lately.length).toBeLessThan(100);
});

test('a zone file streamed in, compressed, gives a filter that overlooks nobody', async () => {
  const filter = await readZone('com', await zoneLines(source, 'com'));
  expect(filter.size).toBeGreaterThan(1000);
  for (const label of ['saltwhistle', 'boatyard', 'river']) expect(mayHold(filter, label)).toBe(true);
  const strangers = Array.from({ length: 4000 }, (_, i) => `nobody-has-${i}`);
  expect(strangers.filter((label) => mayHold(filter, label)).length).toBeLessThan(60);
});

test('a file that is missing or damaged is no filter, and is built anew', async () => {
  const directory = await mkdtemp(path.join(os.tmpdir(), 'zones-'));
  expect(await readList(directory)).toEqual({});
  expect(await readZoneFilter(directory, 'org')).toBeUndefined();
  async function* lines() {
    yield 'quay IN NS ns1.example.';
    yield await Promise.resolve('slip IN NS ns1.example.');
  }
  await keepZoneFilter(directory, 'org', await readZone('org', lines()));
  await keepList(directory, { org: { serial: 7, builtAt: '2026-11-25T10:00:00Z' } });
  expect(await readList(directory)).toEqual({ org: { serial: 7, builtAt: '2026-11-25T10:00:00Z' } });
  const kept = await readZoneFilter(directory, 'org');
  expect(kept && ['quay', 'slip'].every((label) => mayHold(kept, label))).toBe(true);
  await writeFile(path.join(directory, 'org.filter'), 'half a');
  expect(await readZoneFilter(directory, 'org')).toBeUndefined();
});
