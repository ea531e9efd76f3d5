import { typedAmount } from './typedAmount';

test.each([
  ['15', 'USD', 1500],
  ['14.50', 'USD', 1450],
  ['14,5', 'USD', 1450],
  ['1500', 'JPY', 1500],
  ['1.5', 'JPY', undefined],
  ['-3', 'USD', undefined],
  ['fifteen', 'USD', undefined],
  ['', 'USD', undefined],
  ['6,000', 'USD', 600_000],
  ['6.000', 'EUR', 600_000],
  ['1,234.5', 'USD', 123_450],
  ['1.234.567,89', 'EUR', 123_456_789],
  ['1 500', 'USD', 150_000],
  ['6,000', 'JPY', 6000],
  ['1,00,000', 'USD', undefined],
  ['1,234,56', 'USD', undefined],
  ['1.234.5', 'USD', undefined],
] as const)('“%s” is so many minor units of %s: %s', (typed, currency, amount) => {
  expect(typedAmount(typed, currency)).toBe(amount);
});
