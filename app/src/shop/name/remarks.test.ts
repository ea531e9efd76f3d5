import { exampleExtension } from '../../../../core/test/catalogue';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { statusWords, warnings as warningsAt } from './remarks';

const warnings = (answer: SearchAnswer, extension: Parameters<typeof warningsAt>[1]) =>
  warningsAt(answer, extension, '1');

const result = (more: Partial<SearchAnswer>): SearchAnswer => ({
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
  const coop = exampleExtension('coop', { privacy: { policy: 'notAllowed', price: 0 } });
  expect(warnings(result({ price: { currency: 'USD', firstYear: 900, renewal: 900, intro: false } }), coop)).toEqual([
    'privacy not possible',
  ]);
  expect(statusWords(undefined, boats)).toBe('Asking the registry');
});

test('a hint says that it is one', () => {
  expect(statusWords(result({ type: 'hint' }), boats)).toBe('Probably available, asking the registry');
  expect(statusWords(result({ type: 'hint', status: 'taken' }), boats)).toBe('Probably taken, asking the registry');
  expect(statusWords(result({ type: 'hint', status: 'unknown' }), boats)).toBe('Asking the registry');
});

test('a renewal that rose over the last year is said in percent, but not of a premium name', () => {
  const month = (index: number) => `2026-${String(index + 1).padStart(2, '0')}`;
  const history = Array.from({ length: 13 }, (_, i) => ({
    month: month(i),
    register: 900,
    renew: i < 6 ? 1000 : 1100,
  }));
  const price = { currency: 'USD', firstYear: 900, renewal: 1100, intro: false } as const;
  const rising = exampleExtension('boats', { history });
  expect(warnings(result({ price }), rising)).toEqual(['renewal rose 10% in a year']);
  expect(warnings(result({ price, premium: { register: 900, renew: 1100 } }), rising)).toEqual([]);
});

test('a conditional introductory price is said in the currency shown', () => {
  const intro = { price: 600, startsAt: '2026-01-01', endsAt: '2031-01-01', minYears: 2 };
  const price = { currency: 'EUR', firstYear: 828, renewal: 828, intro: false } as const;
  expect(warningsAt(result({ price }), exampleExtension('works', { intro }), '0.92')).toEqual([
    '€5.52 the first year if taken for two years',
  ]);
});
