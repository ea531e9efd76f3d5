import fc from 'fast-check';
import { buildFilter, LabelHashes, mayHold, mayHoldHash, readFilter, writeFilter } from './fuseFilter';
import { labelHash } from './labelHash';

function filterOf(labels: Iterable<string>) {
  const hashes = new LabelHashes();
  for (const label of labels) hashes.add(label);
  return buildFilter(hashes);
}

const numbered = (from: number, count: number) => Array.from({ length: count }, (_, i) => `boat${from + i}`);

test('every label it was built from is found, whatever the labels', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ minLength: 1, maxLength: 63 }), { maxLength: 400 }), (labels) => {
      const filter = filterOf(labels);
      expect(filter.size).toBe(new Set(labels).size);
      expect(labels.every((label) => mayHold(filter, label))).toBe(true);
    }),
    { numRuns: 60 },
  );
});

test('an empty zone holds nothing', () => {
  const filter = filterOf([]);
  expect(numbered(0, 1000).some((label) => mayHold(filter, label))).toBe(false);
});

test('among strangers about one in 256 is taken for a member, and a label takes less than 1.3 bytes', () => {
  const filter = filterOf(numbered(0, 200_000));
  const strangers = numbered(1_000_000, 100_000);
  const mistaken = strangers.filter((label) => mayHold(filter, label)).length / strangers.length;
  expect(mistaken).toBeGreaterThan(0.0025);
  expect(mistaken).toBeLessThan(0.0055);
  expect(filter.fingerprints.length / filter.size).toBeLessThan(1.3);
  expect(numbered(0, 200_000).every((label) => mayHold(filter, label))).toBe(true);
});

test('a label that stands in the zone many times counts once', () => {
  expect(filterOf(['quay', 'quay', 'slip', 'quay']).size).toBe(2);
});

test('written and read back it answers the same; half a file is refused', () => {
  const filter = filterOf(numbered(0, 5000));
  const bytes = writeFilter(filter);
  const again = readFilter(bytes);
  const asked = numbered(4000, 2000);
  expect(asked.map((label) => mayHold(again, label))).toEqual(asked.map((label) => mayHold(filter, label)));
  expect(mayHoldHash(again, labelHash('boat1'))).toBe(true);
  expect(() => readFilter(bytes.subarray(0, 1000))).toThrow('not all of it');
  expect(() => readFilter(bytes.subarray(0, 3))).toThrow('too short');
});
