import { setTimeout as pause } from 'node:timers/promises';
import type { EppTransfer } from '@tienda/core/epp/objects';
import { until } from '../../scripts/demo.mjs';
import { login, RawClient } from './rawClient';

/** The other registrars, as a registrar meets them that asks for their names: through a registry alone. */
let client: RawClient;
const first = Number(process.env['TIENDA_REGISTRY_PORT']);
const authCode = 'k9-Tide!44';

beforeEach(async () => {
  client = await RawClient.open();
  await client.send(login);
});
afterEach(() => client.end());

async function put(path: string, body: object): Promise<number> {
  const headers = { 'Content-Type': 'application/json' };
  return (await fetch(`http://127.0.0.1:${path}`, { method: 'PUT', headers, body: JSON.stringify(body) })).status;
}

async function heldBy(registrar: string): Promise<string> {
  const name = `${registrar}-${Date.now().toString(36)}.org`;
  const domain = {
    name,
    registry: 'lanternhead',
    registrant: 'HG1',
    contacts: [],
    authCode,
    statuses: ['ok'],
    createdAt: '2020-05-03T09:00:00Z',
    expiresAt: new Date(Date.now() + 200 * 86_400_000).toISOString(),
  };
  expect(await put(`${first + 9}/names`, { registrar, domains: [domain], contacts: [] })).toBe(204);
  return name;
}

async function asked(name: string): Promise<EppTransfer> {
  const { code, data } = await client.send({ type: 'transferDomain', step: 'request', name, authCode });
  expect([code, data?.type]).toEqual([1001, 'domainTransfer']);
  return transferOf(name);
}

async function transferOf(name: string): Promise<EppTransfer> {
  const { data } = await client.send({ type: 'transferDomain', step: 'query', name });
  if (data?.type !== 'domainTransfer') throw new Error(`Nothing is known of a transfer of ${name}`);
  return data.transfer;
}

async function decided(name: string): Promise<string> {
  const { status } = await until(
    () => transferOf(name),
    (transfer) => transfer.status !== 'pending',
  );
  return status;
}

test('one agrees and one refuses, by themselves or as they are told', async () => {
  const [given, kept, told] = [
    await heldBy('harbourgate'),
    await heldBy('northlight-names'),
    await heldBy('penny-quay'),
  ];
  expect(await put(`${first + 42}/answers/${told}`, { answer: 'approve' })).toBe(204);
  for (const name of [given, kept, told]) expect((await asked(name)).status).toBe('pending');
  // One after the other: a session answers one command at a time.
  expect([await decided(given), await decided(kept), await decided(told)]).toEqual([
    'clientApproved',
    'clientRejected',
    'clientApproved',
  ]);
  const { data } = await client.send({ type: 'infoDomain', name: given });
  const nameservers = ['ns1.harbourgate.example', 'ns2.harbourgate.example'];
  expect(data).toMatchObject({ domain: { sponsor: 'tienda', nameservers, transferredAt: expect.any(String) } });
});

test('names that are let go at once are each given their own code, while messages are heard', async () => {
  const names: string[] = [];
  for (let i = 0; i < 8; i += 1) names.push(await heldBy('harbourgate'));
  const heard = await heldBy('harbourgate');
  await asked(heard);
  const released = await Promise.all(
    names.map(async (name) => {
      const address = `http://127.0.0.1:${first + 42}/releases/${name}`;
      const headers = { 'Content-Type': 'application/json' };
      const body = JSON.stringify({ authCode: `code-${name}` });
      return (await (await fetch(address, { method: 'PUT', headers, body })).json()) as { readonly code: number };
    }),
  );
  expect(released.map(({ code }) => code)).toEqual(names.map(() => 1000));
  for (const name of names) {
    const { code } = await client.send({ type: 'infoDomain', name, authCode: `code-${name}` });
    expect([name, code]).toEqual([name, 1000]);
  }
  expect(await decided(heard)).toBe('clientApproved');
});

test('one that loses messages, and one that is silent, leave it to the registry', async () => {
  const names = [await heldBy('oldmill-domains'), await heldBy('penny-quay')];
  for (const name of names) await asked(name);
  await pause(5000);
  for (const name of names) expect((await transferOf(name)).status).toBe('pending');
});

test('an answer that is none is refused', async () => {
  expect(await put(`${first + 42}/answers/any.org`, { answer: 'perhaps' })).toBe(400);
});

test('one asks for a name that is elsewhere, and calls it off', async () => {
  const name = await heldBy('harbourgate');
  await put(`${first + 42}/answers/${name}`, { answer: 'ignore' });
  const path = `http://127.0.0.1:${first + 42}/requests/${name}`;
  const asks = async (body: object) => {
    const headers = { 'Content-Type': 'application/json' };
    return (await fetch(path, { method: 'PUT', headers, body: JSON.stringify(body) })).json();
  };
  expect(await asks({ authCode: 'wrong', registrar: 'oldmill-domains' })).toMatchObject({ code: 2202 });
  expect(await asks({ authCode, registrar: 'oldmill-domains' })).toMatchObject({ code: 1001 });
  expect(await asks({ authCode, registrar: 'nobody' })).toMatchObject({ error: expect.stringContaining('registrar') });
  expect(await (await fetch(path, { method: 'DELETE' })).json()).toMatchObject({ code: 2201 });
  const calledOff = await fetch(`${path}?registrar=oldmill-domains`, { method: 'DELETE' });
  expect(await calledOff.json()).toMatchObject({ code: 1000 });
});
