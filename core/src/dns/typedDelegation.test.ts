import fc from 'fast-check';
import { isSameDelegation, startingDelegation, type Delegation } from './delegation';
import { readTypedDelegation, typedDelegation, type TypedDelegation } from './typedDelegation';

const name = 'saltwhistle.boats';
const digest = 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A';
const signer = { keyTag: 60485, algorithm: 13, digestType: 2, digest };
const typed: TypedDelegation = {
  at: 'elsewhere',
  nameservers: 'NS1.Saltwhistle.Boats. 192.0.2.7, 2001:DB8::7\n\n ns1.quayhost.example ',
  hosts: 'ns9.saltwhistle.boats 192.0.2.9',
  ds: `saltwhistle.boats. IN DS 60485 13 2 ${digest.toLowerCase()}`,
};

test('what is typed and pasted is read, the hosts below the name with their addresses', () => {
  expect(readTypedDelegation(name, typed)).toEqual({
    problems: [],
    delegation: {
      nameservers: ['ns1.saltwhistle.boats', 'ns1.quayhost.example'],
      hosts: [
        { host: 'ns1.saltwhistle.boats', addresses: ['192.0.2.7', '2001:db8::7'] },
        { host: 'ns9.saltwhistle.boats', addresses: ['192.0.2.9'] },
      ],
      ds: [signer],
    },
  });
});

test.each<[string, object[], Partial<TypedDelegation>]>([
  ['nothing at all', [{ at: 'nameservers', code: 'tooFew' }], { nameservers: ' \n', ds: '' }],
  [
    'an address elsewhere',
    [{ at: 'nameservers', line: 2, code: 'notBelow', input: 'ns1.quayhost.example' }],
    { nameservers: 'ns2.quayhost.example\nns1.quayhost.example 192.0.2.7' },
  ],
  [
    'an own nameserver without its address, in the third line',
    [{ at: 'nameservers', line: 3, code: 'needsAddresses', input: 'ns2.saltwhistle.boats' }],
    { nameservers: 'ns1.quayhost.example\n\nns2.saltwhistle.boats' },
  ],
  [
    'an own nameserver at home',
    [{ at: 'nameservers', line: 1, code: 'notPublic', input: '10.0.0.7' }],
    { nameservers: 'ns1.saltwhistle.boats 10.0.0.7\nns1.quayhost.example' },
  ],
  [
    'an address that is none, of another host',
    [{ at: 'hosts', line: 1, code: 'notAnAddress', input: 'home' }],
    { hosts: 'ns9.saltwhistle.boats home' },
  ],
  [
    'signers, the second of them cut short',
    [{ at: 'ds', line: 2, code: 'ds:digest', input: '1 13 2 AB' }],
    { ds: `${typed.ds}\n1 13 2 AB` },
  ],
  [
    'the same signer twice',
    [{ at: 'ds', line: 3, code: 'twice', input: `60485 13 2 ${digest}` }],
    { ds: `${typed.ds}\n\n${typed.ds}` },
  ],
])('%s is told with its line', (_, problems, change) => {
  expect(readTypedDelegation(name, { ...typed, ...change }).problems).toEqual(problems);
});

test('what a choice has no use for stays typed, and is not read', () => {
  for (const at of ['tienda', 'nothing'] as const)
    expect(readTypedDelegation(name, { ...typed, at, nameservers: 'no host!', ds: 'no signer', hosts: '' })).toEqual({
      problems: [],
      delegation: { ...startingDelegation, nameservers: at === 'tienda' ? null : [] },
    });
});

test('a delegation that is shown in the fields is read as it was', () => {
  const host = fc.stringMatching(/^[a-z]([a-z0-9-]{0,8}[a-z0-9])?$/);
  const address = fc.oneof(
    fc.integer({ min: 1, max: 254 }).map((last) => `192.0.2.${last}`),
    fc.integer({ min: 1, max: 0xffff }).map((last) => `2001:db8::${last.toString(16)}`),
  );
  const hosts = fc.uniqueArray(
    fc.record({
      host: host.map((label) => `${label}.${name}`),
      addresses: fc.uniqueArray(address, { minLength: 1, maxLength: 4 }),
    }),
    { maxLength: 4, selector: (own) => own.host },
  );
  const others = fc.uniqueArray(
    host.map((label) => `${label}.quayhost.example`),
    { minLength: 2, maxLength: 5 },
  );
  const delegations = fc
    .record({ hosts, others, used: fc.nat(4), at: fc.constantFrom('own', 'none', 'others') })
    .map((made): Delegation => ({
      nameservers:
        made.at === 'own'
          ? null
          : made.at === 'none'
            ? []
            : [...made.hosts.slice(0, made.used).map((own) => own.host), ...made.others],
      hosts: made.hosts,
      ds: made.at === 'others' ? [signer] : [],
    }));
  fc.assert(
    fc.property(delegations, (delegation) => {
      const read = readTypedDelegation(name, typedDelegation(delegation));
      expect(read.problems).toEqual([]);
      expect(isSameDelegation(read.delegation, delegation)).toBe(true);
    }),
  );
});
