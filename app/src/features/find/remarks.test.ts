import { exampleExtension } from '../../../../core/test/catalogue';
import type { SearchResult } from '../../api/search';
import { statusWords, warnings } from './remarks';

const result = (more: Partial<SearchResult>): SearchResult => ({
  type: 'result',
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  label: 'saltwhistle',
  extension: 'boats',
  status: 'available',
  price: { currency: 'USD', firstYear: 318, renewal: 1468, intro: true },
  checkedAt: '',
  source: '',
  ...more,
});
const boats = exampleExtension('boats', {});

test('a renewal far above the first year is warned of, in times', () => {
  expect(warnings(result({}), boats)).toEqual(['Renews at 4.6 times the first year']);
  expect(warnings(result({ price: { currency: 'USD', firstYear: 900, renewal: 1000, intro: false } }), boats)).toEqual(
    [],
  );
});

test('limited terms and rules to meet are said', () => {
  const terms = { register: [1], renew: [1] };
  const paris = exampleExtension('paris', { terms, requirements: [{ code: 'tie', text: 'A tie to the city.' }] });
  const price = { currency: 'USD', firstYear: 900, renewal: 900, intro: false } as const;
  expect(warnings(result({ price }), paris)).toEqual(['one year at a time', 'has rules to meet']);
});

test('an introductory price that asks for a longer term says for which', () => {
  const intro = { price: 600, startsAt: '2026-01-01', endsAt: '2031-01-01', minYears: 2 };
  const price = { currency: 'USD', firstYear: 900, renewal: 900, intro: false } as const;
  expect(warnings(result({ price }), exampleExtension('works', { intro }))).toEqual([
    '$6.00 the first year if taken for two years',
  ]);
});

test('a premium name says whether it is dear once or every year', () => {
  const premium = (register: number, renew: number) =>
    statusWords(result({ status: 'premium', premium: { register, renew } }), boats);
  expect(premium(24000, 24000)).toBe('Premium · every year');
  expect(premium(90000, 3200)).toBe('Premium · dearer the first year only');
});

test('privacy is said where it is included, and where it cannot be had', () => {
  expect(statusWords(result({}), boats)).toBe('Available · privacy included');
  expect(statusWords(result({}), exampleExtension('coop', { privacy: { policy: 'notAllowed', price: 0 } }))).toBe(
    'Available · privacy not possible',
  );
  expect(statusWords(undefined, boats)).toBe('Asking the registry');
});
