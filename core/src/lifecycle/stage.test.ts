import { giveBackUntil } from './addGrace';
import { closedTo } from './stage';

test.each([
  ['renew', 'active', undefined],
  ['renew', 'grace', undefined],
  ['renew', 'redemption', 'ranOut'],
  ['renew', 'pendingDelete', 'ranOut'],
  ['restore', 'active', 'notInRedemption'],
  ['restore', 'grace', 'notInRedemption'],
  ['restore', 'redemption', undefined],
  ['restore', 'pendingDelete', 'beyondRestore'],
  ['restore', 'gone', 'beyondRestore'],
] as const)('to %s a name that is %s: %s', (action, stage, closed) => {
  expect(closedTo(action, stage)).toBe(closed);
});

test('a name can be given back until the last day of its add grace period, where its extension has one', () => {
  const days = { addGraceDays: 5, autoRenewGraceDays: 45, redemptionDays: 30, pendingDeleteDays: 5 };
  expect(giveBackUntil('2026-11-27', days)).toBe('2026-12-02');
  expect(giveBackUntil('2026-11-27', { ...days, addGraceDays: 0 })).toBeUndefined();
});
