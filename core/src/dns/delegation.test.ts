import fc from 'fast-check';
import {
  delegationProblems,
  isSameDelegation,
  pointsTo,
  readAddress,
  readHost,
  startingDelegation,
  type Delegation,
} from './delegation';
import { dsText, readDs, type DelegationSigner } from './delegationSigner';

const name = 'saltwhistle.boats';
const digest = 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A';
const signer: DelegationSigner = { keyTag: 60485, algorithm: 13, digestType: 2, digest };
const own = { host: 'ns1.saltwhistle.boats', addresses: ['192.0.2.7', '2001:db8::7'] };
const elsewhere: Delegation = {
  nameservers: ['ns1.saltwhistle.boats', 'ns2.quayhost.example'],
  hosts: [own],
  ds: [signer],
};
const codesOf = (change: Partial<Delegation>) =>
  delegationProblems(name, { ...elsewhere, ...change }).map(({ at, code }) => `${at} ${code}`);

test('what can be so has no problems', () => {
  for (const well of [startingDelegation, elsewhere, { ...startingDelegation, nameservers: [] }])
    expect(delegationProblems(name, well)).toEqual([]);
});

test.each<[string, string[], Partial<Delegation>]>([
  ['one nameserver', ['nameservers tooFew'], { nameservers: ['ns1.quayhost.example'] }],
  [
    'fourteen nameservers',
    ['nameservers tooMany'],
    { nameservers: Array.from({ length: 14 }, (_, at) => `ns${at}.quayhost.example`) },
  ],
  [
    'the same nameserver twice',
    ['nameservers twice'],
    { nameservers: ['ns1.quayhost.example', 'ns1.quayhost.example'] },
  ],
  ['an address for a nameserver', ['nameservers notAHost'], { nameservers: ['192.0.2.7', 'ns1.quayhost.example'] }],
  ['an own host that is not known', ['nameservers needsAddresses'], { hosts: [] }],
  ['an own host without addresses', ['hosts needsAddresses'], { hosts: [{ ...own, addresses: [] }] }],
  ['a host of somebody else', ['hosts notBelow'], { hosts: [own, { ...own, host: 'ns1.quayhost.example' }] }],
  ['the same host twice', ['hosts twice'], { hosts: [own, own] }],
  ['an address that is none', ['hosts notAnAddress'], { hosts: [{ ...own, addresses: ['192.0.2.700'] }] }],
  ['an address of the home', ['hosts notPublic'], { hosts: [{ ...own, addresses: ['192.168.1.2'] }] }],
  ['DS where Tienda serves', ['ds dsWithOwn'], { nameservers: null }],
  ['DS where nothing answers', ['ds dsWithNothing'], { nameservers: [] }],
  ['the same DS twice', ['ds twice'], { ds: [signer, signer] }],
  ['a DS of an algorithm out of use', ['ds ds:algorithm'], { ds: [{ ...signer, algorithm: 5 }] }],
  ['a DS by SHA-1', ['ds ds:digestType'], { ds: [{ ...signer, digestType: 1, digest: digest.slice(24) }] }],
  ['a DS cut short', ['ds ds:digest'], { ds: [{ ...signer, digest: digest.slice(1) }] }],
])('%s is told', (_, codes, change) => {
  expect(codesOf(change)).toEqual(codes);
});

test.each([
  [' NS1.Quayhost.Example. ', 'ns1.quayhost.example'],
  ['ns1.bücher.example', 'ns1.xn--bcher-kva.example'],
  ['ns1', undefined],
  ['192.0.2.7', undefined],
  ['ns_1.quayhost.example', undefined],
  ['https://quayhost.example', undefined],
])('the host %j is %j', (typed, host) => {
  expect(readHost(typed)).toBe(host);
});

test.each([
  ['192.0.2.7', '192.0.2.7'],
  ['2001:DB8:0:0::7', '2001:db8::7'],
  ['192.0.2', undefined],
  ['0300.0.2.7', undefined],
  ['fe80::1%eth0', undefined],
  ['quayhost.example', undefined],
])('the address %j is %j', (typed, address) => {
  expect(readAddress(typed)).toBe(address);
});

test.each([
  [`${name}. 3600 IN DS 60485 13 2 ( ${digest.slice(0, 20).toLowerCase()} ${digest.slice(20)} )`, signer],
  [dsText(signer), signer],
  ['60485 13 2', 'form'],
  ['a key', 'form'],
  [`60485 13 2 ${digest.slice(2)}`, 'digest'],
  [`60485 5 2 ${digest}`, 'algorithm'],
  [`99999 13 2 ${digest}`, 'keyTag'],
])('the line %j is read', (line, read) => {
  expect(readDs(line)).toEqual(read);
});

test('a DS that is written is read as it was', () => {
  const hex = (digits: number) => fc.stringMatching(new RegExp(`^[0-9A-F]{${digits}}$`));
  const signers = fc.record({
    keyTag: fc.integer({ min: 0, max: 0xffff }),
    algorithm: fc.constantFrom(8, 13, 15),
    digestType: fc.constant(2),
    digest: hex(64),
  });
  fc.assert(fc.property(signers, (one) => expect(readDs(dsText(one))).toEqual(one)));
});

test('the order in which it is written makes no difference', () => {
  const turned = { ...elsewhere, nameservers: [...(elsewhere.nameservers ?? [])].reverse() };
  expect(isSameDelegation(elsewhere, turned)).toBe(true);
  expect(isSameDelegation(elsewhere, { ...turned, ds: [] })).toBe(false);
  expect(isSameDelegation(startingDelegation, { ...startingDelegation, nameservers: [] })).toBe(false);
});

test('where a name leads is one word', () => {
  expect([startingDelegation, elsewhere, { nameservers: [] }].map(pointsTo)).toEqual([
    'tienda',
    'elsewhere',
    'nothing',
  ]);
});
