import { confirmBy, isReminderDue, isSuspended, type HolderCheck } from './holderCheck';

const check = (more: Partial<HolderCheck> = {}): HolderCheck => ({
  askedOn: '2026-11-25',
  reminded: 0,
  confirmed: false,
  ...more,
});

test('an address can be confirmed on fifteen days; after that its names are suspended', () => {
  expect(confirmBy(check())).toBe('2026-12-10');
  expect([isSuspended(check(), '2026-12-10'), isSuspended(check(), '2026-12-11')]).toEqual([false, true]);
  expect(isSuspended(check({ confirmed: true }), '2027-01-01')).toBe(false);
});

test.each([
  ['2026-11-29', 0, false],
  ['2026-11-30', 0, true],
  ['2026-11-30', 1, false],
  ['2026-12-05', 1, true],
  ['2026-12-08', 2, true],
  ['2027-01-01', 3, false],
])('on %s, after %i reminders, another is due: %s', (today, reminded, due) => {
  expect(isReminderDue(check({ reminded }), today)).toBe(due);
  expect(isReminderDue(check({ reminded, confirmed: true }), today)).toBe(false);
});
