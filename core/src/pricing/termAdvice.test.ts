import fc from 'fast-check';
import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import { item, quoteWith } from '../../test/quotes';
import { adviseTerms, bestTerm, growthFrom, termQuestion, type TermMoney } from './termAdvice';

const money: TermMoney = { now: new Date('2026-11-24T10:00:00Z'), currency: 'USD', rate: '1', growth: '0' };
const ask = (label: string, years = 1, growth = '0', facts = exampleCatalogue.get(label)) => {
  const extension = facts ?? exampleExtension(label, {});
  const name = `saltwhistle.${label}`;
  return termQuestion(item(name, years), { name, unicode: name, extension }, { ...money, growth });
};
const best = (label: string, horizon: number, growth?: string) => bestTerm(ask(label, 1, growth).choices, horizon);

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
  expect(bestTerm(ask('dd', 3, '0', long).choices, 2)?.years).toBe(3);
  expect(bestTerm([], 2)).toBeUndefined();
});

test('what the best terms save and tie up is said for all names together', () => {
  const advice = adviseTerms([ask('bb', 1, '0.1'), ask('cc', 1, '0.1')], 2);
  expect(advice.terms.map(({ name, years }) => [name, years])).toEqual([
    ['saltwhistle.bb', 2],
    ['saltwhistle.cc', 2],
  ]);
  expect(advice.chosen).toMatchObject({ today: 900 + 1118 });
  expect(advice.best.today).toBe(1800 + 1786);
  expect(advice.tiesUp).toBe(1800 + 1786 - 900 - 1118);
  expect(advice.saves).toBe(900 + 990 + 1118 + 1615 - 1800 - 1786);
});

test('what is advised costs what the quote says', () => {
  const [choice] = ask('aa', 1, '0.03').choices.filter(({ years }) => years === 4);
  const [line] = quoteWith([], [item('saltwhistle.aa', 4)], { growth: '0.03' }).lines;
  expect(choice).toEqual({ years: 4, today: line?.net, keepCost: line?.keepCost });
});

test('no term at all costs less over the horizon than the best', () => {
  const label = fc.constantFrom('aa', 'bb', 'cc');
  fc.assert(
    fc.property(
      label,
      fc.integer({ min: 1, max: 10 }),
      fc.constantFrom('0', '0.02', '0.15'),
      (some, horizon, growth) => {
        const { choices } = ask(some, 1, growth);
        const cheapest = bestTerm(choices, horizon);
        for (const { years, keepCost } of choices)
          if (years <= horizon) expect(cheapest?.keepCost[horizon - 1]).toBeLessThanOrEqual(keepCost[horizon - 1] ?? 0);
      },
    ),
  );
});

test('growth is taken from a trend to a tenth of a percent, never downwards', () => {
  expect([0.0507, 0, -0.2, 3].map(growthFrom)).toEqual(['0.051', '0', '0', '0.2']);
});
