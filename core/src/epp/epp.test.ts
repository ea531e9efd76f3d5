import fc from 'fast-check';
import type { EppCommand } from './command';
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
const ds = {
  keyTag: 60485,
  algorithm: 13,
  digestType: 2,
  digest: 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A',
};
const commands: EppCommand[] = [
  { type: 'checkHosts', hosts: ['ns1.saltwhistle.boats', 'ns2.saltwhistle.boats'] },
  { type: 'infoHost', host: 'ns1.saltwhistle.boats' },
  { type: 'createHost', host: 'ns1.saltwhistle.boats', addresses: ['192.0.2.7', '2001:db8::7'] },
  { type: 'createHost', host: 'ns1.quayhost.example', addresses: [] },
  {
    type: 'updateHost',
    host: 'ns1.saltwhistle.boats',
    add: { addresses: ['2001:db8::8'], statuses: ['clientDeleteProhibited'] },
    remove: { addresses: ['192.0.2.7'] },
  },
  { type: 'deleteHost', host: 'ns1.saltwhistle.boats' },
  { type: 'updateDomain', name: 'saltwhistle.boats', ds: { add: [ds], remove: 'all' } },
  {
    type: 'updateDomain',
    name: 'saltwhistle.boats',
    remove: { nameservers: ['ns1.tienda.example'] },
    ds: { remove: [ds] },
  },
  { type: 'login', clientId: 'tienda', password: 'a&b<c>' },
  { type: 'logout' },
  {
    type: 'checkDomains',
    names: ['saltwhistle.boats', 'saltwhistle.com'],
    fees: { currency: 'USD', of: [{ command: 'create', years: 2 }] },
  },
  { type: 'checkDomains', names: ['saltwhistle.org'], fees: { of: [{ command: 'create' }, { command: 'restore' }] } },
  { type: 'checkDomains', names: ['saltwhistle.org'] },
  { type: 'checkContacts', ids: ['TI-1', 'TI-2'] },
  { type: 'infoDomain', name: 'saltwhistle.boats', authCode: 'secret-1' },
  { type: 'infoDomain', name: 'saltwhistle.boats', hosts: 'none' },
  { type: 'infoContact', id: 'TI-1' },
  { type: 'infoContact', id: 'TI-1', authCode: 'f4Kd-92' },
  { type: 'createContact', contact: maren },
  { type: 'updateDomain', name: 'saltwhistle.boats', add: { statuses: ['clientHold'] } },
  {
    type: 'updateDomain',
    name: 'saltwhistle.boats',
    add: { nameservers: ['ns1.tienda.example'], contacts: [{ type: 'tech', id: 'TI-2' }] },
    remove: { statuses: ['clientHold', 'clientRenewProhibited'] },
    change: { registrant: 'TI-3', authCode: 'another-1' },
  },
  { type: 'renewDomain', name: 'saltwhistle.boats', expiresOn: '2026-12-20', years: 2 },
  {
    type: 'renewDomain',
    name: 'saltwhistle.lake',
    expiresOn: '2026-12-20',
    years: 1,
    fee: { currency: 'USD', amount: '240.00' },
  },
  { type: 'deleteDomain', name: 'saltwhistle.boats' },
  { type: 'restoreDomain', name: 'saltwhistle.boats' },
  {
    type: 'restoreDomain',
    name: 'saltwhistle.boats',
    report: {
      preData: 'Held by TI-1 & co.',
      postData: 'Held by TI-1',
      deletedAt: '2026-11-20T10:00:00.000Z',
      restoredAt: '2026-11-24T10:00:00Z',
      reason: 'Its holder wants to keep it.',
      statements: ['Not taken for ourselves.', 'All this is true.'],
    },
  },
  { type: 'transferDomain', step: 'request', name: 'saltwhistle.boats', authCode: 'secret-1' },
  {
    type: 'transferDomain',
    step: 'request',
    name: 'saltwhistle.lake',
    years: 1,
    authCode: 'secret-1',
    fee: { currency: 'USD', amount: '240.00' },
  },
  { type: 'transferDomain', step: 'query', name: 'saltwhistle.boats' },
  { type: 'transferDomain', step: 'cancel', name: 'saltwhistle.boats', authCode: 'secret-1' },
  { type: 'poll' },
  { type: 'pollAck', id: '17' },
  {
    type: 'createDomain',
    domain: {
      name: 'saltwhistle.lake',
      years: 2,
      registrant: 'TI-1',
      contacts: [{ type: 'admin', id: 'TI-1' }],
      nameservers: ['ns1.tienda.example', 'ns2.tienda.example'],
      ds: [ds],
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

const decided = { serverTransaction: 'S-1', decidedAt: '2026-11-24T10:00:00.000Z' };
const answers: EppData[] = [
  { type: 'hostChecks', checks: [{ host: 'ns1.saltwhistle.boats', available: true }] },
  {
    type: 'host',
    host: {
      host: 'ns1.saltwhistle.boats',
      roid: 'NS1_SALTWHISTLE_BOATS-LANTERN',
      statuses: ['ok', 'linked'],
      addresses: ['192.0.2.7', '2001:db8::7'],
      sponsor: 'tienda',
      creator: 'tienda',
      createdAt: '2026-11-24T10:00:00.000Z',
    },
  },
  { type: 'hostCreated', host: 'ns1.saltwhistle.boats', createdAt: '2026-11-24T10:00:00.000Z' },
  {
    type: 'domainChecks',
    feesIn: 'USD',
    checks: [
      { name: 'saltwhistle.com', available: false, reason: 'In use' },
      {
        name: 'saltwhistle.lake',
        available: true,
        feeClass: 'premium',
        fees: [
          { command: 'create', currency: 'USD', amount: '480.00', years: 2 },
          { command: 'restore', currency: 'USD', amount: '80.00' },
        ],
      },
    ],
  },
  { type: 'contactChecks', checks: [{ id: 'TI-1', available: false }] },
  {
    type: 'domain',
    domain: {
      name: 'saltwhistle.boats',
      roid: 'SALTWHISTLE_BOATS-LANTERN',
      statuses: ['ok'],
      registrant: 'TI-1',
      contacts: [{ type: 'admin', id: 'TI-1' }],
      nameservers: ['ns1.tienda.example'],
      hosts: ['ns1.saltwhistle.boats'],
      ds: [ds],
      sponsor: 'tienda',
      creator: 'harbourgate',
      updatedBy: 'tienda',
      updatedAt: '2026-11-25T10:00:00.000Z',
      createdAt: '2026-11-24T10:00:00.000Z',
      expiresAt: '2028-11-24T10:00:00.000Z',
      graceStatuses: ['addPeriod'],
      authCode: 'secret',
    },
  },
  {
    type: 'contact',
    contact: {
      ...maren,
      roid: 'TI_1-LANTERN',
      statuses: ['ok', 'linked'],
      sponsor: 'tienda',
      creator: 'tienda',
      createdAt: '2026-11-24T10:00:00.000Z',
    },
  },
  {
    type: 'domainCreated',
    name: 'saltwhistle.boats',
    createdAt: '2026-11-24T10:00:00.000Z',
    expiresAt: '2028-11-24T10:00:00.000Z',
  },
  { type: 'domainRestored', graceStatuses: ['pendingRestore'] },
  {
    type: 'domainTransfer',
    transfer: {
      name: 'saltwhistle.boats',
      status: 'pending',
      requestedBy: 'harbourgate',
      requestedAt: '2026-11-24T10:00:00.000Z',
      decidedBy: 'tienda',
      decidedAt: '2026-11-29T10:00:00.000Z',
      expiresAt: '2028-12-20T10:00:00.000Z',
    },
  },
  { type: 'contactCreated', id: 'TI-1', createdAt: '2026-11-24T10:00:00.000Z' },
  { type: 'domainRenewed', name: 'saltwhistle.boats', expiresAt: '2028-12-20T10:00:00.000Z' },
  { type: 'pendingResult', result: { name: 'saltwhistle.boats', done: true, transaction: 'TI-0002', ...decided } },
  { type: 'pendingResult', result: { name: 'saltwhistle.org', done: false, ...decided } },
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
