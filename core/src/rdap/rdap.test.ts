import { maren } from '../../test/contacts';
import { eppContact } from '../contacts/eppContact';
import { heldBack, publicCard, readPublicCard } from './publicHolder';
import { jCard, rdapStatus, type RdapDomain } from './domainObject';
import { registrationData } from './registrationData';

const registrar = {
  objectClassName: 'entity',
  handle: 'harbourgate',
  roles: ['registrar'],
  vcardArray: jCard([['fn', 'text', 'Harbourgate']]),
} as const;

const saltwhistle: RdapDomain = {
  rdapConformance: ['rdap_level_0'],
  objectClassName: 'domain',
  handle: 'SALTWHISTLE.ORG-TIENDA',
  ldhName: 'saltwhistle.org',
  status: ['active'],
  events: [
    { eventAction: 'registration', eventDate: '2021-05-03T09:00:00Z' },
    { eventAction: 'expiration', eventDate: '2027-05-03T09:00:00Z' },
  ],
  entities: [
    registrar,
    {
      objectClassName: 'entity',
      handle: 'TI1',
      roles: ['registrant'],
      vcardArray: jCard([
        ['fn', 'text', 'Maren Solvik'],
        ['org', 'text', 'Saltwhistle Boatworks'],
        ['adr', 'text', ['', '', '4 Slip Lane', 'Ullvik', '', 'V94 T1P0', 'IE']],
        ['email', 'text', ''],
      ]),
    },
  ],
  nameservers: [{ objectClassName: 'nameserver', ldhName: 'ns1.harbourgate.example' }],
};

test('an RDAP object is read into holder, registrar, dates and statuses', () => {
  expect(registrationData(saltwhistle)).toEqual({
    name: 'saltwhistle.org',
    registrar: 'Harbourgate',
    holder: { name: 'Maren Solvik', organisation: 'Saltwhistle Boatworks', place: 'Ullvik, IE' },
    registeredOn: '2021-05-03',
    expiresOn: '2027-05-03',
    statuses: ['active'],
    nameservers: ['ns1.harbourgate.example'],
  });
});

test('a holder that is held back is not guessed at, and the reason is kept', () => {
  const hidden: RdapDomain = {
    ...saltwhistle,
    entities: [registrar],
    redacted: [{ name: { type: 'Registrant' }, reason: { description: 'Privacy protection' } }],
  };
  expect(registrationData(hidden)).toMatchObject({ heldBack: 'Privacy protection' });
  expect(registrationData(hidden).holder).toBeUndefined();
});

test('what is empty is not written on the card', () => {
  expect(
    jCard([
      ['fn', 'text', 'Maren'],
      ['org', 'text', ''],
    ])[1],
  ).toHaveLength(2);
});

test('EPP statuses are said in RDAP’s words', () => {
  expect([rdapStatus('ok'), rdapStatus('clientTransferProhibited'), rdapStatus('somethingNew')]).toEqual([
    'active',
    'client transfer prohibited',
    'somethingNew',
  ]);
});

describe('what the public sees of a holder', () => {
  const holder = eppContact(maren, 'TI1', false, 'secret');

  test.each([
    ['included', true, undefined],
    ['included', false, 'privacy'],
    ['priced', false, 'privacy'],
    ['notAllowed', false, undefined],
    ['hiddenByRegistry', true, 'byRegistry'],
  ] as const)('privacy %s, disclosed %s: held back by %s', (policy, disclose, why) => {
    expect(heldBack(policy, disclose)).toBe(why);
  });

  test('a public card reads back as what will be shown, and holds nothing secret', () => {
    expect(readPublicCard(publicCard(holder))).toEqual({
      name: 'Maren Solvik',
      organisation: 'Saltwhistle Boatworks',
      address: ['4 Slip Lane', 'Ullvik', 'V94 T1P0', 'IE'],
      phone: '+353209150123',
      email: 'maren@saltwhistle.example',
    });
    expect(JSON.stringify(publicCard(holder))).not.toContain('secret');
  });
});
