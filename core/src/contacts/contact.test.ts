import { validateSync } from 'class-validator';
import { maren } from '../../test/contacts';
import { Contact, regionsOf } from './contact';

const faultyFields = (changes: object) =>
  validateSync(Object.assign(new Contact(), maren, changes)).map(({ property }) => property);

test('a complete contact is accepted', () => {
  expect(faultyFields({})).toEqual([]);
});

test('a company is named, a person need not be', () => {
  expect(faultyFields({ organisation: '' })).toEqual(['organisation']);
  expect(faultyFields({ organisation: undefined, kind: 'person' })).toEqual([]);
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
