import { startingDelegation } from '../dns/delegation';
import { differencesOf, type AtRegistry } from './atRegistry';

const here = { expiresOn: '2027-11-24', locked: true, suspended: false, delegation: startingDelegation };
const there: AtRegistry = {
  ...here,
  isHere: true,
  isOurHolder: true,
  delegation: { ...startingDelegation, nameservers: ['ns2.tienda.example', 'ns1.tienda.example'] },
};

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

test('nameservers, addresses and signers differ each by itself', () => {
  const host = (address: string) => ({ host: 'ns1.saltwhistle.boats', addresses: [address] });
  const ds = [{ keyTag: 1, algorithm: 13, digestType: 2, digest: 'AB' }];
  const nameservers = ['ns1.quayhost.example', 'ns1.saltwhistle.boats'];
  const mine = { ...here, delegation: { nameservers, hosts: [host('192.0.2.7')], ds: [] } };
  expect(differencesOf(mine, { ...there, delegation: { nameservers, hosts: [host('192.0.2.8')], ds } })).toEqual([
    { what: 'hosts', there: ['ns1.saltwhistle.boats 192.0.2.8'] },
    { what: 'ds', there: ['1 13 2 AB'] },
  ]);
  const lost = { nameservers: [], hosts: [host('192.0.2.7')], ds: [] };
  expect(differencesOf(mine, { ...there, delegation: lost })).toEqual([{ what: 'nameservers', there: [] }]);
});

test('a name that is not there, or another registrar’s, is nothing else', () => {
  expect(differencesOf(here, undefined)).toEqual([{ what: 'notHere' }]);
  expect(differencesOf(here, { ...there, isHere: false, locked: false })).toEqual([{ what: 'notHere' }]);
});
