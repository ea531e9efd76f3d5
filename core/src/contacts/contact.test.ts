import { validateSync } from 'class-validator';
import { maren } from '../../test/contacts';
import { Contact, regionsOf } from './contact';
import { tidied } from './tidied';

const faultyFields = (changes: object) =>
  validateSync(Object.assign(new Contact(), maren, changes)).map(({ property }) => property);

test('a complete contact is accepted', () => {
  expect(faultyFields({})).toEqual([]);
});

test('a company is named, a person need not be', () => {
  expect(faultyFields({ organisation: '' })).toEqual(['organisation']);
  expect(faultyFields({ organisation: undefined })).toEqual(['organisation']);
  expect(faultyFields({ organisation: undefined, kind: 'person' })).toEqual([]);
});

test('spaces are no name, and what cannot be seen is refused', () => {
  expect(faultyFields({ name: '   ', city: '\u00a0' })).toEqual(['name', 'city']);
  for (const hidden of ['\u000b', '\n', '\u0085', '\ud800', '\ufffe'])
    expect(faultyFields({ name: `Ma${hidden}ren`, organisation: `Salt${hidden}` })).toEqual(['name', 'organisation']);
});

test('what was typed is kept without the spaces around it', () => {
  expect(tidied({ ...maren, name: '  Maren \t Solvik ', city: 'Ullvik' })).toMatchObject({
    name: 'Maren Solvik',
    city: 'Ullvik',
  });
});

test.each([
  ['IE', 'V94 T1P0', true],
  ['IE', '12345', false],
  ['NO', '5730', true],
  ['NO', '573', false],
  ['HK', '', true],
  ['FR', '', false],
])('in %s, “%s” as postal code: %s', (country, postalCode, fine) => {
  expect(faultyFields({ country, postalCode })).toEqual(fine ? [] : ['postalCode']);
});

test('an address in Canada names its province', () => {
  expect(faultyFields({ country: 'CA', postalCode: 'K1A 0B1' })).toEqual(['region']);
  expect(faultyFields({ country: 'CA', postalCode: 'K1A 0B1', region: 'Ulster' })).toEqual(['region']);
  expect(faultyFields({ country: 'CA', postalCode: 'K1A 0B1', region: 'Ontario' })).toEqual([]);
  expect(regionsOf('CA')).toHaveLength(13);
  expect(regionsOf('IE')).toEqual([]);
});

test('a phone number without its country code is refused', () => {
  expect(faultyFields({ phone: '020 915 0123' })).toEqual(['phone']);
});

test('everything that is wrong is said at once', () => {
  expect(faultyFields({ name: '', street: '', email: 'maren', country: 'XX' })).toEqual([
    'name',
    'street',
    'country',
    'email',
  ]);
});
