import fc from 'fast-check';
import { addDays, addYears, comingAnniversary, daysBetween, isIsoDate, isoDate } from './isoDate';

test('a year after 29 February is 28 February unless that year has a 29th', () => {
  expect(addYears('2024-02-29', 1)).toBe('2025-02-28');
  expect(addYears('2024-02-29', 4)).toBe('2028-02-29');
  expect(addYears('2026-11-24', 10)).toBe('2036-11-24');
});

test('days cross months and years', () => {
  expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
  expect(addDays('2028-03-01', -1)).toBe('2028-02-29');
  expect([daysBetween('2026-12-31', '2027-01-02'), daysBetween('2028-03-01', '2028-02-28')]).toEqual([2, -2]);
});

test('a date is taken in UTC whatever the hour', () => {
  expect(isoDate(new Date('2026-11-24T23:59:59Z'))).toBe('2026-11-24');
});

test('only real calendar dates count as dates', () => {
  expect(isIsoDate('2026-02-29')).toBe(false);
  expect(isIsoDate('2028-02-29')).toBe(true);
  expect(isIsoDate('24/11/2026')).toBe(false);
});

test.each([
  ['2027-05-03', '2026-11-26', '2027-05-03'],
  ['2027-05-03', '2027-05-02', '2027-05-03'],
  ['2027-05-03', '2027-05-03', '2028-05-03'],
  ['2027-05-03', '2036-11-26', '2037-05-03'],
  ['2024-02-29', '2026-11-26', '2027-02-28'],
])('%s comes after %s on %s', (date, today, coming) => {
  expect(comingAnniversary(date, today)).toBe(coming);
});

test('dates are those of the calendar, whatever is added', () => {
  const instant = fc.date({ min: new Date('0001-01-01'), max: new Date('9899-12-31'), noInvalidDate: true });
  fc.assert(
    fc.property(instant, fc.integer({ min: -40_000, max: 36_000 }), (start, days) => {
      const day = start.toISOString().slice(0, 10);
      expect([isoDate(start), isIsoDate(day)]).toEqual([day, true]);
      const moved = new Date(Date.parse(day) + days * 86_400_000);
      fc.pre(moved.getUTCFullYear() > 0 && moved.getUTCFullYear() < 10_000);
      const other = moved.toISOString().slice(0, 10);
      expect([addDays(day, days), daysBetween(day, other)]).toEqual([other, days]);
    }),
  );
});

test('an instant that is none has no date', () => {
  expect(() => isoDate(new Date(NaN))).toThrow(RangeError);
});
