import { exampleExtension, shippedCatalogue } from '../../test/catalogue';
import { priceHistory } from './priceHistory';
import { readCatalogue, type ExtensionEntry } from './readCatalogue';

test('the catalogue that ships is without fault, with two years of prices for every extension', () => {
  expect(shippedCatalogue.size).toBeGreaterThanOrEqual(12);
  for (const { history } of shippedCatalogue.values()) {
    expect(history).toHaveLength(24);
    expect(history.at(-1)?.month).toBe('2026-11');
  }
});

test('a price holds from its month until the next change', () => {
  const today = { register: 1200, renew: 1300 };
  const history = priceHistory(
    [
      { from: '2024-01', register: 1000, renew: 1100 },
      { from: '2026-02', register: 1100, renew: 1250 },
    ],
    today,
    '2026-03',
  );
  expect(history.slice(-3)).toEqual([
    { month: '2026-01', register: 1000, renew: 1100 },
    { month: '2026-02', register: 1100, renew: 1250 },
    { month: '2026-03', register: 1200, renew: 1300 },
  ]);
});

test('every fault of an edited file is named at once', () => {
  const entry = (label: string, facts: object): ExtensionEntry => ({
    ...exampleExtension(label, facts),
    agreements: ['unwritten'],
    changes: [],
  });
  const faulty = [
    entry('aa', { intro: { price: 900, startsAt: '2026-01-01', endsAt: '2025-01-01' } }),
    entry('bb', { terms: { register: [2, 1], renew: [] }, privacy: { policy: 'priced', price: 0 } }),
    entry('bb', { yearlyFee: 1.5 }),
  ];
  expect(() => readCatalogue(faulty, [], '2026-11')).toThrow(
    /\.aa: intro\.price does not[^]*\.aa: intro ends[^]*\.bb: privacy is priced[^]*terms\.register[^]*terms\.renew[^]*yearlyFee is 1\.5[^]*listed twice/,
  );
});
