import type { Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;
let visitor: Visitor;

beforeAll(async () => {
  server = await ServerProcess.start(1);
  visitor = await server.visitor();
});
afterAll(() => server.end());

const item = (name: string, more: object = {}) => ({
  name,
  action: 'register',
  years: 1,
  privacy: true,
  autoRenew: true,
  ...more,
});
const request = (items: object[], more: object = {}) => ({
  currency: 'USD',
  items,
  codes: [],
  customer: { country: 'MX', kind: 'person', isNew: true },
  ...more,
});
const quote = (items: object[], more: object = {}) => visitor.expect(200, 'POST', '/api/quotes', request(items, more));

test('a quote binds for half an hour and takes the sum apart', async () => {
  const name = `${unique('sw')}.boats`;
  const { id, validUntil, lines, total, dueLater } = await quote([item(name, { years: 2 })]);
  expect(id).toMatch(/^[0-9a-f-]{36}$/);
  expect(Date.parse(validUntil) - Date.now()).toBeGreaterThan(29 * 60 * 1000);
  expect(lines[0]).toMatchObject({
    charge: 300 + 1450,
    introSaving: 800,
    fee: 36,
    privacy: 0,
    net: 1786,
    privacyPolicy: 'included',
  });
  expect(total).toBe(1786);
  expect(dueLater).toEqual([{ on: lines[0].renewal.on, name, amount: 1468 }]);
});

test('no account is needed, nor a session', async () => {
  const response = await fetch(`${server.url}/api/quotes`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(request([item('saltwhistle.org')])),
  });
  expect(response.status).toBe(200);
});

test('a premium name is quoted at its registry’s own price', async () => {
  const { lines } = await quote([item('boatyard.marine', { years: 2, privacy: false })]);
  expect(lines[0]).toMatchObject({ charge: 90000 + 3200, introSaving: 0 });
  expect(lines[0].renewal.each).toBe(3200);
});

test('a taken name is left out and says so', async () => {
  const { lines, problems } = await quote([item('saltwhistle.com'), item('saltwhistle.org')]);
  expect(lines.map(({ name }: { name: string }) => name)).toEqual(['saltwhistle.org']);
  expect(problems).toMatchObject([{ pointer: '/items/0/name', code: 'notAvailable' }]);
});

test('codes that do not exist say so, and save nothing', async () => {
  const { codes, discount } = await quote([item('saltwhistle.org')], { codes: ['REGATTA'] });
  expect(codes).toEqual([{ code: 'REGATTA', applied: false, saves: 0, reason: 'unknown' }]);
  expect(discount).toBe(0);
});

test.each([
  ['year 0', [item('saltwhistle.org', { years: 0 })], {}, '/items/0/years'],
  ['year 11', [item('saltwhistle.org', { years: 11 })], {}, '/items/0/years'],
  ['half a year', [item('saltwhistle.org', { years: 1.5 })], {}, '/items/0/years'],
  ['no items', [], {}, '/items'],
  ['501 items', Array.from({ length: 501 }, (_, i) => item(`n${i}.org`)), {}, '/items'],
  ['a name twice', [item('saltwhistle.org'), item('SALTWHISTLE.org')], {}, '/items/1/name'],
  ['an unknown currency', [item('saltwhistle.org')], { currency: 'XXX' }, '/currency'],
  ['a code of 10,000 characters', [item('saltwhistle.org')], { codes: ['x'.repeat(10_000)] }, '/codes'],
  [
    'an unknown country',
    [item('saltwhistle.org')],
    { customer: { country: 'ZZ', kind: 'person', isNew: true } },
    '/customer/country',
  ],
  ['a price of the client’s own', [item('saltwhistle.org', { price: 1 })], {}, '/items/0/price'],
  ['growth as a number', [item('saltwhistle.org')], { growth: 0.5 }, '/growth'],
  ['wild growth', [item('saltwhistle.org')], { growth: '1e9' }, '/growth'],
])('%s is refused, and the field is named', async (_, items, more, pointer) => {
  const { status, body, headers } = await visitor.send('POST', '/api/quotes', request(items, more));
  expect(headers.get('Content-Type')).toContain('application/problem+json');
  expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
  expect(body.errors[0].detail).toMatch(/\.$/);
});

test('whatever is sent in place of a field, the answer is never a fault of the server', async () => {
  const good = request([item('saltwhistle.org')]);
  const odd = [null, 7, -1, 1e308, '', 'x'.repeat(500), [], {}, [null], true];
  const bodies = [
    ...['currency', 'items', 'codes', 'use', 'customer', 'growth'].flatMap((field) =>
      odd.map((value) => ({ ...good, [field]: value })),
    ),
    ...['name', 'action', 'years', 'privacy', 'autoRenew'].flatMap((field) =>
      odd.map((value) => request([item('saltwhistle.org', { [field]: value })])),
    ),
    ...['country', 'kind', 'vatId', 'isNew'].flatMap((field) =>
      odd.map((value) => ({ ...good, customer: { ...good.customer, [field]: value } })),
    ),
  ];
  for (const body of bodies) {
    const { status } = await visitor.send('POST', '/api/quotes', body);
    if (status !== 200 && status !== 422) throw new Error(`${status} for ${JSON.stringify(body)}`);
  }
  expect(bodies).toHaveLength(150);
});

test('a body that is not JSON is told so', async () => {
  const response = await fetch(`${server.url}/api/quotes`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{"currency":',
  });
  expect(response.status).toBe(400);
  expect(await response.json()).toMatchObject({ type: '/problems/bad-json' });
});
