import { monthText, roundAmount, narrowAmount, termsText, tillAmount, wholeAmount } from './format';

test('amounts show the decimals of their currency', () => {
  expect(wholeAmount(1468, 'USD')).toBe('$14.68');
  expect(wholeAmount(454, 'JPY')).toBe('¥454');
  expect(tillAmount(923, 'KWD')).toBe('0.923');
});

test('the till roll writes thousands and a true minus', () => {
  expect(tillAmount(123456789, 'USD')).toBe('1,234,567.89');
  expect(tillAmount(-800, 'USD')).toBe('−8.00');
});

test('under a year-bar an amount is the price to the unit, or nothing', () => {
  expect([318, 1198, 1200, 24000, 123400, 123456, 1234500].map((amount) => narrowAmount(amount, 'USD'))).toEqual([
    '3.18',
    '11.98',
    '12',
    '240',
    '1,234',
    '',
    '12,345',
  ]);
});

test('terms are said as a span where they are one', () => {
  expect([[1], [2], [1, 2, 3], [2, 4, 6]].map(termsText)).toEqual([
    '1 year at a time',
    '2 years at a time',
    '1 to 3 years',
    '2, 4, 6 years',
  ]);
});

test('the marks of a chart have no decimals, whatever the currency', () => {
  expect(roundAmount(146_850, 'USD')).toBe('$1,469');
  expect(roundAmount(454, 'JPY')).toBe('¥454');
  expect(roundAmount(1500, 'KWD')).toMatch(/2$/);
});

test('a month is short', () => {
  expect(monthText('2026-11')).toMatch(/^Nov.*26$/);
});
