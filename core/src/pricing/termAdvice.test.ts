import fc from 'fast-check';
import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { item, quoteWith, readIn } from '../../test/quotes';
import { ItemPricer } from './priceItem';
import { adviseTerms, bestTerm, growthFrom, termChoices, type AdvisedName } from './termAdvice';

const money = { now: new Date('2026-11-24T10:00:00Z'), currency: 'USD', rate: '1' } as const;
const advised = (label: string, years = 1, growth = '0', facts = exampleCatalogue.get(label), word = 'saltwhistle') => {
  const name = `${word}.${label}`;
  const subject = { name, unicode: name, extension: facts ?? exampleExtension(label, {}) };
  return { item: item(name, years), subject, growth } satisfies AdvisedName;
};
const choices = (name: AdvisedName) => termChoices(name, new ItemPricer(money.now, money.currency, money.rate, '0'));
const best = (label: string, horizon: number, growth?: string) => bestTerm(choices(advised(label, 1, growth)), horizon);

test('while prices stay, the shortest term is as cheap as any', () => {
  expect(best('aa', 5)?.years).toBe(1);
});

test('when prices rise, the whole horizon is bought today, and no more', () => {
  expect(best('aa', 5, '0.05')?.years).toBe(5);
  expect(best('aa', 10, '0.05')?.years).toBe(10);
  expect(best('aa', 1, '0.05')?.years).toBe(1);
});

test('an introductory price that wants two years makes two years cheapest, even while prices stay', () => {
  expect(best('cc', 1)?.years).toBe(1);
  expect(best('cc', 2)).toMatchObject({ years: 2, today: 1786 });
  expect(best('cc', 6)?.years).toBe(2);
});

test('where every term is longer than the horizon, the shortest is taken', () => {
  const long = exampleExtension('dd', { terms: { register: [3, 5], renew: [1] } });
  expect(bestTerm(choices(advised('dd', 3, '0', long)), 2)?.years).toBe(3);
  expect(bestTerm([], 2)).toBeUndefined();
});

test('what the best terms save and tie up is said for all names together', () => {
  const advice = adviseTerms([advised('bb', 1, '0.1'), advised('cc', 1, '0.1')], 2, money);
  expect(advice.terms.map(({ name, years }) => [name, years])).toEqual([
    ['saltwhistle.bb', 2],
    ['saltwhistle.cc', 2],
  ]);
  expect(advice.chosen).toMatchObject({ today: 900 + 1118 });
  expect(advice.best.today).toBe(1800 + 1786);
  expect(advice.tiesUp).toBe(1800 + 1786 - 900 - 1118);
  expect(advice.saves).toBe(900 + 990 + 1118 + 1615 - 1800 - 1786);
});

test('what is advised costs what the quote says, for any names and an introductory price for the first few', () => {
  const name = fc.record({
    word: fc.constantFrom('salt', 'whistle', 'boat', 'yard', 'quay'),
    label: fc.constantFrom('aa', 'bb', 'cc'),
    years: fc.integer({ min: 1, max: 10 }),
  });
  const few = fc.integer({ min: 1, max: 3 });
  fc.assert(
    fc.property(fc.uniqueArray(name, { selector: ({ word, label }) => `${word}.${label}` }), few, (names, first) => {
      const catalogue = new Map(
        [...exampleCatalogue].map(([label, extension]) => [
          label,
          extension.intro ? { ...extension, intro: { ...extension.intro, maxNamesPerOrder: first } } : extension,
        ]),
      );
      const advice = adviseTerms(
        names.map(({ word, label, years }) => advised(label, years, '0', catalogue.get(label), word)),
        5,
        money,
      );
      const items = advice.terms.map(({ name: full, years }) => item(full, years));
      const quoted = quoteWith([], items, {}, { readName: readIn(catalogue) });
      expect(advice.best.today).toBe(quoted.net);
      expect(advice.best.keepCost[4]).toBe(quoted.lines.reduce((sum, { keepCost }) => sum + (keepCost[4] ?? 0), 0));
      expect(advice.saves).toBeGreaterThanOrEqual(0);
    }),
  );
});

test('no term at all costs less over the horizon than the best', () => {
  const label = fc.constantFrom('aa', 'bb', 'cc');
  fc.assert(
    fc.property(
      label,
      fc.integer({ min: 1, max: 10 }),
      fc.constantFrom('0', '0.02', '0.15'),
      (some, horizon, growth) => {
        const every = choices(advised(some, 1, growth));
        const cheapest = bestTerm(every, horizon);
        for (const { years, keepCost } of every)
          if (years <= horizon) expect(cheapest?.keepCost[horizon - 1]).toBeLessThanOrEqual(keepCost[horizon - 1] ?? 0);
      },
    ),
  );
});

test('growth is taken from a trend to a tenth of a percent, never downwards', () => {
  expect([0.0507, 0, -0.2, 3].map(growthFrom)).toEqual(['0.051', '0', '0', '0.2']);
});
