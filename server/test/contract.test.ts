import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { Contract } from './contract';
import { ServerProcess, unique } from './serverProcess';

interface Operation {
  readonly responses: Readonly<
    Record<string, { readonly content?: Readonly<Record<string, { readonly schema: object }>> }>
  >;
  readonly security: readonly object[];
  readonly parameters: readonly { readonly name: string; readonly in: string }[];
}

let server: ServerProcess;
let visitor: Visitor;

beforeAll(async () => {
  server = await ServerProcess.start(4);
  visitor = await server.visitor();
});
afterAll(() => server.end());

test('everything that Tienda needs answers', async () => {
  const health = await visitor.expect(200, 'GET', '/api/health');
  expect(health).toMatchObject({ ok: true, database: true, version: expect.stringMatching(/^\d+\.\d+\.\d+$/) });
  expect(health.registries.length).toBeGreaterThanOrEqual(3);
});

test('every extension gives what the contract says', async () => {
  const extensions = await visitor.expect(200, 'GET', '/api/extensions');
  expect(extensions.length).toBeGreaterThanOrEqual(12);
  for (const extension of extensions)
    expect(extension).toMatchObject({
      label: expect.any(String),
      prices: {
        register: expect.any(Number),
        renew: expect.any(Number),
        transfer: expect.any(Number),
        restore: expect.any(Number),
      },
      yearlyFee: expect.any(Number),
      terms: { register: expect.any(Array), renew: expect.any(Array) },
      privacy: { policy: expect.any(String), price: expect.any(Number) },
      history: expect.any(Array),
    });
  expect(await visitor.expect(200, 'GET', '/api/rates')).toMatchObject({ base: 'USD', rates: { EUR: '0.92' } });
});

test('the document describes every body by its rules', async () => {
  const { openapi, paths, components } = await visitor.expect(200, 'GET', '/api/openapi.json');
  expect(openapi).toBe('3.1.0');
  const quotes = paths['/api/quotes'].post;
  expect(quotes.requestBody.content['application/json'].schema.$ref).toBe('#/components/schemas/QuoteRequestModel');
  expect(components.schemas.QuoteRequestModel.properties.items).toMatchObject({ type: 'array', maxItems: 500 });
  expect(components.schemas.QuoteItemModel.properties.years).toMatchObject({
    type: 'integer',
    minimum: 1,
    maximum: 10,
  });
});

test('the document says of every operation who may call it, with which headers, what it answers and how it says no', async () => {
  const { paths } = await visitor.expect(200, 'GET', '/api/openapi.json');
  const operations = Object.entries<Record<string, Operation>>(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );
  expect(operations.length).toBeGreaterThan(70);
  for (const { path, method, operation } of operations) {
    const at = `${method} ${path}`;
    const { responses, security, parameters } = operation;
    const successes = Object.entries(responses).filter(([status]) => status.startsWith('2') && status !== '204');
    for (const [, { content }] of successes)
      expect([at, Object.values(content ?? {}).every(({ schema }) => Object.keys(schema).length > 0)]).toEqual([
        at,
        true,
      ]);
    expect([at, responses]).toEqual([
      at,
      expect.objectContaining({ '429': expect.anything(), '5XX': expect.anything() }),
    ]);
    expect([at, '401' in responses]).toEqual([at, path.startsWith('/api/me/') || path === '/api/payments/notices']);
    if (path.startsWith('/api/me/')) expect([at, security]).toEqual([at, [{ session: [] }]]);
    const headers = parameters.filter((one) => one.in === 'header').map(({ name }) => name);
    expect([at, headers.includes('X-Tienda-CSRF')]).toEqual([at, method !== 'get' && path !== '/api/payments/notices']);
  }
  const taking = operations.filter(({ operation }) =>
    operation.parameters.some(({ name }) => name === 'Idempotency-Key'),
  );
  expect(taking.map(({ path }) => path).sort()).toEqual(['/api/me/offers', '/api/me/orders', '/api/me/top-ups']);
});

test('an answer that is not what the document says is found out', async () => {
  const contract = await Contract.of(server.url);
  const headers = new Headers({ 'Content-Type': 'application/json; charset=utf-8' });
  const clock = { now: '2026-11-26T12:00:00Z', daysAhead: 0 };
  const holds = (status: number, body: unknown) => () =>
    contract.hold('GET', '/api/demo/clock', { status, body, headers });
  expect(holds(200, clock)).not.toThrow();
  expect(holds(200, { ...clock, daysAhead: '0' })).toThrow('must be number');
  expect(holds(200, { now: clock.now })).toThrow('daysAhead');
  expect(holds(200, { ...clock, secret: 1 })).toThrow('additional properties');
  expect(holds(201, clock)).toThrow('does not know');
});

test('what the document refuses of a query, the server refuses', async () => {
  const refused = [
    '/api/search?q=',
    '/api/search?q=%20',
    '/api/search?q=saltwhistle&currency=XYZ',
    '/api/search?q=saltwhistle&rest=-1',
    '/api/search?q=saltwhistle&rest=1001',
    '/api/search?q=saltwhistle&rest=soon',
    '/api/search?q=saltwhistle&fresh=yes',
    '/api/basket?check=perhaps',
    '/api/ideas?name=saltwhistle.org&for=fun',
    '/api/ideas',
  ];
  for (const target of refused) expect([target, (await visitor.send('GET', target)).status]).toEqual([target, 422]);
});

test('every route of an account is closed to those who are not signed in, whatever they send', async () => {
  const { paths } = await visitor.expect(200, 'GET', '/api/openapi.json');
  const mine = Object.keys(paths).filter((path) => path.startsWith('/api/me/'));
  expect(mine.length).toBeGreaterThanOrEqual(5);
  for (const path of mine)
    for (const method of Object.keys(paths[path])) {
      const at = path.replace(/\{\w+\}/g, 'a');
      const { status, body } = await visitor.send(method.toUpperCase(), at, method === 'get' ? undefined : {});
      expect([at, status, body.type]).toEqual([at, 401, '/problems/sign-in-needed']);
    }
});

/** Ids of every kind that a route may take, none of them the visitor's own. */
async function strangersIds(): Promise<Record<string, string>> {
  const { visitor: other } = await server.member();
  const name = `${unique('stranger')}.org`;
  const order = await untilEnded(other, (await orderNames(other, [{ name }])).id);
  const [contact] = await other.expect(200, 'GET', '/api/me/contacts');
  return { name, id: order.id, number: order.documents[0].number, contact: contact.id };
}

test('whatever belongs to someone else does not exist: every route, every id, every wrong kind of id', async () => {
  const { visitor: me } = await server.member();
  const theirs = await strangersIds();
  const document = await me.expect(200, 'GET', '/api/openapi.json');
  const { paths } = document;
  const wrong = ['nonsense', '0', '00000000-0000-0000-0000-000000000000', '%00', "';--", 'a'.repeat(300)];
  let tried = 0;
  for (const path of Object.keys(paths).filter((known) => /^\/api\/me\/.*\{/.test(known)))
    for (const method of Object.keys(paths[path]))
      for (const id of [...Object.values(theirs), ...wrong]) {
        const at = path.replace(/\{\w+\}/g, id.startsWith('%') ? id : encodeURIComponent(id));
        const sent = method === 'get' || method === 'delete' ? undefined : bodyFor(document, paths[path][method]);
        const { status, body } = await me.send(method.toUpperCase(), at, sent, { 'Idempotency-Key': unique('key') });
        tried += 1;
        const isRefused = refusals.includes(status) || startsAnew(method, path, status);
        const tells = JSON.stringify(body ?? null).includes('maren');
        expect([method, at, isRefused, tells]).toEqual([method, at, true, false]);
      }
  expect(tried).toBeGreaterThan(60);
});

/** A body that a route's own rules have nothing against, made from its schema. */
// oxlint-disable-next-line typescript/no-explicit-any -- the document is plain JSON
function bodyFor(document: any, operation: any): object | undefined {
  const reference = operation.requestBody?.content['application/json'].schema.$ref;
  if (!reference) return undefined;
  const { properties = {}, required = [] } = document.components.schemas[reference.split('/').at(-1)];
  return Object.fromEntries(required.map((field: string) => [field, valueFor(properties[field] ?? {})]));
}

function valueFor({
  type,
  minimum = 1,
  enum: choices,
}: {
  type?: string;
  minimum?: number;
  enum?: unknown[];
}): unknown {
  if (choices) return choices[0];
  if (type === 'boolean') return true;
  if (type === 'integer' || type === 'number') return Math.max(minimum, 1000);
  return type === 'array' ? [] : 'x';
}

/** Not there, or not in that form. */
const refusals = [400, 404, 422];

/** Beginning or ending to watch a name concerns nothing of anybody else. */
function startsAnew(method: string, path: string, status: number): boolean {
  return path.startsWith('/api/me/watches/') && ['put', 'delete'].includes(method) && [200, 201, 204].includes(status);
}

test('no route of an account that changes something takes a request without the session’s token', async () => {
  const { visitor: me } = await server.member();
  const { paths } = await me.expect(200, 'GET', '/api/openapi.json');
  for (const path of Object.keys(paths).filter((known) => known.startsWith('/api/me/')))
    for (const method of Object.keys(paths[path]).filter((known) => known !== 'get')) {
      const at = path.replace(/\{\w+\}/g, 'a');
      const { status, body } = await me.send(method.toUpperCase(), at, {}, { 'X-Tienda-CSRF': 'guessed' });
      expect([at, status, body.type]).toEqual([at, 403, '/problems/csrf']);
    }
});

test('the session’s cookie is out of reach of scripts and of other sites', async () => {
  const [cookie = ''] = (await fetch(`${server.url}/api/session`)).headers.getSetCookie();
  expect(cookie).toMatch(/httponly/i);
  expect(cookie).toMatch(/samesite=lax/i);
  expect(cookie).toMatch(/path=\//i);
});

test('pages come with headers that keep strangers out', async () => {
  const response = await fetch(server.url);
  const policy = response.headers.get('Content-Security-Policy') ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy).toContain("script-src 'self'");
  expect(policy).not.toContain('unsafe-inline');
  expect(response.headers.get('X-Content-Type-Options')).toBe('nosniff');
});

test('what does not exist is a problem in the interface, and the app elsewhere', async () => {
  expect((await visitor.send('GET', '/api/nowhere')).body).toMatchObject({ status: 404, type: '/problems/not-found' });
  const page = await fetch(`${server.url}/names/saltwhistle.boats`);
  expect(page.headers.get('Content-Type')).toContain('text/html');
});

test('the demo clock moves forward only', async () => {
  const { body } = await visitor.send('POST', '/api/demo/clock', { advanceDays: -1 });
  expect(body.errors[0].pointer).toBe('/advanceDays');
  const before = await visitor.expect(200, 'GET', '/api/demo/clock');
  expect(before.daysAhead).toBe(0);
});
