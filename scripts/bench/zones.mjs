import { bundled } from './bundle.mjs';
import { round } from './measure.mjs';

const names = 10_000_000;
const lookups = 1_000_000;

/** The filter of a zone of ten million names, from the lines of its master file; the floor is a plain Set. */
export async function benchZones() {
  const { ZoneFileReader, delegatedLabel, LabelHashes, buildFilter, mayHold } = await bundled(
    'bench-zones',
    `export * from '@tienda/core/dns/zoneFile';
     export * from '@tienda/core/zones/fuseFilter';`,
  );
  const label = (i) => `boat${i.toString(36)}`;
  const strangers = Array.from({ length: lookups }, (_, i) => `quay${i.toString(36)}`);
  const members = Array.from({ length: lookups }, (_, i) => label((i * 7919) % names));

  const reader = new ZoneFileReader('org');
  const hashes = new LabelHashes();
  const readStart = performance.now();
  for (let i = 0; i < names; i += 1)
    hashes.add(delegatedLabel(reader.push(`${label(i)} IN NS ns1.harbourgate.example.`), 'org'));
  const readMs = performance.now() - readStart;
  const buildStart = performance.now();
  const filter = buildFilter(hashes);
  const buildMs = performance.now() - buildStart;

  const rate = (has, asked) => {
    const start = performance.now();
    let found = 0;
    for (const one of asked) if (has(one)) found += 1;
    return { perSecond: (asked.length / (performance.now() - start)) * 1000, found };
  };
  rate((one) => mayHold(filter, one), strangers);
  const outside = rate((one) => mayHold(filter, one), strangers);
  const inside = rate((one) => mayHold(filter, one), members);
  if (inside.found !== members.length) throw new Error('The filter has lost a name');

  const heapBefore = process.memoryUsage().heapUsed;
  const setStart = performance.now();
  const set = new Set();
  for (let i = 0; i < names; i += 1) set.add(label(i));
  const setMs = performance.now() - setStart;
  const setBytes = (process.memoryUsage().heapUsed - heapBefore) / names;
  rate((one) => set.has(one), strangers);
  const plain = rate((one) => set.has(one), strangers);

  const bytes = filter.fingerprints.length / filter.size;
  const row = (what, value, unit, floor, floorIs, digits = 0) => ({
    what,
    p50: round(value, digits),
    unit,
    floor: round(floor, digits),
    floorIs,
    ratio: round(value / floor, 3),
  });
  return [
    row('zone of 10 million: lines read and hashed', (names / readMs) * 1000, 'lines/s', (names / setMs) * 1000, 'names/s put in a Set'),
    row('zone of 10 million: filter built', buildMs, 'ms', setMs, 'a plain Set'),
    row('filter, size', bytes, 'bytes/name', setBytes, 'a plain Set', 2),
    row('filter, look-ups of strangers', outside.perSecond, 'look-ups/s', plain.perSecond, 'a plain Set'),
    row('filter, look-ups of members', inside.perSecond, 'look-ups/s', plain.perSecond, 'a plain Set'),
    row('filter, strangers taken for members', (outside.found / lookups) * 100, '%', 100 / 256, '1 in 256', 3),
  ];
} // prettier-ignore
