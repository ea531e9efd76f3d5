import { readAnswer } from '@tienda/core/epp/readResponse';
import { contact, login, RawClient } from './rawClient';

let client: RawClient;
beforeEach(async () => {
  client = await RawClient.open();
});
afterEach(() => client.end());

test('a client puts its own statuses on a name, and no others', async () => {
  await client.send(login);
  await client.send({ type: 'createContact', contact: { ...contact, id: `${contact.id}H` } });
  const name = `hold${Date.now().toString(36)}.org`;
  const domain = { name, years: 1, registrant: `${contact.id}H`, contacts: [], authCode: 'secret-3' };
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(1000);
  const put = (status: string) => client.send({ type: 'updateDomain', name, add: { statuses: [status] } });
  const takeOff = (status: string) => client.send({ type: 'updateDomain', name, remove: { statuses: [status] } });
  expect((await put('serverHold')).code).toBe(2306);
  expect((await put('clientHold')).code).toBe(1000);
  expect((await client.send({ type: 'infoDomain', name })).data).toMatchObject({
    domain: { statuses: ['clientHold'] },
  });
  expect((await takeOff('clientHold')).code).toBe(1000);
  expect((await client.send({ type: 'infoDomain', name })).data).toMatchObject({ domain: { statuses: ['ok'] } });
  const theirs = { type: 'updateDomain', name: 'saltwhistle.com', add: { statuses: ['clientHold'] } } as const;
  expect((await client.send(theirs)).code).toBe(2201);
  expect((await put('clientUpdateProhibited')).code).toBe(1000);
  expect((await put('clientHold')).code).toBe(2304);
  expect((await takeOff('clientUpdateProhibited')).code).toBe(1000);
  expect((await put('clientHold')).code).toBe(1000);
});

test('what is changed at a registry is what it tells from then on, to the public too', async () => {
  await client.send(login);
  const ids = ['A', 'B'].map((letter) => `${contact.id}${letter}`);
  const [holder = '', next = ''] = ids;
  for (const id of ids) await client.send({ type: 'createContact', contact: { ...contact, id } });
  const name = `change${Date.now().toString(36)}.org`;
  const nameservers = ['ns1.harbourgate.example'];
  const domain = { name, years: 1, registrant: holder, contacts: [], nameservers, authCode: 'secret-4' };
  const elsewhere = { ...domain, nameservers: ['ns1.nowhere.example'] };
  expect((await client.send({ type: 'createDomain', domain: elsewhere })).code).toBe(2303);
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(1000);
  const update = await client.send({
    type: 'updateDomain',
    name,
    add: { nameservers: ['ns2.tienda.example'], contacts: [{ type: 'admin', id: holder }] },
    remove: { nameservers },
    change: { registrant: next, authCode: 'secret-5' },
  });
  expect(update.code).toBe(1000);
  const { data } = await client.send({ type: 'infoDomain', name });
  expect(data).toMatchObject({
    domain: {
      registrant: next,
      contacts: [{ type: 'admin', id: holder }],
      nameservers: ['ns2.tienda.example'],
      authCode: 'secret-5',
      creator: 'tienda',
      updatedBy: 'tienda',
      roid: expect.stringMatching(/^CHANGE\w+_ORG-LANTERNH$/),
    },
  });
  expect((await client.send({ type: 'infoDomain', name, hosts: 'none' })).data).toMatchObject({
    domain: { nameservers: [] },
  });
  const linked = await client.send({ type: 'infoContact', id: holder });
  expect(linked.data).toMatchObject({ contact: { statuses: ['ok', 'linked'], sponsor: 'tienda', city: 'Ullvik' } });
  const published = await fetch(`http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 10}/domain/${name}`);
  expect(await published.json()).toMatchObject({ nameservers: [{ ldhName: 'ns2.tienda.example' }] });
  const unknown = { type: 'updateDomain', name, change: { registrant: 'NOBODY-1' } } as const;
  expect((await client.send(unknown)).code).toBe(2303);
});

test('the fee of a term is told for the term, and of every command asked for', async () => {
  await client.send(login);
  const of = [
    { command: 'create', years: 3 },
    { command: 'renew', years: 2 },
  ] as const;
  const { data } = await client.send({ type: 'checkDomains', names: ['nobody-has-this.org'], fees: { of } });
  const [first] = (data?.type === 'domainChecks' && data.checks) || [];
  const [create, renew] = first?.fees ?? [];
  const year = Number(renew?.amount) / 2;
  expect([Number(create?.amount), create?.years, renew?.years]).toEqual([6.3 + 2 * year, 3, 2]);
  const rest = { of: [{ command: 'transfer' }, { command: 'restore' }] } as const;
  const more = await client.send({ type: 'checkDomains', names: ['nobody-has-this.org'], fees: rest });
  expect(more.data?.type === 'domainChecks' && more.data.checks[0]?.fees).toMatchObject([
    { command: 'transfer', years: 1 },
    { command: 'restore' },
  ]);
  const long = { of: [{ command: 'create', years: 11 }] } as const;
  expect((await client.send({ type: 'checkDomains', names: ['a.org'], fees: long })).code).toBe(2004);
});

test('who guesses passwords is sent away; who does not speak UTF-8 too', async () => {
  const guess = { ...login, password: 'guess-1' };
  expect([(await client.send(guess)).code, (await client.send(guess)).code]).toEqual([2200, 2200]);
  expect((await client.send(guess)).code).toBe(2501);
  const garbled = await RawClient.open();
  const answer = readAnswer(await garbled.octets(Buffer.from([0, 0, 0, 7, 0x3c, 0xff, 0x3e])));
  expect(answer.type === 'response' && [answer.response.code, answer.response.reason]).toEqual([
    2500,
    'A document that is not UTF-8',
  ]);
  expect(await garbled.next()).toBe('');
});
