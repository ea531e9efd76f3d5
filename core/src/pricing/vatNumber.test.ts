import { isValidVatNumber } from './vatNumber';

test.each([
  ['FR83404833048', 'FR', true],
  ['FR83404833049', 'FR', false],
  ['IE6388047V', 'IE', true],
  ['IE6388047V', 'FR', false],
  ['nonsense', 'FR', false],
  ['', 'DE', false],
])('%s as a number of %s: %s', (vatId, country, valid) => {
  expect(isValidVatNumber(vatId, country)).toBe(valid);
});
