import { Resolver } from 'node:dns/promises';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { fault, ServerProcess, unique, untilSettled } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(3);
});
afterEach(async () => fault(await server.visitor(), 'lanternhead'));
afterAll(() => server.end());

const digest = 'D4B7D520E7BB5F0F67674A0CCEB1E3E0614B93C4F9E99B8383F6A1E4469DA50A';
const signer = { keyTag: 60485, algorithm: 13, digestType: 2, digest };
const quayhost = ['ns1.quayhost.example', 'ns2.quayhost.example'];
const addresses = ['192.0.2.7', '2001:db8::7'];

/** Somebody who holds names, and what their registry has of them. */
async function holder(count = 1) {
  const { visitor } = await server.member();
  const names = Array.from({ length: count }, () => `${unique('point')}.org`);
  const [name = ''] = names;
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((one) => ({ name: one })),
      )
    ).id,
  );
  const change = (delegation: object, of = name) => visitor.send('PATCH', `/api/me/names/${of}`, { delegation });
  const look = (of = name) => visitor.expect(200, 'GET', `/api/me/names/${of}/registry`);
  const log = async () =>
    (await visitor.expect(200, 'GET', `/api/me/names/${name}/log`))
      .map(({ what }: { what: { type: string } }) => what)
      .filter(({ type }: { type: string }) => type === 'delegated');
  const held = () => visitor.expect(200, 'GET', `/api/me/names/${name}`);
  const settled = (of = name) => untilSettled(visitor, of);
  return { visitor, name, names, change, held, look, log, settled };
}

test('a name is put on other nameservers, one below itself with its addresses, signed, and back again', async () => {
  const { visitor, name, change, held, look, log } = await holder();
  const own = { host: `ns1.${name}`, addresses };
  const nameservers = [own.host, quayhost[0]];
  const pointed = await change({ nameservers, hosts: [own], ds: [signer] });
  expect(pointed.body.delegation).toEqual({ nameservers, hosts: [own], ds: [signer] });
  expect(await look()).toMatchObject({ there: { delegation: { hosts: [own], ds: [signer] } }, differences: [] });
  const { body } = await visitor.send('GET', `/api/lookup/${name}`);
  const published = typeof body === 'string' ? JSON.parse(body) : body;
  expect(published).toMatchObject({
    nameservers: [
      { ldhName: own.host, ipAddresses: { v4: ['192.0.2.7'], v6: ['2001:db8::7'] } },
      { ldhName: 'ns1.quayhost.example' },
    ],
    secureDNS: { delegationSigned: true },
  });
  // Another address, and other nameservers: the signers of those before go with them.
  const moved = { ...own, addresses: ['192.0.2.8'] };
  expect((await change({ nameservers: quayhost, hosts: [moved] })).body.delegation).toEqual({
    nameservers: quayhost,
    hosts: [moved],
    ds: [],
  });
  expect((await look()).there.delegation).toEqual({ nameservers: quayhost, hosts: [moved], ds: [] });
  expect((await change({ nameservers: null, hosts: [] })).body).not.toHaveProperty('delegation');
  expect(await look()).toMatchObject({
    there: { delegation: { nameservers: ['ns1.tienda.example', 'ns2.tienda.example'], hosts: [] } },
    differences: [],
  });
  expect(await log()).toEqual([
    { type: 'delegated', nameservers: null, signed: false },
    { type: 'delegated', nameservers: quayhost, signed: false },
    { type: 'delegated', nameservers, signed: true },
  ]);
  expect((await held()).delegation).toBeUndefined();
});

test('a host that other names are delegated to stays, and that is said', async () => {
  const { names, change, look, log } = await holder(2);
  const [name = '', other = ''] = names;
  const own = { host: `ns1.${name}`, addresses };
  await change({ nameservers: null, hosts: [own] });
  expect((await change({ nameservers: [own.host, quayhost[0]] }, other)).body.delegation.nameservers).toHaveLength(2);
  expect((await change({ nameservers: null, hosts: [] })).body.delegation.hosts).toEqual([own]);
  expect((await log())[0]).toMatchObject({ kept: [own.host] });
  await change({ nameservers: null }, other);
  expect((await change({ nameservers: null, hosts: [] })).body).not.toHaveProperty('delegation');
  expect((await look()).differences).toEqual([]);
});

test('a nameserver that the registry does not take is refused in its words, and nothing is changed', async () => {
  const { change, look, held } = await holder();
  const refused = await change({ nameservers: ['ns1.saltwhistle.com', quayhost[0]] });
  expect([refused.status, refused.body.type]).toEqual([409, '/problems/registry-refused']);
  expect(refused.body.detail).toContain('saltwhistle.com');
  expect((await held()).delegation).toBeUndefined();
  expect((await look()).differences).toEqual([]);
  // And with others it goes on.
  expect((await change({ nameservers: quayhost })).body.delegation.nameservers).toEqual(quayhost);
});

test.each(['createHost', 'updateDomain', 'infoHost'])(
  'a registry that is silent after %s is asked before it is told again: done once, and the same there and here',
  async (on) => {
    const { visitor, name, change, look, log, settled } = await holder();
    const own = { host: `ns1.${name}`, addresses };
    await fault(visitor, 'lanternhead', { on, kind: 'dropAfter', times: 2 });
    await change({ nameservers: [own.host, 'ns3.quayhost.example'], hosts: [own], ds: [signer] });
    expect((await settled()).delegation).toMatchObject({ hosts: [own], ds: [signer] });
    expect((await look()).differences).toEqual([]);
    expect(await log()).toHaveLength(1);
  },
);

test('each thing that cannot be so is named with its remedy', async () => {
  const { change } = await holder();
  const wrong = await change({
    nameservers: ['ns1.quayhost.example', '192.0.2.7'],
    hosts: [{ host: 'ns1.quayhost.example', addresses: ['192.168.1.1'] }],
    ds: [{ ...signer, algorithm: 5 }],
  });
  const problems = wrong.body.errors.map(({ pointer, code }: { pointer: string; code: string }) => [pointer, code]);
  expect([wrong.status, problems]).toEqual([
    422,
    [
      ['/delegation/nameservers/1', 'notAHost'],
      ['/delegation/hosts/0', 'notBelow'],
      ['/delegation/ds/0', 'ds:algorithm'],
    ],
  ]);
  expect((await change({ nameservers: 'ns1.quayhost.example' })).status).toBe(422);
  expect((await change({ nameservers: null, ds: [signer] })).body.errors[0].code).toBe('dsWithOwn');
  expect((await change({ hosts: [] })).status).toBe(422);
});

test('many are pointed somewhere together; the one that needs more than that is left out, and it is taken back', async () => {
  const { visitor, names, settled, look } = await holder(3);
  const [name = '', ...others] = names;
  const change = (delegation: object, some = names) =>
    visitor.expect(200, 'POST', '/api/me/name-changes', { names: some, delegation });
  const nameservers = [`ns1.${name}`, quayhost[0]];
  await visitor.send('PATCH', `/api/me/names/${name}`, {
    delegation: { nameservers: null, hosts: [{ host: `ns1.${name}`, addresses }] },
  });
  const { cannot } = await change({ nameservers: [`ns1.${others[0]}`, quayhost[0]] });
  expect(cannot).toEqual([others[0]]);
  for (const one of names) await settled(one);
  await change({ nameservers });
  for (const one of names) expect((await settled(one)).delegation).toMatchObject({ nameservers });
  await change({ nameservers: [] }, others);
  for (const one of others) await settled(one);
  const listed = await visitor.expect(200, 'GET', '/api/me/names?delegated=0');
  expect(listed.map((one: { name: string }) => one.name).sort()).toEqual([...others].sort());
  expect(await visitor.expect(200, 'GET', '/api/me/name-counts')).toMatchObject({ all: 3, undelegated: 2 });
  expect((await look(others[0])).differences).toEqual([]);
});

test('a name is given back with the hosts below it, unless another name uses one', async () => {
  const { visitor, names, change, settled } = await holder(2);
  const [name = '', other = ''] = names;
  const own = { host: `ns1.${name}`, addresses };
  await change({ nameservers: [own.host, quayhost[0]], hosts: [own] });
  await change({ nameservers: [own.host, quayhost[0]] }, other);
  const giveBack = async (key: string) =>
    visitor.send('POST', `/api/me/names/${name}/give-back`, {}, { 'Idempotency-Key': key });
  const refused = await giveBack('one');
  expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining(own.host)]);
  await change({ nameservers: null }, other);
  await settled(other);
  expect((await giveBack('two')).body.done).toBe(true);
  expect((await visitor.send('GET', `/api/lookup/${name}`)).status).toBe(404);
});

test('nameservers are asked whether they answer for a name before it goes there; then everyone finds it there', async () => {
  const { visitor, name, change } = await holder();
  const { visitor: other } = await server.member();
  const path = `/api/me/names/${name}/nameserver-looks`;
  const own = { host: `ns1.${name}`, addresses: ['192.0.2.9'] };
  const asked = [...quayhost, 'ns1.lanternhead.example', 'ns.nowhere.example', 'sites.quayhost.example', own.host];
  const found = await visitor.expect(200, 'POST', path, { nameservers: asked, hosts: [own] });
  const address = '127.0.0.7';
  expect(found).toEqual([
    ...quayhost.map((host) => ({ host, finding: 'answers', address })),
    { host: asked[2], finding: 'others', address: '127.0.0.3' },
    { host: asked[3], finding: 'noAddress' },
    { host: asked[4], finding: 'hidden' },
    { host: own.host, finding: 'silent', address: '192.0.2.9' },
  ]);
  expect((await visitor.expect(200, 'POST', path, { nameservers: null }))[0]).toMatchObject({ finding: 'answers' });
  const inward = { host: own.host, addresses: ['127.0.0.1'] };
  await visitor.expect(422, 'POST', path, { nameservers: [own.host, quayhost[0]], hosts: [inward] });
  await other.expect(404, 'POST', path, { nameservers: quayhost });
  await change({ nameservers: quayhost });
  const resolver = new Resolver({ timeout: 3000, tries: 2 });
  resolver.setServers([`127.0.0.1:${process.env['TIENDA_RESOLVER_PORT']}`]);
  expect(await resolver.resolve4(`www.${name}`)).toEqual(['127.0.0.5']);
});
