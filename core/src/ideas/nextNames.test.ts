import { shippedCatalogue } from '../../test/catalogue';
import { readQuery } from '../names/readQuery';
import { nextNames } from './nextNames';
import type { Words } from './words';

const common: Readonly<Record<string, number>> = { salt: 0.8, whistle: 0.6, boat: 0.7, quay: 0.5 };
const words: Words = {
  commonness: (word) => common[word] ?? 0,
  synonyms: (word) => (word === 'boat' ? ['ship'] : []),
  homophones: () => [],
  isOffensive: () => false,
};
const next = (plan: Partial<Parameters<typeof nextNames>[0]>, taken: readonly string[] = []) =>
  nextNames({ names: [], labels: [], problems: [], ...plan }, shippedCatalogue, words, ({ name }) =>
    taken.includes(name),
  );
const namesOf = (found: ReturnType<typeof next>, group: string) =>
  found.filter((one) => one.group === group).map(({ name }) => name);

test('a full name leads to its word in other extensions, then to names close to it in its own', () => {
  const found = next({ names: ['saltwhistle.com'] });
  const [same, close] = [namesOf(found, 'same'), namesOf(found, 'close')];
  expect(same).toHaveLength(8);
  expect(same.every((name) => name.startsWith('saltwhistle.') && name !== 'saltwhistle.com')).toBe(true);
  expect(close).toHaveLength(8);
  expect(close.every((name) => name.endsWith('.com'))).toBe(true);
  expect(found.map(({ group }) => group).sort()).toEqual([...Array(8).fill('close'), ...Array(8).fill('same')]);
});

test('a word leads to names close to it where most people look: in every extension it is seen anyhow', () => {
  const found = next({ labels: ['saltwhistle'] });
  expect(namesOf(found, 'same')).toEqual([]);
  expect(namesOf(found, 'close')).toHaveLength(8);
  expect(found.every(({ extension, label }) => extension === 'com' && label !== 'saltwhistle')).toBe(true);
});

test('of several names each has its turn; what is asked for, or taken, is not offered', () => {
  const names = ['saltwhistle.com', 'boatquay.com', 'saltwhistle.org'];
  const found = namesOf(next({ names }, ['saltwhistle.net']), 'same');
  expect(found).toHaveLength(8);
  expect(found.filter((name) => name.startsWith('boatquay')).length).toBeGreaterThan(2);
  expect(found).not.toContain('saltwhistle.net');
  expect(found.filter((name) => names.includes(name))).toEqual([]);
  expect(new Set(found).size).toBe(found.length);
});

test('names of one word lead to each word close to it once', () => {
  const close = next({ names: ['saltwhistle.com', 'saltwhistle.org'] }).filter(({ group }) => group === 'close');
  expect(close).toHaveLength(8);
  expect(new Set(close.map(({ label }) => label)).size).toBe(8);
});

test('a list is worked through, and nothing leads nowhere', () => {
  expect(next({ names: ['a1.com', 'a2.com', 'a3.com', 'a4.com', 'a5.com', 'a6.com'] })).toEqual([]);
  expect(next({})).toEqual([]);
});

test.each([
  ['salt_whistle.com', 'saltwhistle.com', 'what was probably meant'],
  ['saltwhistle.ogr', 'saltwhistle.org', 'the extension that a slip turned into another'],
  ['saltwhistle.nowhere', 'saltwhistle.com', 'its word where most people look'],
  ['salt_whistle', 'saltwhistle.com', 'the word without what cannot stand in it'],
])('%s cannot be asked for and leads to %s first: %s, then on from there', (query, meant) => {
  const found = next(readQuery(query, shippedCatalogue));
  const same = namesOf(found, 'same');
  expect(same[0]).toBe(meant);
  expect(same).toHaveLength(8);
  expect(same.every((name) => name.startsWith('saltwhistle.'))).toBe(true);
  expect(namesOf(found, 'close')).toHaveLength(8);
  expect(namesOf(next(readQuery(query, shippedCatalogue), [meant]), 'same')).not.toContain(meant);
});

test('what cannot be asked for and means nothing leads nowhere; what is asked for anyhow is not offered', () => {
  expect(next(readQuery('.org', shippedCatalogue))).toEqual([]);
  const part = readQuery('shop.saltwhistle.com', shippedCatalogue);
  expect(part.names).toEqual(['saltwhistle.com']);
  expect(namesOf(next(part), 'same')).not.toContain('saltwhistle.com');
});
