import { exampleExtension, shippedCatalogue } from '../../test/catalogue';
import { priceHistory } from './priceHistory';
import { readCatalogue, type ExtensionEntry } from './readCatalogue';
import { readEntries, type WrittenExtension } from './readEntries';

test('the catalogue that ships is without fault, with two years of prices for every extension', () => {
  expect(shippedCatalogue.size).toBeGreaterThanOrEqual(400);
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
    { ...entry('cc', {}), yearlyRise: { month: 13, register: 0, renew: 0.5 } },
  ];
  expect(() => readCatalogue(faulty, [], '2026-11')).toThrow(
    /\.aa: intro\.price does not[^]*\.aa: intro ends[^]*\.bb: privacy is priced[^]*terms\.register[^]*terms\.renew[^]*yearlyFee is 1\.5[^]*yearlyRise\.renew is 0\.5[^]*yearlyRise\.month[^]*listed twice/,
  );
});

test('the catalogue is varied: every kind and privacy policy, odd terms, introductory offers, several scripts', () => {
  const all = [...shippedCatalogue.values()];
  const some = (what: (extension: (typeof all)[number]) => unknown) => new Set(all.map(what)).size;
  expect(some(({ kind }) => kind)).toBe(4);
  expect(some(({ privacy }) => privacy.policy)).toBe(4);
  expect(some(({ registry }) => registry)).toBeGreaterThanOrEqual(6);
  expect(some(({ terms }) => terms.register.join())).toBeGreaterThanOrEqual(4);
  expect(all.filter(({ intro }) => intro).length).toBeGreaterThan(50);
  expect(all.filter(({ unicode, label }) => unicode !== label).length).toBeGreaterThanOrEqual(12);
  expect(all.filter(({ requirements }) => requirements.length > 0).length).toBeGreaterThan(50);
  expect(all.filter(({ label }) => label.includes('.')).length).toBeGreaterThan(30);
});

const usual: WrittenExtension = {
  label: 'quay', kind: 'generic', registry: 'lanternhead', popularity: 10,
  register: 900, renew: 900, transfer: 900, restore: 8000, agreements: [],
}; // oxfmt-ignore

test('a line says only what is unusual', () => {
  const [plain, odd] = readEntries([
    usual,
    {
      ...usual,
      label: 'slip',
      terms: '2,4',
      renewTerms: '1-3',
      lifecycle: [0, 10],
      changes: ['2026-01 800 850'],
      yearlyRise: '03 20 50',
    },
  ]);
  expect(plain).toMatchObject({
    unicode: 'quay',
    yearlyFee: 0,
    terms: { register: [1, 2, 3, 4, 5, 6, 7, 8, 9, 10] },
    privacy: { policy: 'included', price: 0 },
    transfer: { lockDays: 60, addsYear: true },
  });
  expect(odd).toMatchObject({
    terms: { register: [2, 4], renew: [1, 2, 3] },
    lifecycle: { addGraceDays: 0, autoRenewGraceDays: 10, redemptionDays: 30, pendingDeleteDays: 5 },
    changes: [{ from: '2026-01', register: 800, renew: 850 }],
    yearlyRise: { month: 3, register: 20, renew: 50 },
  });
});

test('every line with a word that is not known is named', () => {
  expect(() =>
    readEntries([
      { ...usual, kind: 'planet' },
      { ...usual, label: 'slip', terms: 'some' },
      { ...usual, label: 'mole', changes: ['soon 1 2'] },
      { ...usual, label: 'weir', yearlyRise: 'March' },
    ]),
  ).toThrow(/\.quay: planet[^]*\.slip: terms[^]*\.mole: price change[^]*\.weir: yearly rise/);
});
