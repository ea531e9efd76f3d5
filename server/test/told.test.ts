import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { readQuery } from '@tienda/core/names/readQuery';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { candidatesOf, type Candidate } from '../src/find/search/candidates';
import { SearchPrices } from '../src/find/search/prices';
import { Told } from '../src/find/search/told';
import type { ZoneHint } from '../src/find/zones/service';

const catalogue = readCatalogue(extensionEntries, agreements, '2026-11');
const clock = { now: () => new Date('2031-06-01T10:00:00Z') };
const prices = new SearchPrices(clock).today('USD');

/** What is told of the names of a search, and the candidate of each. */
function told(query: string) {
  const { candidates } = candidatesOf(readQuery(query, catalogue), catalogue, {});
  const lines = new Told(prices, clock);
  lines.add(candidates);
  const of = (name: string): Candidate => {
    const found = candidates.find((candidate) => candidate.name === name);
    if (!found) throw new Error(`No ${name}`);
    return found;
  };
  return { candidates, lines, of };
}

const answered = (lines: Told, name: string, answer: RegistryAnswer & { checkedAt?: Date }) =>
  lines.answers(new Map([[name, answer]])).map((line): unknown => JSON.parse(line));

test.each(['saltwhistle', 'boot', 'лодка', 'bücher'])(
  'every line of %s is JSON by itself, and says the name',
  (query) => {
    const { candidates, lines } = told(query);
    expect(candidates).toHaveLength(catalogue.size);
    for (const candidate of candidates.filter(({ refused }) => refused === undefined)) {
      const line = lines.hint(candidate, { status: 'available', at: '2031-05-31T00:00:00Z' });
      expect(line.split('\n')).toEqual([expect.any(String), '']);
      const { name, unicode, label, extension } = candidate;
      expect(JSON.parse(line)).toEqual({
        type: 'hint',
        name,
        unicode,
        label,
        extension: extension.label,
        status: 'available',
        price: JSON.parse(prices.of(extension)),
        checkedAt: '2031-05-31T00:00:00Z',
        source: 'zone',
      });
    }
  },
);

test('a price is told of what can be had, or may be', () => {
  const { lines, of } = told('saltwhistle');
  const hint = (known?: ZoneHint): unknown => JSON.parse(lines.hint(of('saltwhistle.org'), known));
  expect(hint({ status: 'taken', at: '2031-05-31T00:00:00Z' })).toMatchObject({ status: 'taken', price: null });
  const unknown = { status: 'unknown', price: { currency: 'USD' }, checkedAt: '2031-06-01T10:00:00.000Z' };
  expect(hint()).toMatchObject(unknown);
  expect(answered(lines, 'saltwhistle.org', { status: 'unknown' })).toMatchObject([{ type: 'result', price: null }]);
});

test('a premium name has its own prices beside the price, the time it was asked for, and its registry', () => {
  const { lines, of } = told('saltwhistle.boats');
  const premium = { register: 24_000, renew: 9000 };
  const checkedAt = new Date('2031-06-01T09:58:00Z');
  const { registry } = of('saltwhistle.boats').extension;
  expect(answered(lines, 'saltwhistle.boats', { status: 'premium', premium, checkedAt })).toEqual([
    {
      type: 'result',
      name: 'saltwhistle.boats',
      unicode: 'saltwhistle.boats',
      label: 'saltwhistle',
      extension: 'boats',
      status: 'premium',
      premium,
      price: { currency: 'USD', firstYear: 24_018, renewal: 9018, intro: false },
      checkedAt: '2031-06-01T09:58:00.000Z',
      source: registry,
    },
  ]);
  expect(answered(lines, 'nobody-asked.boats', { status: 'taken' })).toEqual([]);
  expect(lines.counts).toEqual({ premium: 1 });
});

test('what the rules refuse says why, whatever stands in the reason', () => {
  const { candidates, lines } = told('лодка');
  const refused = lines.refusals(candidates).map((line) => JSON.parse(line));
  expect(refused.find(({ extension }) => extension === 'com')).toMatchObject({
    status: 'invalid',
    source: 'rules',
    price: null,
    detail: '.com does not offer names in Cyrillic letters.',
  });
  expect(lines.counts).toEqual({ invalid: refused.length });
});
