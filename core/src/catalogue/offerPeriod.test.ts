import { offerPeriod } from './offerPeriod';

const startsAt = '2026-01-01';

test('an offer that ran ends as written, and in later years on the same day of the year that comes next', () => {
  const running = { startsAt, endsAt: '2027-03-01' };
  expect(offerPeriod(running, '2026-11-24')).toEqual(running);
  expect(offerPeriod(running, '2027-02-28')).toEqual(running);
  expect(offerPeriod(running, '2027-03-01')).toEqual({ startsAt, endsAt: '2028-03-01' });
  expect(offerPeriod(running, '2036-11-29')).toEqual({ startsAt, endsAt: '2037-03-01' });
});

test('one that was to come is to come in later years too, for as long', () => {
  const coming = { startsAt: '2027-03-01', endsAt: '2028-06-01' };
  expect(offerPeriod(coming, '2027-02-28')).toEqual(coming);
  expect(offerPeriod(coming, '2027-03-01')).toEqual({ startsAt: '2028-03-01', endsAt: '2029-06-01' });
});

test('one that was over stays over', () => {
  const over = { startsAt, endsAt: '2026-11-01' };
  expect(offerPeriod(over, '2036-11-29')).toEqual(over);
});
