import { afterExpiry } from './lifeOfName';
import { stageOf } from './stage';

test('grace, redemption and pending delete follow one another until the name is free', () => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(afterExpiry('2027-11-24', days)).toEqual({
    graceFrom: '2027-11-24',
    redemptionFrom: '2028-01-08',
    pendingDeleteFrom: '2028-02-07',
    freeFrom: '2028-02-12',
  });
});

test('an extension without grace goes straight to redemption', () => {
  const days = { addGraceDays: 0, autoRenewGraceDays: 0, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(afterExpiry('2027-11-24', days).redemptionFrom).toBe('2027-11-24');
});

test.each([
  ['2026-12-19', 'active'],
  ['2026-12-20', 'grace'],
  ['2027-02-02', 'grace'],
  ['2027-02-03', 'redemption'],
  ['2027-03-05', 'pendingDelete'],
  ['2027-03-09', 'pendingDelete'],
  ['2027-03-10', 'free'],
])('a name that ran out on 20 December 2026 is, on %s, in the stage %s', (today, stage) => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(stageOf('2026-12-20', days, today)).toBe(stage);
});
