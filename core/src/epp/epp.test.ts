import fc from 'fast-check';
import { EppRefusal, type EppCommand } from './command';
import { frame, FrameReader } from './framing';
import type { EppContact } from './objects';
import { readCommand } from './readCommand';
import { EppAnswerError, readAnswer } from './readResponse';
import { writeCommand } from './writeCommand';
import { writeGreeting, writeResponse } from './writeResponse';
import type { EppData } from './response';
import { readXml, writeXml } from './xml';

const maren: EppContact = {
  id: 'TI-1',
  postal: 'loc',
  name: 'Maren Sólvik <& Söner>',
  organisation: 'Saltwhistle Boatworks',
  street: ['4 Slip Lane'],
  city: 'Ullvik',
  postalCode: 'V94 T1P0',
  country: 'IE',
  voice: '+353.209150123',
  email: 'maren@saltwhistle.example',
  disclose: false,
  authCode: 'f4Kd-92',
};
const commands: EppCommand[] = [
  { type: 'login', clientId: 'tienda', password: 'a&b<c' },
  { type: 'logout' },
  { type: 'checkDomains', names: ['saltwhistle.boats', 'saltwhistle.com'], feesIn: 'USD', feesOf: ['create'] },
  { type: 'checkDomains', names: ['saltwhistle.org'], feesIn: 'USD', feesOf: ['create', 'renew'] },
  { type: 'checkDomains', names: ['saltwhistle.org'] },
  { type: 'checkContacts', ids: ['TI-1', 'TI-2'] },
  { type: 'infoDomain', name: 'saltwhistle.boats', authCode: 'x' },
  { type: 'infoContact', id: 'TI-1' },
  { type: 'createContact', contact: maren },
  { type: 'updateDomain', name: 'saltwhistle.boats', add: ['clientHold'], remove: [] },
  { type: 'updateDomain', name: 'saltwhistle.boats', add: [], remove: ['clientHold', 'clientRenewProhibited'] },
  { type: 'poll' },
  { type: 'pollAck', id: '17' },
  {
    type: 'createDomain',
    domain: {
      name: 'saltwhistle.lake',
      years: 2,
      registrant: 'TI-1',
      contacts: [{ type: 'admin', id: 'TI-1' }],
      authCode: 'secret',
      fee: { currency: 'USD', amount: '480.00' },
    },
  },
];

test.each(commands.map((command) => [command.type, command] as const))(
  '%s reads back as it was written',
  (_, command) => {
    expect(readCommand(writeCommand(command, 'TI-0001'))).toEqual({ command, clTRID: 'TI-0001' });
  },
);

test('hello has no transaction of its own', () => {
  expect(readCommand(writeCommand({ type: 'hello' }, 'TI-0001'))).toEqual({ command: { type: 'hello' } });
});

const answers: EppData[] = [
  {
    type: 'domainChecks',
    feesIn: 'USD',
    checks: [
      { name: 'saltwhistle.com', available: false, reason: 'In use' },
      {
        name: 'saltwhistle.lake',
        available: true,
        feeClass: 'premium',
        create: { currency: 'USD', amount: '240.00' },
        renew: { currency: 'USD', amount: '240.00' },
      },
    ],
  },
  { type: 'contactChecks', checks: [{ id: 'TI-1', available: false }] },
  {
    type: 'domain',
    domain: {
      name: 'saltwhistle.boats',
      statuses: ['ok'],
      registrant: 'TI-1',
      sponsor: 'tienda',
      createdAt: '2026-11-24T10:00:00.000Z',
      expiresAt: '2028-11-24T10:00:00.000Z',
      authCode: 'secret',
    },
  },
  { type: 'contact', contact: maren },
  {
    type: 'domainCreated',
    name: 'saltwhistle.boats',
    createdAt: '2026-11-24T10:00:00.000Z',
    expiresAt: '2028-11-24T10:00:00.000Z',
  },
  { type: 'contactCreated', id: 'TI-1', createdAt: '2026-11-24T10:00:00.000Z' },
  { type: 'pendingResult', result: { name: 'saltwhistle.boats', done: true, transaction: 'TI-0002' } },
  { type: 'pendingResult', result: { name: 'saltwhistle.org', done: false } },
];

test.each(answers.map((data) => [data.type, data] as const))('%s reads back as it was written', (_, data) => {
  const response = {
    code: 1000,
    message: 'Command completed successfully',
    data,
    clTRID: 'TI-0001',
    svTRID: 'S-1',
  } as const;
  expect(readAnswer(writeResponse(response))).toEqual({ type: 'response', response });
});

test('a message of the queue comes with its id and how many wait', () => {
  const response = {
    code: 1301,
    message: 'Command completed successfully; ack to dequeue',
    queue: { id: '17', count: 2, text: 'Registered' },
    svTRID: 'S-1',
  } as const;
  expect(readAnswer(writeResponse(response))).toEqual({ type: 'response', response });
});

test('a refusal carries its code and reason', () => {
  const response = { code: 2302, message: 'Object exists', reason: 'In use', svTRID: 'S-1' } as const;
  expect(readAnswer(writeResponse(response))).toEqual({ type: 'response', response });
});

test('a greeting is told from an answer', () => {
  const greeting = { serverId: 'Lanternhead', date: '2026-11-24T10:00:00.000Z' };
  expect(readAnswer(writeGreeting(greeting))).toEqual({ type: 'greeting', greeting });
});

test('prefixes are the sender’s choice: only namespaces count', () => {
  const xml = writeCommand({ type: 'infoDomain', name: 'saltwhistle.org' }, 'TI-0001')
    .replaceAll('domain:', 'd:')
    .replaceAll('xmlns:domain', 'xmlns:d');
  expect(readCommand(xml.replace(/xmlns:domain=/g, 'xmlns:d=')).command).toEqual({
    type: 'infoDomain',
    name: 'saltwhistle.org',
  });
});

const command = (inside: string) =>
  `<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command>${inside}<clTRID>TI-9</clTRID></command></epp>`;
const domainNs = 'xmlns:domain="urn:ietf:params:xml:ns:domain-1.0"';

test.each([
  ['not XML', 2001, 'GET / HTTP/1.1'],
  ['not closed', 2001, '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command>'],
  ['another root', 2001, '<command/>'],
  ['a document type', 2001, '<!DOCTYPE epp [<!ENTITY a "b">]><epp xmlns="urn:ietf:params:xml:ns:epp-1.0"/>'],
  ['an undeclared prefix', 2001, command('<check><domain:check/></check>')],
  ['no command', 2000, '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"/>'],
  ['an unknown command', 2000, command('<sing/>')],
  ['a command not implemented', 2101, command('<delete/>')],
  ['a poll that neither asks nor takes', 2005, command('<poll op="peek"/>')],
  ['a poll that takes nothing', 2003, command('<poll op="ack"/>')],
  ['an unknown object', 2307, command('<check><h:check xmlns:h="urn:x"/></check>')],
  ['a check of nothing', 2003, command(`<check><domain:check ${domainNs}/></check>`)],
  [
    'an unknown extension',
    2103,
    command(
      `<check><domain:check ${domainNs}><domain:name>a.org</domain:name></domain:check></check><extension><x:y xmlns:x="urn:x"/></extension>`,
    ),
  ],
  [
    'a period of no years',
    2004,
    command(
      `<create><domain:create ${domainNs}><domain:name>a.org</domain:name><domain:period unit="y">0</domain:period><domain:registrant>T</domain:registrant><domain:authInfo><domain:pw>x</domain:pw></domain:authInfo></domain:create></create>`,
    ),
  ],
])('%s is refused with %i', (_, code, xml) => {
  expect.assertions(1);
  try {
    readCommand(xml);
  } catch (fault) {
    expect(fault instanceof EppRefusal && fault.code).toBe(code);
  }
});

test('a refused command is answered under the client’s own transaction', () => {
  expect(() => readCommand(command('<delete/>'))).toThrow(expect.objectContaining({ clTRID: 'TI-9' }));
});

test.each(['', '<epp/>', '<html>busy</html>', writeCommand({ type: 'logout' }, 'TI-0001')])(
  'nothing is concluded from an answer that is not one: %s',
  (xml) => {
    expect(() => readAnswer(xml)).toThrow(EppAnswerError);
  },
);

test('frames arrive whole however TCP cuts them', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string({ minLength: 1, maxLength: 50, unit: 'grapheme' }), { maxLength: 6 }),
      fc.integer({ min: 1, max: 20 }),
      (documents, size) => {
        const bytes = documents.flatMap((document) => [...frame(document)]);
        const reader = new FrameReader();
        const received: string[] = [];
        for (let at = 0; at < bytes.length; at += size)
          received.push(...reader.push(Uint8Array.from(bytes.slice(at, at + size))));
        expect(received).toEqual(documents);
      },
    ),
  );
});

test('an impossible length ends the conversation', () => {
  expect(() => new FrameReader().push(Uint8Array.from([0, 0, 0, 4]))).toThrow('4 octets');
  expect(() => new FrameReader().push(Uint8Array.from([0xff, 0, 0, 0]))).toThrow('octets');
});

describe('what no honest party sends', () => {
  test.each([
    ['levels', `${'<a>'.repeat(20_000)}${'</a>'.repeat(20_000)}`],
    ['elements', `<a>${'<b/>'.repeat(30_000)}</a>`],
  ])('a document of too many %s is refused before it costs anything', (_, document) => {
    expect(() => readXml(document)).toThrow('too many elements');
  });

  test('a document that is not UTF-8 ends the reading', () => {
    const unit = frame('<a>x</a>');
    unit[7] = 0xff;
    expect(() => new FrameReader().push(unit)).toThrow('not UTF-8');
  });

  test('whatever a text holds, what is written is well formed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.string({ unit: 'binary' }), (text, attribute) => {
        const written = writeXml(['a', { b: `${attribute}\u000b` }, `${text}\u0001`]);
        expect(readXml(written).attributes['b']).toContain('\ufffd');
      }),
    );
  });
});
