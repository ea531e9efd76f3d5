import { taxOn, taxRate, type Customer } from './tax';

const customer = (country: string, kind: Customer['kind'] = 'person', vatId?: string): Customer => ({
  country,
  kind,
  isNew: true,
  ...(vatId ? { vatId } : {}),
});
const anyNumber = () => true;

test('a person in the union pays the rate of their own country', () => {
  expect(taxRate(customer('FR'), anyNumber)).toEqual({ rate: '0.20', basis: 'destination' });
  expect(taxRate(customer('IE'), anyNumber)).toEqual({ rate: '0.23', basis: 'domestic' });
});

test('a business elsewhere in the union with a valid number accounts for the tax itself', () => {
  expect(taxRate(customer('FR', 'business', 'FR83404833048'), anyNumber).basis).toBe('reverseCharge');
  expect(taxRate(customer('FR', 'business', 'FR1'), () => false).rate).toBe('0.20');
  expect(taxRate(customer('FR', 'business'), anyNumber).rate).toBe('0.20');
});

test('a business in the seller’s own country pays its rate, number or not', () => {
  expect(taxRate(customer('IE', 'business', 'IE6388047V'), anyNumber).rate).toBe('0.23');
});

test('Britain, Norway and Switzerland pay their local rate; the rest of the world none', () => {
  expect(['GB', 'NO', 'CH', 'MX'].map((country) => taxRate(customer(country), anyNumber).rate)).toEqual([
    '0.20',
    '0.25',
    '0.081',
    '0',
  ]);
  expect(taxRate(customer('MX'), anyNumber).basis).toBe('outOfScope');
});

test('tax is rounded once, on the sum of the lines', () => {
  expect(taxOn(568 + 900, { rate: '0.20', basis: 'destination' }).amount).toBe(294);
});
