import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { contact, login, RawClient } from './rawClient';

/** The root and the extensions' zones, as a name server answers them from what registries keep; `dig` and resolvers judge. */
const run = promisify(execFile);
const port = String(process.env['TIENDA_DNS_PORT']);
const resolverPort = String(process.env['TIENDA_RESOLVER_PORT']);

let client: RawClient;
beforeEach(async () => {
  client = await RawClient.open();
  await client.send(login);
});
afterEach(() => client.end());

interface Answer {
  readonly status: string;
  /** Secured: its signatures lead to the root's key. */
  readonly isSecured: boolean;
  readonly lines: readonly string[];
}

async function dig(...asked: readonly string[]): Promise<Answer> {
  const { stdout } = await run('dig', ['+noall', '+comments', '+answer', '+authority', '+additional', ...asked]);
  const lines = stdout.split('\n').filter((line) => line !== '' && !line.startsWith(';'));
  return {
    status: /status: (\w+)/.exec(stdout)?.[1] ?? stdout,
    isSecured: /flags:[^;]* ad[ ;]/.test(stdout),
    lines: lines.map((line) => line.replaceAll(/\s+/g, ' ')),
  };
}

const asParent = (name: string, type: string) => dig('@127.0.0.3', '-p', port, '+norecurse', name, type);
const resolved = (name: string, type: string) => dig('@127.0.0.1', '-p', resolverPort, name, type);

let made = 0;
async function registered(more: { readonly nameservers?: readonly string[] } = {}): Promise<string> {
  made += 1;
  const id = `${contact.id}p${made}`;
  const name = `parents${made}x${Date.now().toString(36)}.org`;
  await client.send({ type: 'createContact', contact: { ...contact, id } });
  const domain = { name, years: 1, registrant: id, contacts: [], authCode: 'secret-6', ...more };
  expect((await client.send({ type: 'createDomain', domain })).code).toBe(1000);
  return name;
}

test('a name is delegated as soon as its registry says so, with glue and signers, and no more once it is let go', async () => {
  const name = await registered();
  expect((await asParent(name, 'A')).lines.map((line) => line.split(' ').slice(3).join(' '))).toEqual(
    expect.arrayContaining(['NS ns1.tienda.example.', 'NS ns2.tienda.example.']),
  );
  const host = `ns1.${name}`;
  await client.send({ type: 'createHost', host, addresses: ['192.0.2.7', '2001:db8::7'] });
  const signer = { keyTag: 60485, algorithm: 13, digestType: 2, digest: 'D4B7'.repeat(16) };
  const change = {
    add: { nameservers: [host] },
    remove: { nameservers: ['ns1.tienda.example'] },
    ds: { add: [signer], remove: [] },
  };
  expect((await client.send({ type: 'updateDomain', name, ...change })).code).toBe(1000);
  const told = (await asParent(`www.${name}`, 'A')).lines.join('\n');
  for (const part of [`NS ${host}.`, `${host}.`, 'A 192.0.2.7', 'AAAA 2001:db8::7']) expect(told).toContain(part);
  expect((await asParent(name, 'DS')).lines.join('\n')).toContain('DS 60485 13 2 D4B7');
  await client.send({ type: 'updateDomain', name, add: { statuses: ['clientHold'] } });
  expect((await asParent(name, 'A')).status).toBe('NXDOMAIN');
});

test('a resolver walks from the root to the name servers, and what it hears of an extension is proven', async () => {
  expect(await resolved('org', 'SOA')).toMatchObject({ status: 'NOERROR', isSecured: true });
  expect(await resolved('nobody-has-this-one.co.uk', 'A')).toMatchObject({ status: 'NXDOMAIN', isSecured: true });
  expect(await resolved('uk', 'A')).toMatchObject({ status: 'NOERROR', isSecured: true });
  expect((await resolved('ns2.tienda.example', 'A')).lines.join()).toContain('127.0.0.2');
});

test('nobody gets a whole zone of a registry', async () => {
  const { stdout } = await run('dig', ['@127.0.0.3', '-p', port, 'org', 'AXFR']);
  expect(stdout).toContain('Transfer failed');
});
