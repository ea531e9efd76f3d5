import fc from 'fast-check';
import type { AheadName } from './ahead';
import { packAhead, unpackAhead } from './aheadFeed';
import { aheadView, type AheadQuestion } from './aheadView';

const prices = [
  { years: 1, amount: 900, growth: '0' },
  { years: 2, amount: 5000, growth: '0.05', rise: { on: '2027-03-01', more: 60 } },
];
const someName = fc
  .record({
    label: fc.constantFrom('saltwhistle', 'gullwing', 'xn--brnnestue-m8a'),
    autoRenew: fc.boolean(),
    groupId: fc.constantFrom('g1', 'g2', undefined),
    on: fc.constantFrom('2026-12-01', '2027-03-01', '2031-08-20'),
    price: fc.constantFrom(...prices),
    mostYears: fc.integer({ min: 0, max: 9 }),
  })
  .map(({ label, groupId, ...facts }): AheadName => ({
    name: `${label}.org`,
    unicode: label.startsWith('xn--') ? 'brønnestue.org' : `${label}.org`,
    ...(groupId === undefined ? {} : { groupId }),
    ...facts,
  }));

test('names come out of the feed as they went in, also by way of JSON; prices are said once', () => {
  fc.assert(
    fc.property(fc.array(someName, { maxLength: 30 }), (names) => {
      const feed = packAhead(names, 'EUR');
      expect(unpackAhead(JSON.parse(JSON.stringify(feed)))).toEqual(names);
      expect(feed.prices.length).toBeLessThanOrEqual(prices.length);
    }),
  );
});

test('a feed with a hole is not read', () => {
  const [price] = prices;
  const name = { name: 'a.org', unicode: 'a.org', autoRenew: true, on: '2027-03-01', mostYears: 9 };
  const feed = price ? packAhead([{ ...name, price }], 'EUR') : undefined;
  expect(() => feed && unpackAhead({ ...feed, price: [7] })).toThrow('a.org lacks its price');
});

const question: AheadQuestion = { today: '2026-11-24', group: '', growth: '0', kept: [], dueAtMost: 1 };
const named = (name: string, on: string, more: Partial<AheadName> = {}): AheadName => ({
  name,
  unicode: name,
  autoRenew: true,
  on,
  price: { years: 1, amount: 1000, growth: '0.1' },
  mostYears: 9,
  ...more,
});

test('a view has the month asked for, or the first in which something falls due; of many names of it the first', () => {
  const names = [named('b.org', '2027-02-20'), named('a.org', '2027-02-10'), named('c.org', '2028-05-01')];
  const first = aheadView(names, question);
  expect([first.month, first.dueCount, first.due.map(({ name }) => name.name)]).toEqual(['2027-02', 2, ['a.org']]);
  expect(aheadView(names, { ...question, month: '2028-05' }).due[0]?.name.name).toBe('c.org');
  expect(aheadView(names, { ...question, month: '2027-04' }).month).toBe('2027-02');
  expect(first.dearest).toEqual([]);
});

test('what is dropped, a group, and prices that rise each as their own have risen', () => {
  const names = [named('a.org', '2028-02-10', { groupId: 'g1' }), named('b.org', '2028-02-10')];
  const total = (more: Partial<AheadQuestion>) => aheadView(names, { ...question, ...more }).ahead.total;
  expect(total({})).toBe(18_000);
  expect(total({ kept: [['a.org', false]] })).toBe(9000);
  expect([total({ group: 'g1' }), total({ group: 'none' }), total({ group: 'g9' })]).toEqual([9000, 9000, 0]);
  expect(aheadView(names, { ...question, group: 'g9' }).month).toBeUndefined();
  expect(aheadView(names, { ...question, growth: 'own' }).due[0]?.amount).toBe(1100);
});

test('of more than ten names the five dearest are told', () => {
  const names = Array.from({ length: 11 }, (_, place) =>
    named(`n${place}.org`, '2027-02-10', { price: { years: 1, amount: 1000 + place, growth: '0' } }),
  );
  expect(aheadView(names, question).dearest.map(({ name }) => name)).toEqual(
    [10, 9, 8, 7, 6].map((place) => `n${place}.org`),
  );
});
