import fc from 'fast-check';
import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { exampleCode, exampleFacts, item, quoteWith, readIn } from '../../test/quotes';
import { currencies, portion } from '../money/money';
import type { Promotion } from './promotion';
import type { QuoteItem, QuoteRequest } from './quoteRequest';
import { unitPrices } from './linePrice';
import { beforeDiscount, laterYear, lineParts } from './quoteSums';

const catalogue = new Map([
  ...exampleCatalogue,
  ['dd', exampleExtension('dd', { terms: { register: [1, 2, 5], renew: [1] }, yearlyFee: 25 })],
]);
const facts = { ...exampleFacts, readName: readIn(catalogue) };

const anyItems = fc
  .array(
    fc.record({
      label: fc.constantFrom('aa', 'bb', 'cc', 'dd'),
      years: fc.constantFrom(1, 1, 1, 2, 5),
      privacy: fc.boolean(),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((items): QuoteItem[] => items.map(({ label, years, privacy }, i) => item(`n${i}.${label}`, years, privacy)));

const anyConditions = fc.record(
  {
    kind: fc.constantFrom('percent', 'amount', 'firstYearPrice', 'freePrivacy'),
    value: fc.integer({ min: 0, max: 100 }),
    years: fc.constantFrom('first', 'all'),
    on: fc.constantFrom('register', 'all', 'renew'),
    extensions: fc.subarray(['aa', 'bb', 'cc', 'dd'], { minLength: 1 }),
    minYears: fc.integer({ min: 1, max: 4 }),
    maxNames: fc.integer({ min: 1, max: 3 }),
    minSpend: fc.constantFrom(500, 2000, 5000),
    endsAt: fc.constantFrom('2026-12-01', '2027-01-01', '2020-01-01'),
    newCustomersOnly: fc.boolean(),
  },
  { requiredKeys: ['kind', 'value'] },
);
const anyCodes = fc
  .array(anyConditions, { maxLength: 6 })
  .map((all): Promotion[] =>
    all.map((some, i) => exampleCode(`CODE${i}`, { ...some, value: some.value * (some.kind === 'percent' ? 1 : 12) })),
  );
const knownCurrencies = currencies.filter((code) => code === 'USD' || facts.rates[code]);
const anyMore = fc.record(
  {
    currency: fc.constantFrom(...knownCurrencies),
    growth: fc.constantFrom('0', '0.03', '0.125'),
    customer: fc.record({
      country: fc.constantFrom('IE', 'FR', 'CH', 'MX'),
      kind: fc.constant('person' as const),
      isNew: fc.boolean(),
    }),
  },
  { requiredKeys: ['currency', 'customer', 'growth'] },
);

/** For every basket, every set of codes, every currency. */
function always(check: (codes: Promotion[], items: QuoteItem[], more: Partial<QuoteRequest>) => void): void {
  fc.assert(fc.property(anyCodes, anyItems, anyMore, check), { numRuns: 100 });
}

test('totals add up to the last unit', () => {
  always((codes, items, more) => {
    const q = quoteWith(codes, items, more, facts);
    expect(q.net).toBe(q.subtotal - q.discount + q.fees + q.privacy);
    expect(q.total).toBe(q.net + q.tax.amount);
    expect(q.net).toBe(q.lines.reduce((sum, { net }) => sum + net, 0));
    for (const { charge, discount, fee, privacy, net, cells } of q.lines) {
      expect(net).toBe(charge - discount + fee + privacy);
      const paid = cells.filter(({ state }) => state === 'paid').reduce((sum, { total }) => sum + total, 0);
      expect(paid).toBe(net + discount);
    }
  });
});

test('a line taken apart adds up to the line, and a later year to the sum of the renewals with tax', () => {
  always((codes, items, more) => {
    const q = quoteWith(codes, items, more, facts);
    for (const line of q.lines) {
      const { firstYear, introSaving, laterYears, fee, privacy } = lineParts(line);
      expect(firstYear - introSaving + laterYears.total + fee.total + privacy.total).toBe(beforeDiscount([line]));
      expect([fee.each * line.years, privacy.each * line.years]).toEqual([line.fee, line.privacy]);
      expect(laterYears.each * (line.years - 1)).toBeCloseTo(laterYears.total, 6);
    }
    const yearly = q.lines.reduce((sum, { renewal }) => sum + renewal.each, 0);
    expect(laterYear(q)).toBe(yearly + portion(yearly, q.tax.rate));
    expect(beforeDiscount(q.lines) - q.discount).toBe(q.net);
  });
});

test('the order of lines changes no total', () => {
  always((codes, items, more) => {
    const { total, best } = quoteWith(codes, items, more, facts);
    expect(quoteWith(codes, [...items].reverse(), more, facts)).toMatchObject({ total, ...(best ? { best } : {}) });
  });
});

test('no code ever raises a price', () => {
  always((codes, items, more) => {
    const without = quoteWith(codes, items, { ...more, use: null }, facts);
    for (const { code } of codes) {
      const used = quoteWith(codes, items, { ...more, use: code }, facts);
      used.lines.forEach((line, place) => expect(line.net).toBeLessThanOrEqual(without.lines[place]?.net ?? 0));
    }
  });
});

test('the best code is the one that makes the order cheapest, against trying each', () => {
  always((codes, items, more) => {
    const q = quoteWith(codes, items, more, facts);
    const nets = codes.map(({ code }) => quoteWith(codes, items, { ...more, use: code }, facts).net);
    expect(q.net).toBe(Math.min(...nets, quoteWith([], items, more, facts).net));
    for (const { code, saves } of q.codes) {
      const used = quoteWith(codes, items, { ...more, use: code }, facts);
      expect(used.discount).toBe(saves);
    }
  });
});

test('what is unlocked is what changing each term in turn finds', () => {
  always((codes, items, more) => {
    const today = quoteWith(codes, items, more, facts);
    const short = today.codes.filter(({ reason }) => reason === 'termTooShort').map(({ code }) => code);
    const expected = short.flatMap((code) => {
      const changes = items.flatMap((of, place) =>
        (today.lines[place]?.allowedYears ?? []).flatMap((years) => {
          if (years <= of.years) return [];
          const longer = items.map((other, at) => (at === place ? { ...other, years } : other));
          const then = quoteWith(codes, longer, { ...more, use: code }, facts);
          if (!then.codes.some((answer) => answer.code === code && answer.applied)) return [];
          const line = today.lines[place];
          const kept = today.net + (line?.keepCost[years - 1] ?? 0) - (line?.net ?? 0);
          return [{ name: of.name, years, added: years - of.years, net: then.net, saves: kept - then.net }];
        }),
      );
      const least = Math.min(...changes.map(({ added }) => added));
      const best = changes.filter(({ added }) => added === least).sort((a, b) => b.saves - a.saves)[0];
      return best && best.saves > 0
        ? [{ code, net: best.net, saves: best.saves, moreToday: best.net - today.net }]
        : [];
    });
    const found = today.unlocks.map(({ code, net, saves, moreToday }) => ({ code, net, saves, moreToday }));
    expect(found).toEqual(expected.sort((a, b) => b.saves - a.saves || (a.code < b.code ? -1 : 1)));
  });
});

test('keeping a name never costs less than its years at today’s prices, whatever the term', () => {
  always((codes, items, more) => {
    for (const line of quoteWith(codes, items, { ...more, use: null }, facts).lines) {
      const [first] = line.cells;
      line.keepCost.forEach((cost, index) => {
        const parts = (first?.total ?? 0) + index * line.renewal.each;
        expect(cost).toBeGreaterThanOrEqual(parts);
        if (index + 1 >= line.years && more.growth === '0') expect(cost).toBe(parts);
      });
    }
  });
});

test('converting each unit price and then summing is what is shown', () => {
  always((_, items, more) => {
    const currency = more.currency ?? 'USD';
    const q = quoteWith([], items, more, facts);
    const sums = items.map(({ name, years, privacy }, place) => {
      const extension = catalogue.get(name.split('.')[1] ?? '') ?? exampleExtension('bb', {});
      const withIntro = (q.lines[place]?.introSaving ?? 0) > 0;
      const unit = unitPrices(extension, undefined, withIntro, currency, q.rate);
      return (
        (unit.intro ?? unit.register) + unit.renew * (years - 1) + (unit.fee + (privacy ? unit.privacy : 0)) * years
      );
    });
    expect(q.net).toBe(sums.reduce((sum, each) => sum + each, 0));
  });
});
