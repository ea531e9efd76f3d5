import { execFile } from 'node:child_process';
import { createECDH } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

/** Zones signed and vouched for at their registry; `dig` and `delv` judge, from the root's key on. */
let server: ServerProcess;
let visitor: Visitor;
let database: pg.Client;

const run = promisify(execFile);
const port = String(process.env['TIENDA_DNS_PORT']);

beforeAll(async () => {
  server = await ServerProcess.start(32, { TIENDA_SWEEP_SECONDS: '0.3' });
  ({ visitor } = await server.member());
  database = new pg.Client({ connectionString: process.env['DATABASE_URL'] });
  await database.connect();
});
afterAll(async () => {
  await database.end();
  await server.end();
});

async function held(): Promise<string> {
  const name = `${unique('berth')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const record = { name: '@', type: 'A', ttl: 60, data: '192.0.2.7' };
  await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records: [record] });
  return name;
}

const wish = (status: number, name: string, wanted: string) =>
  visitor.expect(status, 'PUT', `/api/me/names/${name}/zone/signing`, { wanted });
const signing = async (name: string) => (await visitor.expect(200, 'GET', `/api/me/names/${name}/zone`)).signing;

/** Waits until a zone has come to a state. */
const untilAt = (name: string, at: string | undefined) =>
  until(
    () => signing(name),
    (now) => now?.at === at,
    24_000,
  );

/** What is waited for is over. */
async function timePasses(name: string): Promise<void> {
  const past = JSON.stringify(new Date(Date.now() - 1000).toISOString());
  const query = `update zone set signing = jsonb_set(signing, '{until}', $2::jsonb) where name = $1`;
  await database.query(query, [name, past]);
}

async function dig(server: string, ...asked: readonly string[]): Promise<string[]> {
  const { stdout } = await run('dig', [`@${server}`, '-p', port, '+norecurse', '+short', ...asked]);
  return stdout.trim().split('\n').filter(Boolean);
}

/** The tags of the keys that a zone is served with, and of those that its parent vouches for. */
async function tags(name: string): Promise<{ served: string[]; vouched: string[] }> {
  const { stdout } = await run('dig', ['@127.0.0.2', '-p', port, '+norecurse', '+multiline', name, 'DNSKEY']);
  const served = [...stdout.matchAll(/key id = (\d+)/g)].map(([, tag = '']) => tag).sort();
  const vouched = (await dig('127.0.0.3', name, 'DS')).map((line) => line.split(' ')[0] ?? '').sort();
  return { served, vouched };
}

/** What a resolver of a place that has not heard of the name before can prove. */
async function proven(place: number, name: string, type: string): Promise<string> {
  const pair = createECDH('prime256v1');
  pair.setPrivateKey(process.env['TIENDA_PARENTS_KEY'] ?? '', 'base64');
  const anchors = path.join(mkdtempSync(path.join(os.tmpdir(), 'tienda-anchors-')), 'anchors');
  const key = pair.getPublicKey().subarray(1).toString('base64');
  writeFileSync(anchors, `trust-anchors { . static-key 257 3 13 "${key}"; };\n`);
  const resolver = String(Number(process.env['TIENDA_RESOLVER_PORT']) + place);
  const { stdout, stderr } = await run('delv', ['@127.0.0.1', '-p', resolver, '-a', anchors, '+root=.', name, type]);
  return `${stdout}${stderr}`;
}

test('a name is signed, vouched for, its key rolled over and all of it taken back, and can be proven at each step', async () => {
  const name = await held();
  await wish(200, name, 'on');
  const first = await signing(name);
  expect(first).toMatchObject({ at: 'spreading', isRollover: false });
  // Signed at once; the parent hears of it when no answer without signatures is left.
  expect(await tags(name)).toEqual({ served: [String(first.keyTag)], vouched: [] });
  expect((await dig('127.0.0.1', '+dnssec', name, 'A')).some((line) => line.startsWith('A 13 2 60'))).toBe(true);
  await wish(409, name, 'newKey');
  await timePasses(name);
  await untilAt(name, 'on');
  expect(await tags(name)).toEqual({ served: [String(first.keyTag)], vouched: [String(first.keyTag)] });
  expect(await proven(0, name, 'A')).toContain('; fully validated');
  expect(await proven(0, `nothing.${name}`, 'A')).toMatch(/negative response, fully validated/);

  await wish(200, name, 'newKey');
  const second = await signing(name);
  const both = [String(first.keyTag), String(second.keyTag)].sort();
  expect(await tags(name)).toEqual({ served: both, vouched: [String(first.keyTag)] });
  await timePasses(name);
  await untilAt(name, 'fading');
  expect(await tags(name)).toEqual({ served: both, vouched: [String(second.keyTag)] });
  expect(await proven(0, name, 'A')).toContain('; fully validated');
  expect(Date.parse((await signing(name)).until) - Date.now()).toBeGreaterThan(3500_000);
  await timePasses(name);
  await untilAt(name, 'on');
  expect(await tags(name)).toEqual({ served: [String(second.keyTag)], vouched: [String(second.keyTag)] });
  expect(await proven(1, name, 'A')).toContain('; fully validated');

  await wish(200, name, 'off');
  await untilAt(name, 'fading');
  expect(await tags(name)).toEqual({ served: [String(second.keyTag)], vouched: [] });
  await timePasses(name);
  await untilAt(name, undefined);
  expect(await tags(name)).toEqual({ served: [], vouched: [] });
  expect(await proven(2, name, 'A')).toContain('; unsigned answer');
});

test('a forward and an ALIAS are signed like any address, for one name and for all that an asterisk stands for', async () => {
  const name = await held();
  const data = 'sites.quayhost.example';
  const records = [
    { name: '@', type: 'FORWARD', ttl: 60, data },
    { name: '*.stall', type: 'ALIAS', ttl: 60, data },
  ];
  await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 1, records });
  await wish(200, name, 'on');
  await timePasses(name);
  await untilAt(name, 'on');
  // A resolver that nobody asked about it before it was vouched for.
  for (const host of [name, `one.stall.${name}`]) expect(await proven(1, host, 'A')).toContain('; fully validated');
});

test('what is signed here is not taken to others before that is switched off; switched off at once it leaves nothing', async () => {
  const name = await held();
  await wish(200, name, 'on');
  await wish(200, name, 'off');
  expect(await signing(name)).toBeUndefined();
  expect(await tags(name)).toEqual({ served: [], vouched: [] });
  await wish(200, name, 'on');
  await timePasses(name);
  await untilAt(name, 'on');
  const delegation = { nameservers: ['ns1.quayhost.example', 'ns2.quayhost.example'] };
  const refused = await visitor.expect(409, 'PATCH', `/api/me/names/${name}`, { delegation });
  expect(refused).toMatchObject({ because: 'signed', facts: { name } });
  expect(refused.detail).toContain('is signed by Tienda');
  // Nobody else says by which keys, and a host of its own can be set meanwhile.
  const hosts = [{ host: `ns1.${name}`, addresses: ['192.0.2.9'] }];
  await visitor.expect(200, 'PATCH', `/api/me/names/${name}`, { delegation: { nameservers: null, hosts, ds: [] } });
  expect((await tags(name)).vouched).toHaveLength(1);
});

test('what was not signed in time for another move is told so, and others sign names of others', async () => {
  const name = await held();
  await wish(409, name, 'off');
  await wish(409, name, 'again');
  const { errors } = await wish(422, name, 'sideways');
  expect(errors).toMatchObject([{ pointer: '/wanted' }]);
  const { visitor: other } = await server.member();
  await other.expect(404, 'PUT', `/api/me/names/${name}/zone/signing`, { wanted: 'on' });
  const delegation = { nameservers: ['ns1.quayhost.example', 'ns2.quayhost.example'] };
  await wish(200, name, 'on');
  await visitor.expect(200, 'PATCH', `/api/me/names/${name}`, { delegation });
  await timePasses(name);
  // Nobody asks here any more: nothing is signed, and no registry vouches for it.
  await untilAt(name, undefined);
  expect((await wish(409, name, 'on')).type).toContain('signing-elsewhere');
});
