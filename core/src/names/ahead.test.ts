import { dueAhead } from './ahead';
import type { ShownName } from './shownName';

const renewing = (name: string, on: string, amount: number): ShownName => ({
  name,
  unicode: name,
  registeredOn: '2026-11-24',
  expiresOn: on,
  privacy: true,
  privacyPolicy: 'included',
  autoRenew: true,
  locked: false,
  suspended: false,
  stage: 'active',
  renewFor: [1],
  orderId: 'o1',
  renewal: { on, years: 1, amount, currency: 'EUR' },
  afterExpiry: { graceFrom: on, redemptionFrom: on, pendingDeleteFrom: on, freeFrom: on },
});

test('a name due on the day that ends the year is due this year, one due the day after is not', () => {
  const names = [
    renewing('a.org', '2027-01-01', 900),
    renewing('b.org', '2027-11-24', 1100),
    renewing('c.org', '2027-11-25', 1468),
  ];
  const { thisYear, later } = dueAhead(names, '2026-11-24');
  expect(thisYear).toEqual({ names: names.slice(0, 2), total: 2000, currency: 'EUR' });
  expect(later).toEqual({ names: names.slice(2), total: 1468, currency: 'EUR' });
});

test('nothing is due of nothing, in no currency', () => {
  expect(dueAhead([], '2026-11-24').thisYear).toEqual({ names: [], total: 0 });
});
