import { exampleExtension } from '../../test/catalogue';
import { readCatalogue } from './readCatalogue';
import { risenPrices } from './priceRise';
import { agreements, extensionEntries } from './shipped';

const prices = { register: 1000, renew: 1380, transfer: 1380, restore: 8000 };
const march = { month: 3, register: 20, renew: 50 };

test('a rise is announced half a year before its month, and holds from then on', () => {
  const risen = (month: string) => risenPrices(prices, march, month);
  expect(risenPrices(prices, { ...march, month: 9 }, '2027-02')).toEqual({ prices, changes: [] });
  expect(risen('2026-11')).toEqual({
    prices,
    changes: [],
    announced: { from: '2027-03-01', register: 1020, renew: 1430 },
  });
  expect(risen('2027-03').prices).toEqual({ register: 1020, renew: 1430, transfer: 1430, restore: 8000 });
  expect(risen('2027-03').announced).toBeUndefined();
  expect(risen('2027-09').announced?.from).toBe('2028-03-01');
  expect(risen('2036-12').prices.renew).toBe(1380 + 10 * 50);
});

test('a rise in the month whose prices are written comes a year later', () => {
  const november = { ...march, month: 11 };
  expect(risenPrices(prices, november, '2026-11').announced).toBeUndefined();
  expect(risenPrices(prices, november, '2027-05').announced?.from).toBe('2027-11-01');
});

test('what is announced is what the months after cost: prices and history of every extension, for three years', () => {
  const months = Array.from({ length: 37 }, (_, count) => {
    const month = 10 + count;
    return `${2026 + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}`;
  });
  const read = months.map((month) => readCatalogue(extensionEntries, agreements, month));
  let announced = 0;
  for (const label of read[0]?.keys() ?? [])
    months.forEach((month, place) => {
      const { rise, prices: now, history } = read[place]?.get(label) ?? exampleExtension(label, {});
      expect(history.at(-1)).toEqual({ month, register: now.register, renew: now.renew });
      const before = read[place - 1]?.get(label);
      if (!before) return;
      expect(history.at(-2)).toEqual({ month: months[place - 1], ...pair(before.prices) });
      // Nothing costs more that was not announced.
      if (before.rise?.from === `${month}-01`) expect(pair(before.rise)).toEqual(pair(now));
      else expect(pair(now)).toEqual(pair(before.prices));
      announced += rise ? 1 : 0;
    });
  expect(announced).toBeGreaterThan(100);
});

function pair({ register, renew }: { readonly register: number; readonly renew: number }) {
  return { register, renew };
}
