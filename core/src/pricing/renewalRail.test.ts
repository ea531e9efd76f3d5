import { renewalRail } from './renewalRail';

const words = (cells: ReturnType<typeof renewalRail>) =>
  cells.map(({ until, years, isOffered }) => `${until} ${years}${isOffered ? '' : ' -'}`);

test('years that are paid come first, those that can be added after them, ten in all', () => {
  expect(words(renewalRail('2029-11-25', [1, 2, 3, 4, 5, 6, 7], '2026-11-27'))).toEqual([
    '2027-11-25 0 -',
    '2028-11-25 0 -',
    '2029-11-25 0 -',
    '2030-11-25 1',
    '2031-11-25 2',
    '2032-11-25 3',
    '2033-11-25 4',
    '2034-11-25 5',
    '2035-11-25 6',
    '2036-11-25 7',
  ]);
});

test('of a name in grace no year is paid; terms that are not offered are there and say so', () => {
  const cells = words(renewalRail('2026-11-20', [2, 4], '2026-11-27'));
  expect(cells.slice(0, 4)).toEqual(['2027-11-20 1 -', '2028-11-20 2', '2029-11-20 3 -', '2030-11-20 4']);
});

test('a leap day ends on the 28th where a year has none', () => {
  expect(words(renewalRail('2028-02-29', [1], '2026-11-27')).slice(0, 3)).toEqual([
    '2027-02-28 0 -',
    '2028-02-29 0 -',
    '2029-02-28 1',
  ]);
});
