import fc from 'fast-check';
import { addDays } from '../time/isoDate';
import { cardEndsSoon, cardGoodUntil, monthToTell } from './cardEnd';

test.each([
  ['2026-11', '2026-11-30'],
  ['2026-12', '2026-12-31'],
  ['2028-02', '2028-02-29'],
])('a card of %s is good until %s', (month, day) => {
  expect(cardGoodUntil(month)).toBe(day);
});

test('its end is told from 90 days before, and the month that is told of is the last one that ends by then', () => {
  expect(cardEndsSoon('2027-02', '2026-11-29')).toBe(false);
  expect(cardEndsSoon('2027-02', '2026-11-30')).toBe(true);
  fc.assert(
    fc.property(fc.nat(4000), fc.nat(60), (days, months) => {
      const today = addDays('2026-01-01', days);
      const month = addDays(today, months * 30).slice(0, 7);
      expect(cardEndsSoon(month, today)).toBe(month <= monthToTell(today));
    }),
  );
});
