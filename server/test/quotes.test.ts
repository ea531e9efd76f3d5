import fc from 'fast-check';
import { readyToOrder, type Visitor } from '../../scripts/demo.mjs';
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
/** Without a promo code unless one is asked for. */
const quote = (items: object[], more: object = {}) =>
  visitor.expect(200, 'POST', '/api/quotes', request(items, { use: null, ...more }));

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
  ['a list in place of an item', [[]], {}, '/items'],
  ['a list in place of the customer', [item('saltwhistle.org')], { customer: [] }, '/customer'],
  ['a price of the client’s own', [item('saltwhistle.org', { price: 1 })], {}, '/items/0/price'],
  ['growth as a number', [item('saltwhistle.org')], { growth: 0.5 }, '/growth'],
  ['wild growth', [item('saltwhistle.org')], { growth: '1e9' }, '/growth'],
])('%s is refused, and the field is named', async (_, items, more, pointer) => {
  const { status, body, headers } = await visitor.send('POST', '/api/quotes', request(items, more));
  expect(headers.get('Content-Type')).toContain('application/problem+json');
  expect([status, body.errors[0].pointer]).toEqual([422, pointer]);
  expect(body.errors[0].detail).toMatch(/\.$/);
});

test('whatever is sent in place of a field, the answer is never a fault of the server and names a field', async () => {
  const good: Record<string, unknown> = { ...request([item('saltwhistle.org')]), use: null, growth: '0.03' };
  const paths = [
    ...Object.keys(good).map((field) => [field]),
    ['items', 0],
    ...Object.keys(item('')).map((field) => ['items', 0, field]),
    ['codes', 0],
    ...['country', 'kind', 'vatId', 'isNew', 'none'].map((field) => ['customer', field]),
    ['none'],
  ];
  const odd = fc.oneof(
    fc.jsonValue({ maxDepth: 2 }),
    fc.string({ unit: 'grapheme' }),
    fc.constantFrom(null, -1, 1e308, '', 'x'.repeat(10_000), '0.9999999', '__proto__', 'xn--', '.'.repeat(300)),
    fc.constantFrom('\ud800', 'x\udfff', 'a\0b', '\ufffe', 'Ma\u000bren'),
  );
  await fc.assert(
    fc.asyncProperty(fc.constantFrom(...paths), odd, async (path, value) => {
      const { status, body } = await visitor.send('POST', '/api/quotes', replaced(good, path, value));
      if (status === 200) return;
      expect(status).toBe(422);
      expect(body.errors[0]).toEqual({
        pointer: expect.stringMatching(/^(\/|$)/),
        code: expect.any(String),
        detail: expect.stringMatching(/[.!?]$/),
      });
    }),
    { numRuns: 250 },
  );
});

/** The same JSON with one value in another place. */
function replaced(json: unknown, [step, ...rest]: readonly (string | number)[], value: unknown): unknown {
  if (step === undefined) return value;
  if (Array.isArray(json)) return [replaced(json[Number(step)], rest, value)];
  const object = Object.entries(typeof json === 'object' && json ? json : {});
  const of = object.find(([key]) => key === step)?.[1];
  return Object.fromEntries([...object.filter(([key]) => key !== step), [step, replaced(of, rest, value)]]);
}

test('a body that is not JSON is told so', async () => {
  const response = await fetch(`${server.url}/api/quotes`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{"currency":',
  });
  expect(response.status).toBe(400);
  expect(await response.json()).toMatchObject({ type: '/problems/bad-json' });
});

test('a VAT number is kept only where it is one of its country, and then nothing is charged across the border', async () => {
  const { visitor: member } = await server.member();
  const { marenContact } = await import('../../scripts/demo.mjs');
  const french = { ...marenContact, country: 'FR', postalCode: '29100', phone: '+33 1 99 00 12 34' };
  const keep = (vatId: string) => member.send('POST', '/api/me/contacts', { ...french, vatId });
  const refused = await keep('FR00000000000');
  expect([refused.status, refused.body.errors[0].pointer]).toEqual([422, '/vatId']);
  const vatId = 'FR83404833048';
  expect((await keep(vatId)).body).toMatchObject({ vatId });
  const { tax } = await quote([item('saltwhistle.org')], {
    customer: { country: 'FR', kind: 'business', vatId, isNew: true },
  });
  expect(tax).toEqual({ rate: '0', amount: 0, basis: 'reverseCharge' });
});

test('a price found dearer at the order is what every server quotes from then on', async () => {
  const second = await ServerProcess.start(18);
  try {
    const { visitor: buyer } = await server.member();
    const other = await second.visitor();
    for (let round = 0; round < 5; round += 1) {
      const name = `${unique('sw')}.org`;
      const items = [{ name, action: 'register' as const, years: 1, privacy: true, autoRenew: false }];
      const { order } = await readyToOrder(buyer, items);
      await buyer.expect(204, 'POST', '/api/demo/prices', { name, create: 90_000, renew: 1200 });
      const refused = await buyer.send('POST', '/api/me/orders', order, { 'Idempotency-Key': unique('key') });
      expect(refused.body.type).toBe('/problems/quote-changed');
      const customer = { country: 'MX', kind: 'person', isNew: false };
      const request = { currency: 'USD', items, codes: [], use: null, customer };
      const quotes = await Promise.all(
        [buyer, other].map((asker) => asker.expect(200, 'POST', '/api/quotes', request)),
      );
      expect(quotes.map(({ lines }) => lines[0].net)).toEqual([90_000, 90_000]);
    }
  } finally {
    await second.end();
  }
});
