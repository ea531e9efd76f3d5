import { readFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { orderNames, readyToOrder, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { restartPostgres } from '../../scripts/postgres.mjs';
import { EppRegistry } from '../src/gateways/registry/eppRegistry';
import { buyer, fault, intentsOf, ServerProcess, unique, untilOrder } from './serverProcess';

let server: ServerProcess;
const registryPort = Number(process.env['TIENDA_REGISTRY_PORT']);

beforeAll(async () => {
  server = await ServerProcess.start(9, { TIENDA_REGISTRY_TIMEOUT_MS: '2500', TIENDA_SWEEP_SECONDS: '1' });
});
afterEach(async () => {
  const visitor = await server.visitor();
  for (const standIn of ['lanternhead', 'quarrystone', 'ropewalk', 'payments']) await fault(visitor, standIn);
});
afterAll(() => server.end());

const org = () => `${unique('fault')}.org`;
const buy = async (visitor: Visitor, name: string) => untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);

/** The order was carried out once, and charged once. */
async function expectOnce(order: { id: string; status: string; total: number; events: { type: string }[] }) {
  expect(order.status).toBe('done');
  expect(typesOf(order).filter((type) => type === 'done')).toHaveLength(1);
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'captured', captured: order.total }]);
}

describe('a registry', () => {
  test.each([
    ['answers after we gave up waiting', { on: 'createDomain', kind: 'delay', ms: 3500, times: 1 }],
    ['is silent on the contact', { on: 'createContact', kind: 'dropBefore', times: 1 }],
    ['made the contact and hung up', { on: 'createContact', kind: 'dropAfter', times: 1 }],
    ['fails with 2400 three times', { on: 'createDomain', kind: 'refuse', times: 3 }],
    ['talks nonsense, then hangs up', { on: 'createDomain', kind: 'garble', times: 2 }],
  ])('that %s gets the name registered once', async (_, trouble) => {
    const { visitor } = await server.member();
    await fault(visitor, 'lanternhead', trouble);
    await expectOnce(await buy(visitor, org()));
  });

  test('that does it, hangs up, and cannot even be asked at first, is asked until it can', async () => {
    const { visitor } = await server.member();
    await fault(
      visitor,
      'lanternhead',
      { on: 'createDomain', kind: 'dropAfter', times: 1 },
      { on: 'infoDomain', kind: 'dropBefore', times: 2 },
    );
    await expectOnce(await buy(visitor, org()));
  });

  test('that has no session left for us is waited for', async () => {
    const { visitor } = await server.member();
    const name = org();
    const ready = await readyToOrder(visitor, [{ name }]);
    const certificate = readFileSync(path.join(process.env['TIENDA_DATA'] ?? '', 'tls', 'registry.cert.pem'), 'utf8');
    const address = {
      host: '127.0.0.1',
      port: registryPort,
      certificate,
      clientId: 'tienda',
      password: process.env['TIENDA_REGISTRY_PASSWORD'] ?? '',
      timeoutMs: 5000,
    };
    // Sessions that our server has open end with the answers it no longer gets.
    await fault(visitor, 'lanternhead', { on: '*', kind: 'dropBefore', times: 4 });
    for (let look = 0; look < 4; look += 1) await visitor.send('GET', `/api/search?q=${unique('drop')}.org&fresh=1`);
    await fault(visitor, 'lanternhead');
    const greedy = new EppRegistry('lanternhead', address, 8, 20);
    await Promise.all(Array.from({ length: 8 }, () => greedy.info(unique('greedy') + '.org').catch(() => undefined)));
    const send = () => visitor.send('POST', '/api/me/orders', ready.order, { 'Idempotency-Key': ready.quote.id });
    const sent = send();
    await pause(1500);
    greedy.close();
    // A registry that was silent is left alone for a moment, and the buyer is asked to try again.
    const first = await sent;
    const placed = first.status === 503 ? await until(send, ({ status }) => status !== 503) : first;
    await expectOnce(await untilEnded(visitor, placed.body.id));
  });

  test('whose price rose after the order was placed is not paid more: it stops and says so', async () => {
    const { visitor } = await server.member();
    const name = `${unique('fault')}.lake`;
    await fault(visitor, 'payments', { on: 'authorise', kind: 'delay', ms: 3000, times: 1 });
    const { id } = await orderNames(visitor, [{ name }]);
    await fetch(`http://127.0.0.1:${registryPort + 9}/prices/${name}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ create: 90_000, renew: 45_000 }),
    });
    const order = await untilEnded(visitor, id);
    expect(order.lines[0].state).toMatchObject({
      at: 'refused',
      cause: 'price',
      reason: expect.stringContaining('900.00 USD for the first year, then 450.00 USD a year'),
    });
    expect(await intentsOf(id)).toMatchObject([{ status: 'voided', captured: 0 }]);
  });
});

describe('a registry that looks at names first', () => {
  test('is waited for, is heard when it has decided, and its refusal costs nothing', async () => {
    const { visitor } = await server.member();
    const [kept, refused] = [`${unique('slow')}.tw`, `${unique('bank')}.tw`];
    const { id } = await orderNames(visitor, [{ name: kept }, { name: refused }]);
    const pending = await untilOrder(visitor, id, ({ events }) => typesOf({ events }).includes('pending'));
    expect(pending.status).toBe('atRegistry');
    expect((await visitor.send('GET', `/api/search?q=${kept}&fresh=1`)).body).toContain('"status":"taken"');
    const order = await untilEnded(visitor, id, 60_000);
    expect(order.status).toBe('partlyDone');
    expect(order.lines.map(({ state }: { state: { at: string; reason?: string } }) => state)).toMatchObject([
      { at: 'done' },
      { at: 'refused', reason: 'The registry refused it: “Names of banks and insurers need a licence”.' },
    ]);
    const [intent] = await intentsOf(id);
    expect(intent?.captured).toBe(order.payment.amount);
    expect(intent?.captured).toBeLessThan(order.total);
  });

  test('that hung up after taking the name up is asked, and waited for like any other', async () => {
    const { visitor } = await server.member();
    await fault(visitor, 'ropewalk', { on: 'createDomain', kind: 'dropAfter', times: 1 });
    const { id } = await orderNames(visitor, [{ name: `${unique('slow')}.tw` }]);
    const order = await untilEnded(visitor, id, 60_000);
    expect(typesOf(order)).toEqual(['placed', 'authorised', 'sent', 'pending', 'done', 'captured', 'told']);
  });
});

describe('a payment provider', () => {
  test.each([
    ['took the money and hung up', { on: 'capture', kind: 'dropAfter', times: 1 }],
    ['did not take it at first', { on: 'capture', kind: 'refuse', times: 2 }],
    ['took it late', { on: 'capture', kind: 'delay', ms: 5500, times: 1 }],
  ])('that %s charges once', async (_, trouble) => {
    const { visitor } = await server.member();
    await fault(visitor, 'payments', trouble);
    await expectOnce(await buy(visitor, org()));
  });

  test('that let the money go and hung up has let it go once', async () => {
    const { visitor } = await server.member();
    const name = org();
    const quick = await server.member();
    await fault(visitor, 'payments', { on: 'authorise', kind: 'delay', ms: 4500, times: 1 });
    const { id } = await orderNames(visitor, [{ name }]);
    await pause(1000);
    await buy(quick.visitor, name);
    await fault(visitor, 'payments', { on: 'void', kind: 'dropAfter', times: 1 });
    const order = await untilEnded(visitor, id);
    expect([order.status, typesOf(order).filter((type) => type === 'voided')]).toEqual(['notDone', ['voided']]);
    expect(await intentsOf(id)).toMatchObject([{ status: 'voided', captured: 0 }]);
  });

  test('that cannot be asked about a wallet for a while is asked again', async () => {
    const { visitor } = await server.member();
    const { id } = await orderNames(visitor, [{ name: org() }], { payment: { method: 'wallet' } });
    await untilOrder(visitor, id, ({ status }) => status === 'waitingForPayment');
    await fault(visitor, 'payments', { on: 'look', kind: 'dropBefore', times: 2 });
    await buyer(id, 'wallet/approve');
    await expectOnce(await untilEnded(visitor, id, 50_000));
  });
});

test('PostgreSQL that crashes and starts again during orders loses none of them', async () => {
  const directory = process.env['TIENDA_POSTGRES_DIRECTORY'];
  if (!directory) return console.warn('PostgreSQL is not ours to restart: skipped');
  const members = await Promise.all(Array.from({ length: 4 }, () => server.member()));
  const placed = await Promise.all(
    members.map(({ visitor }) => orderNames(visitor, [{ name: org() }, { name: org() }])),
  );
  await pause(150);
  restartPostgres(directory);
  await pause(1000);
  for (const [index, { visitor }] of members.entries())
    await expectOnceEach(await untilEnded(visitor, placed[index].id, 80_000));
});

async function expectOnceEach(order: { id: string; status: string; total: number; events: { type: string }[] }) {
  expect(order.status).toBe('done');
  expect(typesOf(order).filter((type) => type === 'done')).toHaveLength(2);
  expect(await intentsOf(order.id)).toMatchObject([{ status: 'captured', captured: order.total }]);
}

/** How many want the same name at once; `npm run chaos` has many more. */
const buyers = Number(process.env['TIENDA_CHAOS_BUYERS'] ?? 24);

test(`of ${buyers} buyers of one name at once, over two servers, one gets it and nobody else pays`, async () => {
  const second = await ServerProcess.start(10, { TIENDA_SWEEP_SECONDS: '1' });
  try {
    const name = org();
    const members = [];
    for (let index = 0; index < buyers; index += 1) members.push(await (index % 2 === 0 ? server : second).member());
    const ready = await Promise.all(members.map(({ visitor }) => readyToOrder(visitor, [{ name }])));
    const placed = await Promise.all(
      members.map(({ visitor }, index) =>
        visitor.send('POST', '/api/me/orders', ready[index]?.order, { 'Idempotency-Key': unique('many') }),
      ),
    );
    expect(placed.filter(({ status }) => ![201, 409, 422].includes(status))).toEqual([]);
    let registered = 0;
    for (const [index, { status, body }] of placed.entries()) {
      const visitor = members[index]?.visitor;
      if (status !== 201 || !visitor) continue;
      const order = await untilEnded(visitor, body.id, 120_000);
      const [intent] = await intentsOf(body.id);
      if (order.status === 'done') registered += 1;
      expect(intent?.captured ?? 0).toBe(order.status === 'done' ? order.total : 0);
      expect(intent?.status).toBe(order.status === 'done' ? 'captured' : 'voided');
    }
    expect(registered).toBe(1);
  } finally {
    await second.end();
  }
}, 300_000);
