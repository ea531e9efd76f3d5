import { maren } from '../../test/contacts';
import { codeLast, e164, isPostalCodeIn, needsPostalCode, needsRegion } from './contact';
import { isOrganisation } from './contactKind';
import { eppContact } from './eppContact';

test('a contact goes to a registry in the form that it takes', () => {
  expect(eppContact(maren, 'TI1', true, 'code')).toEqual({
    id: 'TI1',
    postal: 'int',
    name: 'Maren Solvik',
    organisation: 'Saltwhistle Boatworks',
    street: ['4 Slip Lane'],
    city: 'Ullvik',
    postalCode: 'V94 T1P0',
    country: 'IE',
    voice: '+353.209150123',
    email: 'maren@saltwhistle.example',
    disclose: false,
    authCode: 'code',
  });
});

test('an address with letters beyond ASCII goes in the local form', () => {
  expect(eppContact({ ...maren, city: 'Ullvík' }, 'TI1', true, 'code').postal).toBe('loc');
});

test('a registry that takes ASCII only gets the Latin form, or is not asked', () => {
  const written = { ...maren, name: 'Марен Сольвик', city: 'Ullvík' };
  const latin = { ...written, latinName: 'Maren Solvik' };
  expect(eppContact(latin, 'TI1', true, 'code', true)).toMatchObject({
    postal: 'int',
    name: 'Maren Solvik',
    city: 'Ullvik',
  });
  expect(eppContact(latin, 'TI1', true, 'code').name).toBe('Марен Сольвик');
  expect(() => eppContact(written, 'TI1', true, 'code', true)).toThrow('no Latin form');
});

test('without privacy the registry is not asked to hide anything', () => {
  expect(eppContact(maren, 'TI1', false, 'code').disclose).toBe(true);
});

test('what is not given is left out', () => {
  const person = eppContact({ ...maren, kind: 'person', organisation: '', postalCode: '' }, 'TI1', true, 'code');
  expect(person).not.toHaveProperty('organisation');
  expect(person).not.toHaveProperty('postalCode');
  expect(person).not.toHaveProperty('region');
});

test.each([
  ['+353 20 915 0123', '+353209150123'],
  ['+44 (20) 7946-0123', '+442079460123'],
  ['020 915 0123', undefined],
  ['+353', undefined],
  ['boats', undefined],
])('phone “%s” is %s', (typed, number) => {
  expect(e164(typed)).toBe(number);
});

test('countries differ in what an address needs', () => {
  expect([needsRegion('CA'), needsRegion('IE')]).toEqual([true, false]);
  expect([needsPostalCode('IE'), needsPostalCode('HK')]).toEqual([true, false]);
  expect(isPostalCodeIn('anything', 'AQ')).toBe(true);
  expect([codeLast('IE'), codeLast('FR')]).toEqual([true, false]);
});

test('only a person is not an organisation', () => {
  expect((['person', 'company', 'association', 'publicBody'] as const).filter(isOrganisation)).toEqual([
    'company',
    'association',
    'publicBody',
  ]);
});
