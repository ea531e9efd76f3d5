import fc from 'fast-check';
import { convert, currencies, decimalAmount, grown, minorAmount, portion } from './money';

test('unit prices convert one by one and round half up', () => {
  expect([300, 1450, 18, 250].map((price) => convert(price, 'EUR', '0.92'))).toEqual([276, 1334, 17, 230]);
  expect(convert(300, 'JPY', '151.2')).toBe(454);
  expect(convert(300, 'KWD', '0.3075')).toBe(923);
});

test('a half always rounds up, where binary fractions would not', () => {
  expect(portion(1005, '0.1')).toBe(101);
  expect(portion(35, '0.1')).toBe(4);
  expect(convert(115, 'USD', '1.1')).toBe(127);
});

test('prices grow year by year, rounded once', () => {
  expect(grown(1468, '0', 7)).toBe(1468);
  expect(grown(1000, '0.05', 2)).toBe(1103);
});

test('an amount written out reads back to the same units', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e12 }), fc.constantFrom(...currencies), (amount, currency) => {
      expect(minorAmount(decimalAmount(amount, currency), currency)).toBe(amount);
    }),
  );
});

test('an amount finer than the currency is refused', () => {
  expect(() => minorAmount('1.5', 'JPY')).toThrow('more decimals');
});
