import { confirmBy, isSuspended, remindersDue, type HolderCheck } from './holderCheck';

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
  ['2026-12-10', 2, true],
  ['2026-12-11', 2, false],
  ['2026-12-10', 3, false],
])('on %s, after %i reminders, another is due: %s', (today, reminded, due) => {
  const { askedOn } = check();
  const isDue = remindersDue(today).some(
    (one) => one.reminded === reminded && one.from <= askedOn && askedOn <= one.to,
  );
  expect(isDue).toBe(due);
});
