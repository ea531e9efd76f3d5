import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { EppContact, EppDomainCreate } from '@tienda/core/epp/objects';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { EppRegistry } from '../src/gateways/registry/eppRegistry';
import { RegistrySilent } from '../src/gateways/registry/registryGateway';
import { unique } from './serverProcess';

const registryPort = Number(process.env['TIENDA_REGISTRY_PORT']);
const open: EppRegistry[] = [];

/** The real client, against the stand-in that keeps .com, .org, .net and .boats. */
function registry(
  options: { sessions?: number; namesPerCheck?: number; timeoutMs?: number; password?: string; port?: number } = {},
) {
  const { sessions = 2, namesPerCheck = 20, timeoutMs = 4000, password, port = registryPort } = options;
  const made = new EppRegistry(
    'lanternhead',
    {
      host: '127.0.0.1',
      port,
      certificate: readFileSync(path.join(process.env['TIENDA_DATA'] ?? '', 'tls', 'registry.cert.pem'), 'utf8'),
      clientId: 'tienda',
      password: password ?? process.env['TIENDA_REGISTRY_PASSWORD'] ?? '',
      timeoutMs,
    },
    sessions,
    namesPerCheck,
  );
  open.push(made);
  return made;
}

/** Fault switches, set at the stand-in itself: no server is running here. */
async function fault(...faults: object[]): Promise<void> {
  const response = await fetch(`http://127.0.0.1:${registryPort + 9}/faults/lanternhead`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(faults),
  });
  expect(response.status).toBe(204);
}

async function check(gateway: EppRegistry, names: readonly string[]) {
  const frames: ReadonlyMap<string, RegistryAnswer>[] = [];
  await gateway.check(names, (answers) => frames.push(answers));
  return { frames, all: new Map(frames.flatMap((frame) => [...frame])) };
}

afterEach(async () => {
  for (const gateway of open.splice(0)) gateway.close();
  await fault();
});

const names = (count: number) => Array.from({ length: count }, (_, i) => `gateway${i}.org`);

test('what premium names cost that somebody holds is asked for many at once; where it is not said, each is told so', async () => {
  const dear = unique('berth') + '.org';
  await fetch(`http://127.0.0.1:${registryPort + 9}/prices/${dear}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ create: 90_000, renew: 24_000 }),
  });
  const gateway = registry({ namesPerCheck: 4, timeoutMs: 2000 });
  const premiums = await gateway.premiumsOf([...names(8), dear]);
  expect([...premiums]).toEqual([[dear, { register: 24_000, renew: 24_000, transfer: 24_000 }]]);
  await fault({ on: 'checkDomains', kind: 'delay', ms: 2500, times: 2 });
  const untold = await gateway.premiumsOf(names(8));
  expect([...untold.keys()].sort()).toEqual(names(8).sort());
  expect([...untold.values()].every((one) => one instanceof RegistrySilent)).toBe(true);
});

test('what names cost is not asked any more once the asker has gone away', async () => {
  const away = new AbortController();
  const gateway = registry({ sessions: 1, namesPerCheck: 4 });
  await gateway.premiumsOf(names(1));
  await fault({ on: 'checkDomains', kind: 'delay', ms: 1000, times: 3 });
  setTimeout(() => away.abort(), 100);
  const untold = await gateway.premiumsOf(names(12), { id: 'maren', signal: away.signal });
  expect([...untold.keys()]).toEqual(names(12).slice(4));
});

test('a name that somebody looks at waits until orders have had theirs', async () => {
  const gateway = registry({ sessions: 1 });
  await gateway.info('salt.org');
  await fault({ on: 'checkDomains', kind: 'delay', ms: 500, times: 1 });
  const order: string[] = [];
  await Promise.all([
    gateway.check(['salt.org'], () => order.push('under way')),
    gateway.info('salt.org', undefined, { id: 'maren' }).then(() => order.push('looked at')),
    gateway.info('salt.org').then(() => order.push('order')),
  ]);
  expect(order).toEqual(['under way', 'order', 'looked at']);
});

test('a registry that fails at a check that visitors share is not asked again for each of them', async () => {
  const gateway = registry({ sessions: 1 });
  await fault({ on: 'checkDomains', kind: 'refuse', times: 1 });
  const heard = new Map<string, string>();
  const ask = (id: string) =>
    gateway.check([`${id}.org`], (told) => told.forEach(({ status }, name) => heard.set(name, status)), { id });
  await Promise.all(['saltwhistle1', 'saltwhistle2', 'saltwhistle3'].map(ask));
  expect(Object.fromEntries(heard)).toEqual({
    'saltwhistle1.org': 'unknown',
    'saltwhistle2.org': 'unknown',
    'saltwhistle3.org': 'unknown',
  });
});

test('names are asked for in frames no larger than the registry allows', async () => {
  const { frames, all } = await check(registry({ namesPerCheck: 7 }), names(20));
  expect(frames.map(({ size }) => size).sort()).toEqual([6, 7, 7]);
  expect([...all.values()].every(({ status }) => status === 'available')).toBe(true);
});

test('more sessions than the registry allows are not needed: those it gives serve everyone', async () => {
  const { all } = await check(registry({ sessions: 20, namesPerCheck: 1 }), names(60));
  expect(all.size).toBe(60);
  expect([...all.values()].filter(({ status }) => status === 'unknown')).toEqual([]);
});

test('a session that broke is replaced', async () => {
  const gateway = registry({ sessions: 1 });
  await fault({ on: 'checkDomains', kind: 'dropBefore', times: 1 });
  expect((await check(gateway, ['salt.org'])).all.get('salt.org')).toEqual({ status: 'unknown' });
  expect((await check(gateway, ['salt.org'])).all.get('salt.org')).toEqual({ status: 'available' });
});

test('those who wait for a session get the one that replaces a broken one', async () => {
  const gateway = registry({ sessions: 1, namesPerCheck: 1 });
  await fault({ on: 'checkDomains', kind: 'dropBefore', times: 1 });
  const { all } = await check(gateway, names(5));
  expect([...all.values()].map(({ status }) => status).sort()).toEqual([
    'available',
    'available',
    'available',
    'available',
    'unknown',
  ]);
});

test('a registry that takes too long is not waited for', async () => {
  const gateway = registry({ timeoutMs: 300 });
  await fault({ on: 'checkDomains', kind: 'delay', ms: 1500, times: 1 });
  const start = performance.now();
  expect((await check(gateway, ['salt.org'])).all.get('salt.org')).toEqual({ status: 'unknown' });
  expect(performance.now() - start).toBeLessThan(1400);
});

test('an answer that comes after the time-out is never taken for the answer to the next question', async () => {
  const gateway = registry({ sessions: 1, timeoutMs: 3000 });
  await fault({ on: 'checkDomains', kind: 'delay', ms: 3200, times: 1 });
  await check(gateway, ['saltwhistle.com']);
  expect((await check(gateway, ['salt.org'])).all).toEqual(new Map([['salt.org', { status: 'available' }]]));
});

test('a wrong password and a closed port are silence, not a crash', async () => {
  await expect(registry({ password: 'wrong' }).info('saltwhistle.com')).rejects.toBeInstanceOf(RegistrySilent);
  const nobody = registry({ port: registryPort + 8 });
  await expect(nobody.info('saltwhistle.com')).rejects.toBeInstanceOf(RegistrySilent);
  expect(await nobody.answers()).toBe(false);
  expect((await check(nobody, names(3))).all.get('gateway0.org')).toEqual({ status: 'unknown' });
});

test('a closed gateway turns everyone away', async () => {
  const gateway = registry();
  expect(await gateway.answers()).toBe(true);
  gateway.close();
  await expect(gateway.info('saltwhistle.com')).rejects.toBeInstanceOf(RegistrySilent);
});

describe('registering', () => {
  const contact: EppContact = {
    id: unique('T').slice(0, 16),
    postal: 'int',
    name: 'Maren Solvik',
    street: ['4 Slip Lane'],
    city: 'Ullvik',
    country: 'IE',
    voice: '+353.209150123',
    email: 'maren@saltwhistle.example',
    disclose: false,
    authCode: 'secret-1',
  };
  const domain = (name: string, years = 1): EppDomainCreate => ({
    name,
    years,
    registrant: contact.id,
    contacts: [{ type: 'admin', id: contact.id }],
    authCode: 'secret-2',
  });

  test('a contact is made once and found again', async () => {
    const gateway = registry();
    await gateway.needContact(contact);
    await expect(gateway.needContact(contact)).resolves.toBeUndefined();
  });

  test('many names that need the same contact at the same moment make it once', async () => {
    const gateway = registry();
    await fault({ on: 'createContact', kind: 'refuse', code: 2306, times: 1 });
    const other = { ...contact, id: unique('T').slice(0, 16) };
    const said = await Promise.all(Array.from({ length: 5 }, () => gateway.needContact(other)));
    expect(new Set(said)).toEqual(new Set([expect.any(String)]));
    expect(await gateway.needContact(other)).toBeUndefined();
  });

  test('a contact that its registry has lost is made again, where it was not seen just now', async () => {
    const gateway = registry();
    const lost = { ...contact, id: unique('L').slice(0, 16) };
    const name = `${unique('sw')}.org`;
    const create = () => gateway.create({ ...domain(name), registrant: lost.id }, 'TIENDA-0005');
    // The registry says that it is there, and it is not.
    await fault({ on: 'createContact', kind: 'refuse', code: 2302, times: 1 });
    await gateway.needContact(lost);
    expect(await create()).toMatchObject({ type: 'refused' });
    const now = performance.now();
    const later = jest.spyOn(performance, 'now').mockImplementation(() => now + 31_000);
    await expect(create()).rejects.toBeInstanceOf(RegistrySilent);
    await gateway.needContact(lost);
    later.mockRestore();
    expect(await create()).toMatchObject({ type: 'created' });
  });

  test('a name is created, then exists, and tells its sponsor everything', async () => {
    const gateway = registry();
    await gateway.needContact(contact);
    const name = `${unique('sw')}.org`;
    expect(await gateway.info(name)).toBeUndefined();
    expect(await gateway.create(domain(name), 'TIENDA-0001')).toMatchObject({ type: 'created' });
    expect(await gateway.create(domain(name), 'TIENDA-0001')).toEqual({ type: 'exists' });
    expect(await gateway.info(name)).toMatchObject({ registrant: contact.id, authCode: 'secret-2', sponsor: 'tienda' });
  });

  test('what the registry will never do is a refusal with its reason', async () => {
    const gateway = registry();
    await gateway.needContact(contact);
    expect(await gateway.create(domain('www.com'), 'TIENDA-0002')).toEqual({ type: 'refused', reason: 'Reserved' });
    expect(await gateway.create(domain(`${unique('sw')}.org`, 11), 'TIENDA-0003')).toMatchObject({ type: 'refused' });
  });

  test.each(['dropBefore', 'dropAfter', 'refuse', 'garble'])('%s says nothing certain', async (kind) => {
    const gateway = registry();
    await gateway.needContact(contact);
    await fault({ on: 'createDomain', kind, times: 1 });
    await expect(gateway.create(domain(`${unique('sw')}.org`), 'TIENDA-0004')).rejects.toBeInstanceOf(RegistrySilent);
  });
});
