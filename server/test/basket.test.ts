import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(8);
});
afterAll(() => server.end());

const line = (name: string, years = 1) => ({ name, years, privacy: true, autoRenew: false });
const basketOf = (visitor: Visitor, check = false) =>
  visitor.expect(200, 'GET', `/api/basket${check ? '?check=true' : ''}`);

test('many names are put in at once, each once, in order', async () => {
  const visitor = await server.visitor();
  const [a, b] = [`${unique('sw')}.org`, `${unique('sw')}.boats`];
  await visitor.expect(200, 'POST', '/api/basket/lines', { lines: [line(b), line(a.toUpperCase(), 2), line(a, 3)] });
  const { lines } = await visitor.expect(200, 'POST', '/api/basket/lines', { lines: [line(b, 5)] });
  expect(lines.map(({ name, years }: { name: string; years: number }) => [name, years])).toEqual([
    [b, 5],
    [a, 3],
  ]);
});

test('where one of many cannot be put in none is, and every one that cannot is named', async () => {
  const visitor = await server.visitor();
  const lines = [
    line(`${unique('sw')}.org`),
    line('-x.org'),
    line('saltwhistle.paris', 3),
    line('saltwhistle.nowhere'),
  ];
  const { status, body } = await visitor.send('POST', '/api/basket/lines', { lines });
  expect(status).toBe(422);
  expect(body.errors.map(({ pointer, code }: { pointer: string; code: string }) => `${pointer} ${code}`)).toEqual([
    '/lines/1/name hyphenAtEnd',
    '/lines/2/years termNotOffered',
    '/lines/3/name unknownExtension',
  ]);
  expect((await basketOf(visitor)).lines).toEqual([]);
});

test('a basket holds five hundred names and no more', async () => {
  const visitor = await server.visitor();
  const start = unique('sw');
  const names = Array.from({ length: 500 }, (_, i) => line(`${start}${i}.org`));
  await visitor.expect(200, 'POST', '/api/basket/lines', { lines: names });
  const { status, body } = await visitor.send('PUT', `/api/basket/${start}.org`, {
    years: 1,
    privacy: true,
    autoRenew: true,
  });
  expect([status, body.errors[0].code]).toEqual([422, 'basketFull']);
  await visitor.expect(200, 'PUT', `/api/basket/${start}7.org`, { years: 4, privacy: true, autoRenew: true });
  expect((await visitor.expect(200, 'DELETE', '/api/basket')).lines).toEqual([]);
});

test('a name that someone else took meanwhile is marked, until that is taken as read', async () => {
  const visitor = await server.visitor();
  const name = `${unique('sw')}.org`;
  await visitor.send('GET', `/api/search?q=${name}`);
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 1, privacy: true, autoRenew: false });
  expect((await basketOf(visitor, true)).lines[0].changes).toBeUndefined();
  const { visitor: other } = await server.member();
  await untilEnded(other, (await orderNames(other, [{ name }])).id);
  const [changed] = (await basketOf(visitor, true)).lines;
  expect(changed).toMatchObject({
    answer: { status: 'taken' },
    changes: [{ what: 'status', was: 'available', now: 'taken' }],
  });
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 2, privacy: true, autoRenew: false });
  expect((await basketOf(visitor)).lines[0].changes).toHaveLength(1);
  expect((await visitor.expect(200, 'POST', '/api/basket/seen')).lines[0].changes).toBeUndefined();
});

test('the registries are asked of names put in unseen when the basket is checked', async () => {
  const visitor = await server.visitor();
  await visitor.expect(200, 'PUT', '/api/basket/boatyard.marine', { years: 1, privacy: false, autoRenew: false });
  expect((await basketOf(visitor, true)).lines[0].answer).toMatchObject({ status: 'premium' });
});

test('typed codes are kept with the basket, and come along on signing in with what was put in', async () => {
  const { email } = await server.member();
  const visitor = await server.visitor();
  const name = `${unique('sw')}.org`;
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 1, privacy: true, autoRenew: false });
  await visitor.expect(200, 'PUT', '/api/basket-codes', { typed: [' quayside', 'QUAYSIDE', ''], use: null });
  expect((await basketOf(visitor)).codes).toEqual({ typed: ['QUAYSIDE'], use: null });
  await visitor.expect(200, 'POST', '/api/session', { email, password: 'a slow green boat' });
  const { lines, codes } = await basketOf(visitor);
  expect(lines.map((kept: { name: string }) => kept.name)).toEqual([name]);
  expect(codes).toEqual({ typed: ['QUAYSIDE'], use: null });
  const { status, body } = await visitor.send('PUT', '/api/basket-codes', { typed: ['x'.repeat(10_000)] });
  expect([status, body.errors[0].pointer]).toEqual([422, '/typed']);
});

test('what auto-renew is set to for new names is the account’s to choose', async () => {
  const { visitor } = await server.member();
  expect((await visitor.expect(200, 'GET', '/api/session')).account).toMatchObject({ autoRenew: true });
  expect(await visitor.expect(200, 'PATCH', '/api/me/account', { autoRenew: false })).toMatchObject({
    autoRenew: false,
  });
  expect((await visitor.expect(200, 'GET', '/api/session')).account).toMatchObject({ autoRenew: false });
});
