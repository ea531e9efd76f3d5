import type { Visitor } from '../../scripts/demo.mjs';
import { ServerProcess } from './serverProcess';

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
