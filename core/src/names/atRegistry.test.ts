import { differencesOf, type AtRegistry } from './atRegistry';

const here = { expiresOn: '2027-11-24', locked: true, suspended: false };
const there: AtRegistry = { ...here, isHere: true, isOurHolder: true, nameservers: [] };

test('what agrees is no difference', () => {
  expect(differencesOf(here, there)).toEqual([]);
});

test('each thing that differs is named, with what the registry has', () => {
  const other = { ...there, expiresOn: '2028-11-24', locked: false, suspended: true, isOurHolder: false };
  expect(differencesOf(here, other)).toEqual([
    { what: 'expiresOn', here: '2027-11-24', there: '2028-11-24' },
    { what: 'locked', there: false },
    { what: 'suspended', there: true },
    { what: 'holder' },
  ]);
});

test('a name that is not there, or another registrar’s, is nothing else', () => {
  expect(differencesOf(here, undefined)).toEqual([{ what: 'notHere' }]);
  expect(differencesOf(here, { ...there, isHere: false, locked: false })).toEqual([{ what: 'notHere' }]);
});
