import { priceTrend } from '../catalogue/priceTrend';
import { shippedCatalogue } from '../../test/catalogue';
import { crossings } from './crossings';

const introductory = { name: 'saltwhistle.boats', keepCost: [318, 1786, 3254, 4722] };
const steady = { name: 'saltwhistle.org', keepCost: [900, 1800, 2700, 3600] };

test('a cheap first year is overtaken, and the year is named', () => {
  expect(crossings([introductory, steady])).toEqual([
    { dearer: 'saltwhistle.boats', cheaper: 'saltwhistle.org', fromYear: 3 },
  ]);
});

test('equal years are no crossing, and curves that only touch do not cross', () => {
  expect(crossings([steady, { name: 'other', keepCost: [900, 1800, 2700, 3700] }])).toEqual([]);
  expect(crossings([steady, { name: 'touching', keepCost: [800, 1800, 2600, 3500] }])).toEqual([]);
});

test('curves may cross more than once and several at a time, the earliest first', () => {
  const found = crossings([
    { name: 'a', keepCost: [1, 5, 6, 9] },
    { name: 'b', keepCost: [2, 3, 8, 8] },
    { name: 'c', keepCost: [3, 4, 5, 6] },
  ]);
  expect(found.map(({ dearer, cheaper, fromYear }) => `${dearer}>${cheaper}@${fromYear}`)).toEqual([
    'a>b@2',
    'a>c@2',
    'b>a@3',
    'b>c@3',
    'a>b@4',
  ]);
});

test('the price trend is that of the last twelve months', () => {
  const trend = priceTrend(shippedCatalogue.get('boats')?.history ?? []);
  expect(trend.register).toBeCloseTo(0.1);
  expect(trend.renew).toBeCloseTo(1450 / 1290 - 1);
  expect(priceTrend([])).toEqual({ register: 0, renew: 0 });
});
