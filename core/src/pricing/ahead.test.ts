import fc from 'fast-check';
import { grown } from '../money/money';
import { addDays, addYears } from '../time/isoDate';
import { aheadOf, beforeRises, dearest, dueIn, type AheadName, type AheadPrice } from './ahead';

const today = '2026-11-24';

const named = (name: string, on: string, amount: number, more: Partial<AheadName & AheadPrice> = {}): AheadName => {
  const { autoRenew = true, mostYears = 9, ...price } = more;
  return { name, unicode: name, autoRenew, on, mostYears, price: { years: 1, amount, growth: '0', ...price } };
};
const byItself = ({ autoRenew }: AheadName) => autoRenew;

test('ten years by month: what is kept falls due again each year, what is not once', () => {
  const names = [named('a.org', '2027-01-10', 900), named('b.org', '2026-12-05', 1900, { autoRenew: false })];
  const { months, years, total, saved } = aheadOf(names, byItself, today);
  expect(months).toHaveLength(120);
  expect(months.slice(0, 3)).toEqual([
    { month: '2026-11', kept: 0, ends: 0 },
    { month: '2026-12', kept: 0, ends: 1900 },
    { month: '2027-01', kept: 900, ends: 0 },
  ]);
  expect(months[14]).toEqual({ month: '2028-01', kept: 900, ends: 0 });
  expect(years.map(({ year, total: sum }) => [year, sum])).toEqual([
    ['2026', 0],
    ...Array.from({ length: 10 }, (_, place) => [String(2027 + place), 900]),
  ]);
  expect([total, saved]).toEqual([9000, 19_000]);
});

test('prices that rise are those of the payment’s year, rounded half up', () => {
  const { months } = aheadOf([named('a.org', '2026-11-24', 1250)], byItself, today, '0.1');
  expect([0, 12, 24].map((place) => months[place]?.kept)).toEqual([1250, 1375, 1513]);
  // The day before the anniversary is still within the year before.
  expect(aheadOf([named('b.org', '2027-11-23', 1000)], byItself, today, '0.1').months[12]?.kept).toBe(1000);
});

test('what is in grace is due now, and longer renewals come less often', () => {
  const names = [named('grace.org', '2026-11-01', 900), named('two.org', '2027-02-01', 3000, { years: 2 })];
  const { months, total } = aheadOf(names, byItself, today);
  expect(months[0]?.kept).toBe(900);
  expect(total).toBe(10 * 900 + 5 * 3000);
});

test('a month names what falls due in it, the soonest first', () => {
  const names = [
    named('b.org', '2026-12-20', 900),
    named('a.org', '2026-12-05', 1900, { autoRenew: false }),
    named('c.org', '2027-01-01', 900),
  ];
  const due = (month: string) => dueIn(month, names, byItself, today).map(({ name, on }) => `${on} ${name.name}`);
  expect(due('2026-12')).toEqual(['2026-12-05 a.org', '2026-12-20 b.org']);
  expect(due('2027-12')).toEqual(['2027-12-20 b.org']);
});

test('whatever is kept: months, years and the names of each month come to the same', () => {
  const some = fc.array(
    fc.record({
      days: fc.integer({ min: -20, max: 4000 }),
      amount: fc.integer({ min: 1, max: 9999 }),
      keeps: fc.boolean(),
    }),
    { maxLength: 20 },
  );
  fc.assert(
    fc.property(some, fc.constantFrom('0', '0.03'), (facts, growth) => {
      const names = facts.map(({ days, amount, keeps }, place) =>
        named(`n${place}.org`, addDays(today, days), amount, { autoRenew: keeps }),
      );
      const { months, years, total } = aheadOf(names, byItself, today, growth);
      const sum = (amounts: readonly number[]) => amounts.reduce((all, one) => all + one, 0);
      expect(sum(months.map(({ kept }) => kept))).toBe(total);
      expect(sum(years.map((year) => year.total))).toBe(total);
      for (const { month, kept, ends } of months.slice(0, 40))
        expect(sum(dueIn(month, names, byItself, today, growth).map(({ amount }) => amount))).toBe(kept + ends);
    }),
    { numRuns: 30 },
  );
});

test('reckoned with dates, payment by payment, it comes to the same; also from a leap day', () => {
  const years = (from: string, to: string) =>
    Number(to.slice(0, 4)) - Number(from.slice(0, 4)) - (to.slice(5) < from.slice(5) ? 1 : 0);
  const days = fc.oneof(
    fc.integer({ min: -400, max: 4000 }).map((count) => addDays('2027-02-28', count)),
    fc.constantFrom('2028-02-29', '2027-03-01', '2027-02-28'),
  );
  const rises = ({ name }: AheadName) => (name.endsWith('.org') ? '0.02' : '0.1');
  fc.assert(
    fc.property(
      days,
      days,
      fc.integer({ min: 1, max: 3 }),
      fc.constantFrom('a.org', 'a.boats'),
      (now, on, term, label) => {
        const name = named(label, on, 1234, { years: term });
        const expected = new Map<string, number>();
        const end = addYears(`${now.slice(0, 7)}-01`, 10);
        for (let ends = on, count = 1; ends < end; ends = addYears(on, count * term), count += 1) {
          const day = ends < now ? now : ends;
          const amount = grown(1234, rises(name), years(now, day));
          expected.set(day.slice(0, 7), (expected.get(day.slice(0, 7)) ?? 0) + amount);
        }
        const { months } = aheadOf([name], byItself, now, rises);
        expect(new Map(months.filter(({ kept }) => kept > 0).map(({ month, kept }) => [month, kept]))).toEqual(
          expected,
        );
      },
    ),
  );
});

test('nothing is due of nothing', () => {
  const { months, total, saved } = aheadOf([], byItself, today);
  expect([months.every(({ kept, ends }) => kept + ends === 0), total, saved]).toEqual([true, 0, 0]);
  expect(months.at(-1)?.month).toBe(addYears('2026-10-24', 10).slice(0, 7));
});

test('the dearest to keep are told by what a year of them costs', () => {
  const names = [
    named('cheap.org', '2027-01-01', 900),
    named('two.org', '2027-01-01', 3000, { years: 2 }),
    named('dear.org', '2027-01-01', 9000),
    named('also.org', '2027-01-01', 1500),
  ];
  expect(dearest(names, 3).map(({ name }) => name)).toEqual(['dear.org', 'also.org', 'two.org']);
});

test('from the day of a rise on its prices are reckoned with, grown like the others', () => {
  const rise = { on: '2027-02-01', more: 50 };
  const names = [named('a.org', '2027-01-31', 900, { rise }), named('two.org', '2027-02-01', 3000, { years: 2, rise })];
  const { months } = aheadOf(names, byItself, today, '0.1');
  expect([2, 3, 14, 27].map((place) => months[place]?.kept)).toEqual([900, 3100, 1045, 3751]);
  expect(dueIn('2027-02', names, byItself, today).map(({ amount }) => amount)).toEqual([3100]);
});

test('what renewing before a rise saves: the years that can be added, each by what it costs more', () => {
  const rise = { on: '2027-02-01', more: 50 };
  const names = [
    named('a.org', '2027-01-31', 900, { rise, mostYears: 9 }),
    named('b.org', '2030-01-31', 900, { rise, mostYears: 6 }),
    named('full.org', '2036-01-31', 900, { rise, mostYears: 0 }),
    named('same.org', '2027-01-31', 900),
  ];
  const { count, saves, most } = beforeRises(names, 1);
  expect([count, saves, most.map(({ name }) => name)]).toEqual([2, 750, ['a.org']]);
});
