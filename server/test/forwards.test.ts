import type { ChildProcess } from 'node:child_process';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { endProgram, ServerProcess, startedProgram, unique } from './serverProcess';
import { visit, type Answer } from './visit';

/** Visitors of forwarded names, as they are answered by the program that sends them on. */
let server: ServerProcess;
let visitor: Visitor;
let other: Visitor;
let forwarder: ChildProcess;

const port = Number(process.env['TIENDA_FORWARD_PORT']);
const to = 'http://sites.quayhost.example/';

beforeAll(async () => {
  server = await ServerProcess.start(31);
  ({ visitor } = await server.member());
  ({ visitor: other } = await server.member());
  forwarder = await startedProgram('forwarder', 'visitors are sent on');
});
afterAll(async () => {
  await endProgram(forwarder);
  await server.end();
});

async function held(): Promise<string> {
  const name = `${unique('berth')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  return name;
}

const forward = (name: string, data: string) => ({ name, type: 'FORWARD', ttl: 60, data });
const put = (status: number, name: string, version: number, ...records: object[]) =>
  visitor.expect(status, 'PUT', `/api/me/names/${name}/zone`, { version, records });
/** What came of visits, over HTTP and HTTPS; tried again where the resolver of a busy machine did not find out in time. */
const visits = (name: string) =>
  until(
    () => visitor.expect(200, 'GET', `/api/me/names/${name}/zone/visits/@`),
    (all) => all.every(({ outcome }: { outcome: string }) => outcome !== 'unresolved'),
  );
const tried = async (name: string) => (await visits(name))[0];

test('visitors are sent on from the moment it is saved, as it was said, and no more once it is taken away', async () => {
  const name = await held();
  expect((await visit(name)).status).toBe(404);
  await put(200, name, 0, forward('@', `${to}salt`), forward('www', `${to} temporary nothing`), forward('*.stall', to));
  await arrives(() => visit(name), 301);
  expect((await visit(`${name}:${port}`, '/boats?x=1')).headers.location).toBe(`${to}salt/boats?x=1`);
  expect(await visit(name.toUpperCase(), '/', 'POST')).toMatchObject({ status: 308 });
  const www = await visit(`www.${name}.`, '/boats');
  expect(www).toMatchObject({ status: 302, headers: { location: to, 'cache-control': 'no-store' } });
  expect((await visit(`one.stall.${name}`)).status).toBe(301);
  expect((await visit(`stall.${name}`)).status).toBe(404);
  await put(200, name, 1);
  await arrives(() => visit(name), 404);
});

test('a name that leads nowhere shows a page in the words of its holder', async () => {
  const name = await held();
  const page = { name: '@', type: 'PAGE', ttl: 60, data: '"Salt & Whistle" "We open in May."' };
  await put(200, name, 0, page);
  await arrives(() => visit(name), 200);
  const { body, headers } = await visit(name);
  expect(body).toContain('<h1>Salt &amp; Whistle</h1>');
  expect(headers['content-security-policy']).toContain("default-src 'none'");
  expect((await visit(name, '/boats')).status).toBe(404);
  expect(await tried(name)).toMatchObject({ outcome: 'works', hops: [{ status: 200 }] });
  await put(200, name, 1);
  await arrives(() => visit(name), 404);
});

test('a masked target is shown under the name, in the words of its holder', async () => {
  const name = await held();
  await put(200, name, 0, forward('@', `${to} masked path "Salt & Whistle" "Boats"`));
  await arrives(() => visit(name), 200);
  const { body, headers } = await visit(name, '/boats');
  expect(body).toContain('<title>Salt &amp; Whistle</title>');
  expect(body).toContain(`<iframe src="${to}boats"`);
  expect(headers['content-security-policy']).toContain('frame-src http://sites.quayhost.example');
});

test('a visit is tried step by step, from the resolver to the last answer', async () => {
  const name = await held();
  await put(200, name, 0, forward('@', `http://old.quayhost.example/ permanent nothing`));
  await arrives(() => visit(name), 301);
  const { hops, outcome } = await tried(name);
  expect(outcome).toBe('works');
  expect(hops).toMatchObject([
    { url: `http://${name}/`, address: '127.0.0.1', status: 301 },
    { url: 'http://old.quayhost.example/', status: 302 },
    { url: 'http://sites.quayhost.example/moved', status: 200 },
  ]);
});

test.each([
  ['round', 'round.quayhost.example permanent nothing'],
  ['failed', 'gone.quayhost.example'],
  ['private', 'inward.quayhost.example'],
  ['noAddress', 'nobody.quayhost.example'],
  ['silent', 'silent.quayhost.example'],
  ['cannotBeFramed', 'shy.quayhost.example masked'],
  ['works', 'sites.quayhost.example masked'],
])('a visit that ends as %s says so', async (outcome, data) => {
  const name = await held();
  await put(200, name, 0, forward('@', `http://${data}`));
  await arrives(async () => visit(name), data.includes('masked') ? 200 : 301);
  expect((await tried(name)).outcome).toBe(outcome);
});

test('a name whose visitors are still led elsewhere is told, and nobody tries names of others', async () => {
  const name = await held();
  const at = { name: '@', type: 'A', ttl: 3600, data: '192.0.2.7' };
  await put(200, name, 0, at);
  await visitor.expect(404, 'GET', `/api/me/names/${name}/zone/visits/@`);
  // The resolver keeps what it hears here.
  await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/sight`);
  await put(200, name, 1, forward('@', to));
  expect((await tried(name)).hops[0]).toMatchObject({ address: '192.0.2.7' });
  await other.expect(404, 'GET', `/api/me/names/${name}/zone/visits/@`);
});

test('a name that the resolver was asked for too early has no slip in it: it is not known yet', async () => {
  const name = await held();
  await put(200, name, 0, { name: '@', type: 'A', ttl: 60, data: '192.0.2.7' });
  await put(200, name, 1);
  await visitor.expect(200, 'GET', `/api/me/names/${name}/zone/sight`);
  await put(200, name, 2, forward('@', to));
  expect(await tried(name)).toEqual({ outcome: 'notYet', hops: [expect.objectContaining({ problem: 'noAddress' })] });
});

test('a port of this machine is not reached through a name that leads here', async () => {
  const name = await held();
  const inward = { name: 'inward', type: 'A', ttl: 60, data: '127.0.0.1' };
  await put(200, name, 0, inward, forward('@', `http://inward.${name}:${process.env['TIENDA_SMTP_PORT']}/`));
  await arrives(async () => visit(name), 301);
  expect((await tried(name)).outcome).toBe('private');
});

test('a certificate is fetched by itself, proven over HTTP, and the visit over HTTPS works with it', async () => {
  const name = await held();
  await put(200, name, 0, forward('@', to), forward('*', to));
  const zone = () => visitor.expect(200, 'GET', `/api/me/names/${name}/zone`);
  // Nobody can prove all that an asterisk stands for.
  expect((await zone()).certificates).toEqual([{ host: name }]);
  const { certificates } = await until(zone, (now) => now.certificates[0].goodUntil, 48_000);
  const [{ goodUntil }] = certificates;
  expect(Date.parse(goodUntil)).toBeGreaterThan(Date.now());
  expect(await visits(name)).toMatchObject([
    { outcome: 'works', hops: [{ url: `http://${name}/` }, { url: to }] },
    {
      outcome: 'works',
      hops: [
        { url: `https://${name}/`, status: 301 },
        { url: to, status: 200 },
      ],
    },
  ]);
  // Masked over HTTPS shows nothing of what is not private.
  await put(200, name, 1, forward('@', `${to} masked`));
  await arrives(() => visit(name), 200);
  const [plain, secure] = await visits(name);
  expect([plain.outcome, secure.outcome]).toEqual(['works', 'mixed']);
});

test('what cannot be a forward is told by its field', async () => {
  const name = await held();
  const { errors } = await put(422, name, 0, forward('@', 'http://10.0.0.1/'));
  expect(errors).toMatchObject([{ pointer: '/records/0/data', code: 'urlPrivate' }]);
  const loop = await put(422, name, 0, forward('@', `www.${name}`), forward('www', name));
  expect(loop.errors.map(({ code }: { code: string }) => code)).toEqual(['forwardLoop', 'forwardLoop']);
});

test('who asks for no name, or for one that is none, is told so', async () => {
  for (const host of ['', 'berth', '127.0.0.1:80', 'a'.repeat(300), 'x y.org', '[::1]'])
    expect([400, 404]).toContain((await visit(host)).status);
});

/** Waits until the forwarder has heard of a change, which is at once. */
async function arrives(look: () => Promise<Answer>, status: number): Promise<void> {
  await until(look, (answer) => answer.status === status, 3000);
}
