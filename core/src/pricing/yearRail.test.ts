import fc from 'fast-check';
import { exampleCatalogue, exampleExtension } from '../../test/catalogue';
import type { Extension } from '../catalogue/extension';
import { introRuns, unitPrices } from './linePrice';
import { yearRail } from './yearRail';

const dear = exampleCatalogue.get('aa') ?? exampleExtension('aa', {});
const prices = unitPrices(dear, undefined, true, 'USD', '1');
const totals = (...options: Parameters<typeof yearRail>) => yearRail(...options).map(({ total }) => total);

test('ten cells: paid today, then later at the renewal price', () => {
  const cells = yearRail(prices, { action: 'register', years: 2, privacy: true });
  expect(cells.map(({ state }) => state)).toEqual(['paid', 'paid', ...Array<string>(8).fill('later')]);
  expect(cells[0]).toEqual({ year: 1, state: 'paid', charge: 300, fee: 18, privacy: 250, total: 568 });
  expect(cells[1]).toEqual({ year: 2, state: 'paid', charge: 1450, fee: 18, privacy: 250, total: 1718 });
});

test('a renewal begins at the renewal price, a transfer at its own', () => {
  expect(totals(prices, { action: 'renew', years: 1, privacy: false })[0]).toBe(1468);
  expect(totals({ ...prices, transfer: 990 }, { action: 'transfer', years: 1, privacy: false }).slice(0, 2)).toEqual([
    1008, 1468,
  ]);
});

test('years that would reach more than ten ahead are beyond', () => {
  const cells = yearRail(prices, { action: 'renew', years: 1, privacy: false, yearsAhead: 7 });
  expect(cells.map(({ state }) => state)).toEqual(['paid', 'later', 'later', ...Array<string>(7).fill('beyond')]);
});

test('growth shows in later years only, each rounded once', () => {
  const cells = yearRail({ ...prices, fee: 0 }, { action: 'register', years: 1, privacy: false, growth: '0.05' });
  expect(cells.slice(0, 3).map(({ total }) => total)).toEqual([300, 1523, 1599]);
  for (const { charge, fee, privacy, total } of cells) expect(charge + fee + privacy).toBe(total);
});

test('the parts of a cell always add up', () => {
  const amount = fc.integer({ min: 0, max: 1e6 });
  const anyPrices = fc.record({
    register: amount,
    renew: amount,
    transfer: amount,
    restore: amount,
    fee: amount,
    privacy: amount,
  });
  fc.assert(
    fc.property(
      anyPrices,
      fc.integer({ min: 1, max: 10 }),
      fc.boolean(),
      fc.constantFrom('0', '0.03', '0.125'),
      (some, years, privacy, growth) => {
        for (const cell of yearRail(some, { action: 'register', years, privacy, growth }))
          expect(cell.charge + cell.fee + cell.privacy).toBe(cell.total);
      },
    ),
  );
});

describe('the introductory price', () => {
  const offer = (intro: Extension['intro']) => exampleExtension('xx', intro ? { intro } : {});
  const intro = { price: 300, startsAt: '2026-03-01', endsAt: '2026-04-01' };

  test.each([
    ['2026-02-28', false],
    ['2026-03-01', true],
    ['2026-03-31', true],
    ['2026-04-01', false],
  ])('on %s it runs: %s', (today, runs) => {
    expect(introRuns(offer(intro), 1, today)).toBe(runs);
  });

  test('it may ask for a longer term', () => {
    expect(introRuns(offer({ ...intro, minYears: 2 }), 1, '2026-03-10')).toBe(false);
    expect(introRuns(offer({ ...intro, minYears: 2 }), 2, '2026-03-10')).toBe(true);
  });

  test('an extension without one has none', () => {
    expect(introRuns(offer(undefined), 1, '2026-03-10')).toBe(false);
  });

  test('a premium name never gets it', () => {
    expect(unitPrices(dear, { register: 9000, renew: 9000 }, true, 'USD', '1')).toMatchObject({
      register: 9000,
      renew: 9000,
      transfer: 9000,
    });
    expect(unitPrices(dear, { register: 9000, renew: 9000 }, true, 'USD', '1').intro).toBeUndefined();
  });
});

test.each(['included', 'hiddenByRegistry', 'notAllowed'] as const)('privacy that is %s has no price', (policy) => {
  const extension = exampleExtension('xx', { privacy: { policy, price: 0 } });
  expect(unitPrices(extension, undefined, false, 'USD', '1').privacy).toBe(0);
});
