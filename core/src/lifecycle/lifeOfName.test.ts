import { afterExpiry } from './lifeOfName';

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
