import fc from 'fast-check';
import { keepCost, keepCostOf, keepCosts } from './keepCost';

test('one year now, then year by year', () => {
  expect(keepCosts({ paid: 568, yearly: 1718, years: 1 }).slice(0, 3)).toEqual([568, 2286, 4004]);
});

test('a term longer than the horizon still costs the whole term', () => {
  expect(keepCost({ paid: 3254, yearly: 1468, years: 3 }, 1)).toBe(3254);
});

test('each later payment grows until it falls due, and is rounded once', () => {
  expect(keepCost({ paid: 300, yearly: 1000, years: 1, growth: '0.05' }, 3)).toBe(300 + 1050 + 1103);
});

test('an extension renewed two years at a time is paid two years at a time', () => {
  expect(keepCost({ paid: 2000, yearly: 1000, years: 2, renewalYears: 2 }, 3)).toBe(4000);
});

test('keeping a name longer never costs less', () => {
  const amount = fc.integer({ min: 0, max: 1e7 });
  fc.assert(
    fc.property(amount, amount, fc.integer({ min: 1, max: 10 }), (paid, yearly, years) => {
      const costs = keepCosts({ paid, yearly, years, growth: '0.04' });
      expect(costs).toEqual([...costs].sort((a, b) => a - b));
    }),
  );
});

test('a name bought for its shortest term is renewed as shortly as its extension allows', () => {
  const prices = { firstYear: 300, renewal: 1500 };
  expect(keepCostOf(prices, { terms: { register: [1, 2], renew: [1] } }, 3)).toBe(3300);
  expect(keepCostOf(prices, { terms: { register: [2], renew: [2] } }, 3)).toBe(300 + 1500 + 2 * 1500);
});
