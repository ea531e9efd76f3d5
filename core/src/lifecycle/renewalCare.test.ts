import fc from 'fast-check';
import { portion } from '../money/money';
import { addDays, type IsoDate } from '../time/isoDate';
import {
  chargeToTell,
  dueCare,
  isCovered,
  isWaiting,
  nextCareOn,
  nextTryOn,
  waitAfterNotice,
  type RenewalCare,
} from './renewalCare';

const days = { addGraceDays: 5, autoRenewGraceDays: 30, redemptionDays: 30, pendingDeleteDays: 5 };
const expiresOn = '2027-03-31';
const on = (before: number): IsoDate => addDays(expiresOn, -before);
const name = (care: RenewalCare, autoRenew = true) => ({ registeredOn: '2026-03-31', expiresOn, autoRenew, care });
const told = { on: on(60), amount: 1900, currency: 'USD' as const };

const charge = (amount: number) => ({ amount, currency: 'USD' as const });

/** What is done with a name that is looked at on some days, each `what days-before-expiry`. */
function life(autoRenew: boolean, lookedAtOn: readonly number[], priceOn: (before: number) => number = () => 1900) {
  let care: RenewalCare = {};
  return lookedAtOn.flatMap((before) => {
    const due = dueCare(name(care, autoRenew), days, on(before), charge(priceOn(before)));
    ({ care } = due);
    return (['reminds', 'tells', 'tries'] as const).flatMap((what) => (due[what] ? [`${what} ${before}`] : []));
  });
}

const everyDay = Array.from({ length: 120 }, (_, index) => 70 - index);

test('it is told at 60 and 30 days, and tried at 30, 14, 7, 2, 1 and then twice in grace', () => {
  expect(life(true, everyDay)).toEqual([
    'tells 60',
    'tells 30',
    ...[30, 14, 7, 2, 1, -3, -10].map((before) => `tries ${before}`),
  ]);
});

test('with auto-renew off it is never tried, and reminded at 60, 30, 14, 2 days and 3 days after', () => {
  expect(life(false, everyDay)).toEqual([60, 30, 14, 2, -3].map((before) => `reminds ${before}`));
});

test('what became dearer is told first, and tried a week after', () => {
  const rises = life(true, everyDay, (before) => (before <= 30 ? 2100 : 1900));
  expect(rises).toEqual(['tells 60', 'tells 30', ...[23, 14, 7, 2, 1, -3, -10].map((before) => `tries ${before}`)]);
  // Shortly before the expiry there is less than a week.
  expect(life(true, everyDay, (before) => (before <= 7 ? 2100 : 1900)).slice(-5)).toEqual([
    'tries 14',
    'tells 7',
    'tries 1',
    'tries -3',
    'tries -10',
  ]);
});

test('switched on late, it is told at once and tried a week later', () => {
  const care = { seenTo: on(14) };
  expect(dueCare(name(care), days, on(13), charge(1900))).toMatchObject({ tells: true, reminds: false, tries: false });
  expect(waitAfterNotice(expiresOn, days, on(13))).toBe(on(6));
  const waits = { seenTo: on(13), told: { ...told, on: on(13) }, waitUntil: on(6) };
  expect(dueCare(name(waits), days, on(7), charge(1900)).tries).toBe(false);
  expect([nextCareOn(name(waits), days, on(13)), nextTryOn(name(waits), days, on(13))]).toEqual([on(7), on(6)]);
  expect(dueCare(name(waits), days, on(6), charge(1900)).tries).toBe(true);
});

test.each([
  ['eight days before', 8, 1],
  ['two days before', 2, 1],
  ['one day before, in grace', 1, -6],
  ['on the day', 0, -7],
  ['late in grace', -25, -29],
])('a notice %s is waited for as long as there is time', (_, before, until) => {
  expect(waitAfterNotice(expiresOn, days, on(before))).toBe(on(until));
});

test('no more is covered than was told, and nothing is due while a notice is waited for', () => {
  const care = { told, waitUntil: on(20) };
  expect([on(21), on(20)].map((today) => isWaiting(care, today))).toEqual([true, false]);
  expect([isWaiting({ told }, on(20)), isCovered(told, charge(1900)), isCovered(told, charge(1901))]).toEqual([
    false,
    true,
    false,
  ]);
  expect(isCovered(told, { amount: 1900, currency: 'EUR' })).toBe(false);
  expect(isCovered(undefined, charge(1))).toBe(false);
});

test('without a grace period nothing is tried after the expiry', () => {
  const none = { ...days, autoRenewGraceDays: 0 };
  const care = { seenTo: on(1), told };
  expect(dueCare(name(care), none, on(-3), charge(1900))).toMatchObject({ tells: false, reminds: false, tries: false });
  expect([nextCareOn(name(care), none, on(1)), nextTryOn(name(care), none, on(1))]).toEqual([undefined, undefined]);
});

test('days that nobody looked at are caught up with once', () => {
  expect(life(true, [65, 5])).toEqual(['tells 5']);
  expect(life(true, [58, 5, 4])).toEqual(['tells 58', 'tells 5', 'tries 5']);
  expect(life(false, [65, 1])).toEqual(['reminds 1']);
});

test('whatever days are looked at and however prices go, no more is tried for than was told on a day before', () => {
  const looks = fc.uniqueArray(fc.integer({ min: -40, max: 80 }), { minLength: 1, maxLength: 60 });
  fc.assert(
    fc.property(looks, fc.array(fc.integer({ min: 1, max: 5 }), { minLength: 121, maxLength: 121 }), (some, prices) => {
      const priceOn = (before: number) => prices[before + 40] ?? 1;
      const told = new Map<string, number>();
      const looked = some.sort((a, b) => b - a);
      for (const one of life(true, looked, priceOn)) {
        const [what, before = ''] = one.split(' ');
        const price = priceOn(Number(before));
        if (what === 'tells') told.set(before, price);
        else expect([...told].filter(([day]) => day !== before).at(-1)?.[1]).toBeGreaterThanOrEqual(price);
      }
    }),
  );
});

test('what falls due next is never missed: between two days it is said to come, nothing is to be done', () => {
  fc.assert(
    fc.property(fc.boolean(), fc.integer({ min: -40, max: 80 }), (autoRenew, before) => {
      const care = { seenTo: on(before), told };
      const next = nextCareOn(name(care, autoRenew), days, on(before)) ?? on(-60);
      for (let today = addDays(on(before), 1); today < next; today = addDays(today, 1))
        expect(dueCare(name(care, autoRenew), days, today, charge(1900))).toMatchObject({
          tells: false,
          reminds: false,
          tries: false,
        });
    }),
  );
});

test('names told one by one never come to less than their order', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 100_000 }), { minLength: 1 }),
      fc.constantFrom('0.23', '0.081', '0'),
      (nets, rate) => {
        const sum = nets.reduce((total, net) => total + net, 0);
        const order = sum + portion(sum, rate);
        expect(nets.reduce((total, net) => total + chargeToTell(net, rate), 0)).toBeGreaterThanOrEqual(order);
      },
    ),
  );
});
