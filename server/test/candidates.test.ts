import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { readQuery } from '@tienda/core/names/readQuery';
import { candidatesOf, type CandidateChoices } from '../src/find/search/candidates';
import { SearchPrices } from '../src/find/search/prices';

const catalogue = readCatalogue(extensionEntries, agreements, '2026-11');
const candidates = (query: string, choices: CandidateChoices = {}) =>
  candidatesOf(readQuery(query, catalogue), catalogue, choices);

test('a bare word is tried in every extension, the most chosen first, full names before all', () => {
  const { candidates: found, problem } = candidates('saltwhistle.boats, saltwhistle');
  expect(found.slice(0, 2).map(({ name }) => name)).toEqual(['saltwhistle.boats', 'saltwhistle.com']);
  expect(found).toHaveLength(catalogue.size);
  expect(problem).toBeUndefined();
});

test('an extension that does not take the label says why, in its own letters', () => {
  const { candidates: found } = candidates('лодка');
  const of = (label: string) => found.find(({ extension }) => extension.label === label);
  expect(of('com')?.refused).toContain('does not offer names in Cyrillic letters');
  expect(of('xn--p1ai')).toMatchObject({ unicode: 'лодка.рф' });
  expect(of('xn--p1ai')?.refused).toBeUndefined();
});

test('what is on screen comes first, only what is asked for is tried', () => {
  const only = new Set(['org', 'boats', 'ie']);
  const { candidates: found } = candidates('saltwhistle', { only, first: ['ie'] });
  expect(found.map(({ name }) => name)).toEqual(['saltwhistle.ie', 'saltwhistle.org', 'saltwhistle.boats']);
});

test('a long list of words is tried in as many extensions as five thousand names allow', () => {
  const words = Array.from({ length: 500 }, (_, i) => `salt${i}`).join('\n');
  const { candidates: found, problem } = candidates(words);
  expect(found).toHaveLength(5000);
  expect(problem).toMatchObject({ code: 'tooMany', detail: expect.stringContaining('the 10 most chosen') });
});

test('prices follow the day: an introductory price ends at midnight', () => {
  let now = new Date('2031-01-14T23:59:59Z');
  const prices = new SearchPrices({ now: () => now });
  const boats = catalogue.get('boats');
  if (!boats) throw new Error('No .boats');
  expect(JSON.parse(prices.today('USD').of(boats))).toMatchObject({ firstYear: 318, renewal: 1468, intro: true });
  expect(JSON.parse(prices.today('EUR').of(boats))).toMatchObject({ firstYear: 276 + 17, renewal: 1334 + 17 });
  now = new Date('2031-01-15T00:00:00Z');
  expect(JSON.parse(prices.today('USD').of(boats))).toMatchObject({ firstYear: 1118, intro: false });
});

test('a premium name has prices of its own, its yearly fee beside them', () => {
  const prices = new SearchPrices({ now: () => new Date('2026-11-25T10:00:00Z') });
  const boats = catalogue.get('boats');
  if (!boats) throw new Error('No .boats');
  const premium = prices.today('USD').of(boats, { register: 24_000, renew: 9000 });
  expect(JSON.parse(premium)).toEqual({ currency: 'USD', firstYear: 24_018, renewal: 9018, intro: false });
  expect(JSON.parse(prices.today('USD').of(boats))).toMatchObject({ firstYear: 318 });
});
