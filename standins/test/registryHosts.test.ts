import type { EppCommand } from '@tienda/core/epp/command';
import { contact, login, RawClient } from './rawClient';

const digest = 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A';
const signer = { keyTag: 60485, algorithm: 13, digestType: 2, digest };
const rival = { ...login, clientId: 'harbourgate' };
const registryPort = Number(process.env['TIENDA_REGISTRY_PORT']);

let client: RawClient;
beforeEach(async () => {
  client = await RawClient.open();
  await client.send(login);
});
afterEach(() => client.end());

const send = async (command: EppCommand) => (await client.send(command)).code;
let made = 0;

/** A name of the client's own. */
async function registered(more: { readonly nameservers?: readonly string[] } = {}): Promise<string> {
  made += 1;
  const id = `${contact.id}${made}`;
  const name = `hosts${made}x${Date.now().toString(36)}.org`;
  await client.send({ type: 'createContact', contact: { ...contact, id } });
  const domain = { name, years: 1, registrant: id, contacts: [], authCode: 'secret-6', ...more };
  expect(await send({ type: 'createDomain', domain })).toBe(1000);
  return name;
}

async function seen(name: string) {
  const { data } = await client.send({ type: 'infoDomain', name });
  if (data?.type !== 'domain') throw new Error(`${name} is not there`);
  return data.domain;
}

/** The lines of a zone about a name and what is below it. */
async function zoneLines(name: string): Promise<string[]> {
  const url = `http://127.0.0.1:${registryPort + 7}/zones/org.zone`;
  const answer = await fetch(url, { headers: { Authorization: `Bearer ${process.env['TIENDA_REGISTRY_PASSWORD']}` } });
  const lines = (await answer.text()).split('\n');
  const label = name.slice(0, name.indexOf('.'));
  const at = lines.findIndex((line) => line.startsWith(`${label} `));
  const its = lines.slice(at, at + 1 + lines.slice(at + 1).findIndex((line) => !line.startsWith(' ')));
  return [...(at < 0 ? [] : its), ...lines.filter((line) => line.includes(`.${name}. IN A`))].map((line) =>
    line.trim(),
  );
}

test('a host below a name is its sponsor’s to make, change and take away, and is found by its addresses', async () => {
  const name = await registered();
  const host = `ns1.${name}`;
  const addresses = ['192.0.2.7', '2001:db8::7'];
  expect(await send({ type: 'createHost', host, addresses: [] })).toBe(2003);
  expect(await send({ type: 'createHost', host, addresses })).toBe(1000);
  expect(await send({ type: 'createHost', host, addresses })).toBe(2302);
  expect((await client.send({ type: 'checkHosts', hosts: [host, `ns2.${name}`] })).data).toMatchObject({
    checks: [{ available: false }, { available: true }],
  });
  const other = await RawClient.open();
  await other.send(rival);
  expect((await other.send({ type: 'infoHost', host })).data).toMatchObject({ host: { addresses, sponsor: 'tienda' } });
  expect((await other.send({ type: 'createHost', host: `ns9.${name}`, addresses })).code).toBe(2201);
  expect((await other.send({ type: 'deleteHost', host })).code).toBe(2201);
  other.end();
  const use = { add: { nameservers: [host] }, remove: { nameservers: ['ns1.tienda.example', 'ns2.tienda.example'] } };
  expect(await send({ type: 'updateDomain', name, ...use })).toBe(1000);
  expect(await seen(name)).toMatchObject({ nameservers: [host], hosts: [host], statuses: ['ok'] });
  expect((await client.send({ type: 'infoHost', host })).data).toMatchObject({ host: { statuses: ['ok', 'linked'] } });
  expect(await zoneLines(name)).toEqual([
    expect.stringMatching(`IN NS ${host}.`),
    `${host}. IN A 192.0.2.7`,
    `${host}. IN AAAA 2001:db8::7`,
  ]);
  const published = await fetch(`http://127.0.0.1:${registryPort + 10}/domain/${name}`);
  expect(await published.json()).toMatchObject({
    nameservers: [{ ldhName: host, ipAddresses: { v4: ['192.0.2.7'], v6: ['2001:db8::7'] } }],
  });
  expect(await send({ type: 'deleteHost', host })).toBe(2305);
  expect(await send({ type: 'deleteDomain', name })).toBe(2305);
  expect(await send({ type: 'updateHost', host, remove: { addresses } })).toBe(2306);
  expect(await send({ type: 'updateHost', host, remove: { addresses: ['192.0.2.7'] } })).toBe(1000);
  expect(await zoneLines(name)).toContain(`${host}. IN AAAA 2001:db8::7`);
  expect(await send({ type: 'updateDomain', name, remove: { nameservers: [host] } })).toBe(1000);
  expect((await seen(name)).statuses).toEqual(['inactive']);
  expect(await zoneLines(name)).not.toContainEqual(expect.stringContaining('IN NS'));
  expect(await send({ type: 'deleteHost', host })).toBe(1000);
  expect(await send({ type: 'infoHost', host })).toBe(2303);
  expect(await send({ type: 'deleteDomain', name })).toBe(1000);
});

test('a host below a name elsewhere has no addresses here; one below a name that nobody holds cannot be', async () => {
  const host = `ns1.quayhost${Date.now().toString(36)}.example`;
  expect(await send({ type: 'createHost', host, addresses: ['192.0.2.7'] })).toBe(2306);
  expect(await send({ type: 'createHost', host, addresses: [] })).toBe(1000);
  expect(await send({ type: 'updateHost', host, add: { addresses: ['192.0.2.7'] } })).toBe(2306);
  const free = `ns1.nobody${Date.now().toString(36)}.org`;
  expect(await send({ type: 'createHost', host: free, addresses: ['192.0.2.7'] })).toBe(2303);
  expect(await send({ type: 'createHost', host: 'ns1.tienda.example', addresses: [] })).toBe(2302);
});

test('a host keeps what its statuses forbid', async () => {
  const name = await registered();
  const host = `ns1.${name}`;
  expect(await send({ type: 'createHost', host, addresses: ['192.0.2.7'] })).toBe(1000);
  const put = (statuses: string[]) => send({ type: 'updateHost', host, add: { statuses } });
  expect(await put(['serverDeleteProhibited'])).toBe(2306);
  expect(await put(['clientDeleteProhibited', 'clientUpdateProhibited'])).toBe(1000);
  expect(await send({ type: 'deleteHost', host })).toBe(2304);
  expect(await put(['clientDeleteProhibited'])).toBe(2304);
  const freed = { statuses: ['clientDeleteProhibited', 'clientUpdateProhibited'] };
  expect(await send({ type: 'updateHost', host, remove: freed })).toBe(1000);
  expect(await send({ type: 'deleteHost', host })).toBe(1000);
});

test('what a zone is signed with is put on and taken off, and told by EPP, RDAP and the zone', async () => {
  const name = await registered();
  const other = { ...signer, keyTag: 1 };
  const signed = (ds: Extract<EppCommand, { type: 'updateDomain' }>['ds']) =>
    send({ type: 'updateDomain', name, ...(ds ? { ds } : {}) });
  expect(await signed({ add: [signer] })).toBe(1000);
  expect(await signed({ add: [other, signer] })).toBe(1000);
  expect((await seen(name)).ds).toEqual([signer, other]);
  expect(await zoneLines(name)).toContain(`IN DS 60485 13 2 ${digest}`);
  const published = await fetch(`http://127.0.0.1:${registryPort + 10}/domain/${name}`);
  expect(await published.json()).toMatchObject({ secureDNS: { delegationSigned: true, dsData: [signer, other] } });
  expect(await signed({ remove: [signer] })).toBe(1000);
  expect((await seen(name)).ds).toEqual([other]);
  expect(await signed({ remove: 'all', add: [signer] })).toBe(1000);
  expect((await seen(name)).ds).toEqual([signer]);
  expect(await signed({ remove: 'all' })).toBe(1000);
  expect(await seen(name)).not.toHaveProperty('ds');
});
