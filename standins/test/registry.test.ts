import { execFileSync } from 'node:child_process';
import { readAnswer } from '@tienda/core/epp/readResponse';
import type { EppResponse } from '@tienda/core/epp/response';
import { writeCommand } from '@tienda/core/epp/writeCommand';
import { until } from '../../scripts/demo.mjs';
import { contact, feesOf, login, RawClient } from './rawClient';

let client: RawClient;
beforeEach(async () => {
  client = await RawClient.open();
});
afterEach(() => client.end());

test('nothing is done before login, and login asks for the password', async () => {
  expect((await client.send({ type: 'checkDomains', names: ['saltwhistle.org'] })).code).toBe(2002);
  expect((await client.send({ ...login, password: 'guess-1' })).code).toBe(2200);
  expect((await client.send(login)).code).toBe(1000);
  expect((await client.send(login)).code).toBe(2002);
  expect((await client.send({ type: 'logout' })).code).toBe(1500);
});

test('hello is answered by a greeting', async () => {
  expect(readAnswer(await client.raw(writeCommand({ type: 'hello' }, 'x'))).type).toBe('greeting');
});

test.each([
  ['what is not XML', 'hello there', 2001],
  ['an unknown command', '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command><sing/></command></epp>', 2000],
  [
    'a command not offered',
    '<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command><delete><c:delete xmlns:c="urn:ietf:params:xml:ns:contact-1.0"/></delete></command></epp>',
    2101,
  ],
])('%s is refused, and the conversation goes on', async (_, xml, code) => {
  const answer = readAnswer(await client.raw(xml));
  expect(answer.type === 'response' && answer.response.code).toBe(code);
  expect((await client.send(login)).code).toBe(1000);
});

test('a check tells free, taken, reserved and premium, with fees', async () => {
  await client.send(login);
  const names = ['saltwhistle.com', 'www.com', 'nobody-has-this.org', 'saltwhistle.ie'];
  const { data } = await client.send({ type: 'checkDomains', names, fees: feesOf('create', 'renew') });
  expect(data?.type === 'domainChecks' && data.checks).toMatchObject([
    { available: false, reason: 'In use' },
    { available: false, reason: 'Reserved' },
    {
      available: true,
      feeClass: 'standard',
      fees: [{ command: 'create', currency: 'USD', amount: '6.30', years: 1 }, {}],
    },
    { available: false, reason: 'Not a name of this registry' },
  ]);
  const held = await client.send({
    type: 'checkDomains',
    names: names.slice(0, 1),
    fees: feesOf('create', 'transfer'),
  });
  expect(held.data?.type === 'domainChecks' && held.data.checks).toMatchObject([
    { available: false, feeClass: 'standard', fees: [{ command: 'transfer', years: 1 }] },
  ]);
  expect(
    (
      await client.send({
        type: 'checkDomains',
        names: ['a.org'],
        fees: { currency: 'EUR', of: [{ command: 'create' }] },
      })
    ).code,
  ).toBe(2306);
  const many = Array.from({ length: 21 }, (_, i) => `n${i}.org`);
  expect((await client.send({ type: 'checkDomains', names: many })).code).toBe(2306);
});

test('a name is created once, with contacts that exist', async () => {
  await client.send(login);
  const domain = { name: `t${Date.now()}.org`, years: 2, registrant: contact.id, contacts: [], authCode: 'secret-2' };
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(2303);
  expect((await client.send({ type: 'createContact', contact })).code).toBe(1000);
  expect((await client.send({ type: 'createContact', contact })).code).toBe(2302);
  const { data } = await client.send({ type: 'createDomain', domain });
  if (data?.type !== 'domainCreated') throw new Error('Not created');
  expect(Date.parse(data.expiresAt) - Date.parse(data.createdAt)).toBeGreaterThan(729 * 24 * 3600 * 1000);
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(2302);
  const info = await client.send({ type: 'infoDomain', name: domain.name });
  expect(info.data).toMatchObject({ domain: { registrant: contact.id, sponsor: 'tienda', authCode: 'secret-2' } });
  expect((await client.send({ type: 'infoDomain', name: domain.name, authCode: 'wrong' })).code).toBe(2202);
});

test('another’s name is shown without its auth code', async () => {
  await client.send(login);
  const { data } = await client.send({ type: 'infoDomain', name: 'saltwhistle.com' });
  expect(data?.type === 'domain' && [data.domain.sponsor, data.domain.authCode]).toEqual(['harbourgate', undefined]);
});

test('a premium name is sold only at a fee agreed to', async () => {
  const quarrystone = await RawClient.open(1);
  await quarrystone.send(login);
  await quarrystone.send({ type: 'createContact', contact });
  const domain = { name: 'sail.club', years: 1, registrant: contact.id, contacts: [], authCode: 'secret-3' };
  expect((await quarrystone.send({ type: 'createDomain', domain })).code).toBe(2003);
  const low = { currency: 'USD', amount: '13.00' };
  expect((await quarrystone.send({ type: 'createDomain', domain: { ...domain, fee: low } })).code).toBe(2004);
  quarrystone.end();
});

test('a name is renewed once from an expiry, by its sponsor, at most ten years ahead', async () => {
  await client.send(login);
  await client.send({ type: 'createContact', contact });
  const name = `r${Date.now()}.org`;
  const domain = { name, years: 2, registrant: contact.id, contacts: [], authCode: 'secret-4' };
  const { data } = await client.send({ type: 'createDomain', domain });
  if (data?.type !== 'domainCreated') throw new Error('Not created');
  const expiresOn = data.expiresAt.slice(0, 10);
  const renew = (more: object = {}) => client.send({ type: 'renewDomain', name, expiresOn, years: 3, ...more });
  const renewed = await renew();
  expect(renewed.code).toBe(1000);
  const later = `${Number(expiresOn.slice(0, 4)) + 3}${expiresOn.slice(4)}`;
  expect(renewed.data).toMatchObject({ type: 'domainRenewed', name });
  expect(renewed.data?.type === 'domainRenewed' && renewed.data.expiresAt.slice(0, 10)).toBe(later);
  // The same again: the name does not expire then any more.
  expect((await renew()).code).toBe(2306);
  expect((await renew({ expiresOn: later, years: 6 })).code).toBe(2004);
  expect((await renew({ name: `no${name}` })).code).toBe(2303);
  expect((await renew({ name: 'saltwhistle.com' })).code).toBe(2201);
  await client.send({ type: 'updateDomain', name, add: { statuses: ['clientRenewProhibited'] } });
  expect((await renew({ expiresOn: later, years: 1 })).code).toBe(2304);
});

test('a name deleted within its add grace period is free at once, and only its sponsor deletes it', async () => {
  await client.send(login);
  await client.send({ type: 'createContact', contact });
  const name = `d${Date.now()}.org`;
  const domain = { name, years: 1, registrant: contact.id, contacts: [], authCode: 'secret-5' };
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(1000);
  await client.send({ type: 'updateDomain', name, add: { statuses: ['clientDeleteProhibited'] } });
  expect((await client.send({ type: 'deleteDomain', name })).code).toBe(2304);
  await client.send({ type: 'updateDomain', name, remove: { statuses: ['clientDeleteProhibited'] } });
  expect((await client.send({ type: 'deleteDomain', name })).code).toBe(1000);
  expect((await client.send({ type: 'deleteDomain', name })).code).toBe(2303);
  expect((await client.send({ type: 'deleteDomain', name: 'saltwhistle.com' })).code).toBe(2201);
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(1000);
});

test('more sessions than allowed are sent away, and a closed one makes room', async () => {
  const open: RawClient[] = [];
  let refused = 0;
  for (let i = 0; i < 12 && refused === 0; i += 1) {
    const next = await RawClient.open();
    open.push(next);
    if ((await next.send(login)).code === 2502) refused += 1;
  }
  expect(refused).toBe(1);
  await open[0]?.send({ type: 'logout' });
  const late = await RawClient.open();
  expect((await late.send(login)).code).toBe(1000);
  for (const session of [...open, late]) session.end();
});

test('every frame on the wire is well formed to a reader that is not ours', async () => {
  const frames = [writeCommand(login, 'TEST-0002'), writeCommand({ type: 'createContact', contact }, 'TEST-0003')];
  await client.send(login);
  for (const command of [
    { type: 'checkDomains', names: ['saltwhistle.com', 'saltwhistle.org'], fees: feesOf('create') },
    { type: 'infoDomain', name: 'saltwhistle.com' },
    { type: 'logout' },
  ] as const) {
    const xml = writeCommand(command, 'TEST-0004');
    frames.push(xml, await client.raw(xml));
  }
  for (const xml of frames) execFileSync('xmllint', ['--noout', '-'], { input: xml, stdio: ['pipe', 'pipe', 'pipe'] });
  expect(frames).toHaveLength(8);
});

test('a registry may tell the fee of only one command in a check', async () => {
  const tidewheel = await RawClient.open(3);
  await tidewheel.send(login);
  const names = ['saltwhistle.store'];
  const both = await tidewheel.send({ type: 'checkDomains', names, fees: feesOf('create', 'renew') });
  expect([both.code, both.reason]).toEqual([2306, 'Fees of at most 1 command in one check']);
  const { data } = await tidewheel.send({ type: 'checkDomains', names, fees: feesOf('renew') });
  expect(data?.type === 'domainChecks' && data.checks).toMatchObject([
    { available: true, feeClass: 'premium', fees: [{ command: 'renew', amount: '90.00' }] },
  ]);
  expect(data?.type === 'domainChecks' && data.checks[0]?.fees).toHaveLength(1);
  tidewheel.end();
});

test('a registry may keep labels back in all its zones, and price short ones by tier', async () => {
  const fernhollow = await RawClient.open(4);
  await fernhollow.send(login);
  const kept = await fernhollow.send({ type: 'checkDomains', names: ['council.london', 'quillcouncil.london'] });
  expect(kept.data?.type === 'domainChecks' && kept.data.checks).toMatchObject([
    { available: false, reason: 'Reserved' },
    { available: true },
  ]);
  fernhollow.end();
  const quarrystone = await RawClient.open(1);
  await quarrystone.send(login);
  const short = await quarrystone.send({ type: 'checkDomains', names: ['qz.club'], fees: feesOf('create') });
  expect(short.data?.type === 'domainChecks' && short.data.checks).toMatchObject([
    { feeClass: 'premium-short', fees: [{ amount: '1200.00' }] },
  ]);
  quarrystone.end();
});

test('what strangers hold is taken, and cannot be registered', async () => {
  await client.send(login);
  const { data } = await client.send({ type: 'checkDomains', names: ['you.com', 'river.com'] });
  expect(data?.type === 'domainChecks' && data.checks.map(({ available }) => available)).toEqual([false, false]);
  await client.send({ type: 'createContact', contact });
  const domain = { name: 'river.com', years: 1, registrant: contact.id, contacts: [], authCode: 'secret-2' };
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(2302);
  const info = await client.send({ type: 'infoDomain', name: 'river.com' });
  expect(info.data?.type === 'domain' && info.data.domain.expiresAt > new Date().toISOString()).toBe(true);
});

/** Waits for the oldest message of the queue. */
function message(of: RawClient): Promise<EppResponse> {
  return until(
    () => of.send({ type: 'poll' }),
    ({ code }) => code === 1301,
  );
}

test('a registry that looks at names first says so, decides, and keeps the message until it is taken', async () => {
  const slow = await RawClient.open(5);
  try {
    await slow.send(login);
    await slow.send({ type: 'createContact', contact });
    const names = [`slow${Date.now().toString(36)}.tw`, `bank${Date.now().toString(36)}.tw`];
    for (const name of names) {
      const domain = { name, years: 1, registrant: contact.id, contacts: [], authCode: 'secret-2' };
      expect((await slow.send({ type: 'createDomain', domain })).code).toBe(1001);
    }
    const [kept = '', refused = ''] = names;
    const pending = await slow.send({ type: 'infoDomain', name: kept });
    expect(pending.data).toMatchObject({ domain: { statuses: ['pendingCreate'] } });
    const heard = new Map<string, boolean>();
    while (heard.size < 2) {
      const { queue, data } = await message(slow);
      if (data?.type === 'pendingResult' && names.includes(data.result.name)) {
        heard.set(data.result.name, data.result.done);
        expect(data.result.transaction).toBe('TEST-0001');
      }
      expect((await message(slow)).queue?.id).toBe(queue?.id);
      expect((await slow.send({ type: 'pollAck', id: queue?.id ?? '' })).code).toBe(1000);
    }
    expect([heard.get(kept), heard.get(refused)]).toEqual([true, false]);
    expect((await slow.send({ type: 'pollAck', id: '999999999' })).code).toBe(2303);
    expect((await slow.send({ type: 'infoDomain', name: refused })).code).toBe(2303);
    expect((await slow.send({ type: 'infoDomain', name: kept })).data).toMatchObject({ domain: { statuses: ['ok'] } });
  } finally {
    slow.end();
  }
});

test('a registry that takes contacts in ASCII only says so', async () => {
  await client.send(login);
  const local = { ...contact, id: `${contact.id}L`, postal: 'loc' as const, city: 'Ullvík' };
  expect((await client.send({ type: 'createContact', contact: local })).code).toBe(2306);
});

test('of changes that come at the same moment none is lost', async () => {
  const name = `u${Date.now()}.org`;
  const { id: registrant } = contact;
  await client.send(login);
  await client.send({ type: 'createContact', contact });
  await client.send({
    type: 'createDomain',
    domain: { name, years: 1, registrant, contacts: [], authCode: 'secret-6' },
  });
  const other = await RawClient.open();
  await other.send(login);
  const hold = { statuses: ['clientHold'] };
  for (let round = 0; round < 15; round += 1) {
    const authCode = `turned-${round}`;
    const isHeld = round % 2 === 0;
    const both = await Promise.all([
      client.send({ type: 'updateDomain', name, change: { authCode } }),
      other.send({ type: 'updateDomain', name, ...(isHeld ? { add: hold } : { remove: hold }) }),
    ]);
    expect(both.map(({ code }) => code)).toEqual([1000, 1000]);
    const { data } = await client.send({ type: 'infoDomain', name });
    expect(data).toMatchObject({ domain: { authCode, statuses: [isHeld ? 'clientHold' : 'ok'] } });
  }
  other.end();
});
