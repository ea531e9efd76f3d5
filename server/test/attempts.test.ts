import { orderNames, readyToOrder, tokenFor, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { buyer, fault, intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(13, { TIENDA_SWEEP_SECONDS: '1' });
afterEach(async () => {
  const visitor = await shop.server.visitor();
  for (const standIn of ['lanternhead', 'payments']) await fault(visitor, standIn);
});

const org = () => `${unique('try')}.org`;
const advance = (visitor: Visitor, advanceDays: number) =>
  visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays });
const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);
const paymentsUrl = `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}`;

/** Once something outside has been silent about an order or a top-up. */
async function untilSilent(id: string): Promise<void> {
  const asked = `select 1 from customer_order where id = $1 and silent_since is not null
    union all select 1 from operation where order_id = $1 and deadline is not null
    union all select 1 from top_up where id = $1 and silent_since is not null`;
  await until(
    () => shop.database.query(asked, [id]),
    ({ rowCount }) => rowCount !== 0,
  );
}

/** What the provider took for an order in the end, with nothing left open. */
async function taken(orderId: string): Promise<number> {
  const intents = await intentsOf(orderId);
  for (const { status } of intents) expect(['captured', 'voided', 'declined']).toContain(status);
  return intents.reduce((sum, { captured }) => sum + captured, 0);
}

test('each attempt to pay is one order: refused, the same quote is paid another way; sent twice, it is still one', async () => {
  const { visitor } = await shop.server.member();
  const name = `${unique('sw')}.org`;
  const { order } = await readyToOrder(visitor, [{ name }], { card: '4539 0000 1111 0014' });
  const attempt = async (key: string, token?: string) => {
    const payment = token ? { method: 'card', token } : order.payment;
    const body = { ...order, payment };
    const sent = () => visitor.expect(201, 'POST', '/api/me/orders', body, { 'Idempotency-Key': key });
    const [once, twice] = await Promise.all([sent(), sent()]);
    expect(twice.id).toBe(once.id);
    return once;
  };
  const refused = await attempt('first');
  expect((await untilEnded(visitor, refused.id)).status).toBe('declined');
  const token = await tokenFor(paymentsUrl);
  const paidFor = await attempt('second', token);
  expect(paidFor.id).not.toBe(refused.id);
  const other = await attempt('third', token);
  expect(other.id).toBe(paidFor.id);
  const ended = await untilEnded(visitor, paidFor.id);
  expect([ended.status, await taken(ended.id)]).toEqual(['done', ended.total]);
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(2);
});

test('a promo code good once is free again for the attempt after a refused one', async () => {
  const { visitor } = await shop.server.member();
  const wanted = [{ name: `${unique('sw')}.boats` }];
  const first = await readyToOrder(visitor, wanted, { card: '4539 0000 1111 0014', use: 'FIRSTKNOT' });
  const send = (key: string, order: object) =>
    visitor.expect(201, 'POST', '/api/me/orders', order, { 'Idempotency-Key': key });
  await untilEnded(visitor, (await send('declined', first.order)).id);
  const payment = { method: 'card', token: await tokenFor(paymentsUrl) };
  const order = await untilEnded(visitor, (await send('paid', { ...first.order, payment })).id);
  expect([order.status, order.lines[0].discount]).toEqual(['done', 60]);
});

test('a payment that the provider never answers is given up by its buyer, and what it held is let go', async () => {
  const { visitor } = await shop.server.member();
  await fault(visitor, 'payments', { on: 'authorise', kind: 'dropAfter' });
  const name = org();
  const { id } = await orderNames(visitor, [{ name }]);
  const given = await visitor.expect(200, 'POST', `/api/me/orders/${id}/cancel`);
  expect(given.payment).toMatchObject({ at: 'declined', cause: 'cancelled' });
  await fault(visitor, 'payments');
  await untilOrder(visitor, id, (order) => typesOf(order).includes('cleared'));
  expect(await taken(id)).toBe(0);
  const again = await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  expect(again.status).toBe('done');
});

test('a provider silent for half an hour ends the order, tells its buyer, and holds nothing in the end', async () => {
  const { visitor, email } = await shop.server.member();
  await fault(visitor, 'payments', { on: 'authorise', kind: 'dropAfter' });
  const { id } = await orderNames(visitor, [{ name: org() }]);
  await untilSilent(id);
  await advance(visitor, 1);
  const ended = await untilEnded(visitor, id, 60_000);
  expect([ended.status, ended.payment.cause]).toEqual(['declined', 'silent']);
  expect((await mailTo(visitor, email, /: not paid$/)).text).toContain('gave no answer for half an hour');
  await untilOrder(visitor, id, (order) => typesOf(order).includes('cleared'));
  expect(await taken(id)).toBe(0);
});

test('a registry silent for three days ends the name with its reason, and the money is free', async () => {
  const { visitor } = await shop.server.member();
  await fault(visitor, 'lanternhead', { on: 'createDomain', kind: 'dropBefore' });
  const { id } = await orderNames(visitor, [{ name: org() }]);
  await untilSilent(id);
  await advance(visitor, 4);
  const ended = await untilEnded(visitor, id, 60_000);
  expect(ended.lines[0].state).toMatchObject({ at: 'givenUp', cause: 'silent' });
  expect(await taken(id)).toBe(0);
});

test('a transfer that comes on the fourth day is no reason to give its name up when the registry is silent once', async () => {
  const { visitor } = await shop.server.member();
  const { id } = await orderNames(visitor, [{ name: org() }], { payment: { method: 'transfer' } });
  await untilOrder(visitor, id, ({ status }) => status === 'waitingForPayment');
  await advance(visitor, 4);
  await fault(visitor, 'lanternhead', { on: 'createDomain', kind: 'dropBefore', times: 1 });
  expect(await buyer(id, 'bank/send')).toBe(303);
  expect((await untilEnded(visitor, id, 60_000)).status).toBe('done');
});

test('money held for a balance that is not answered for is shown to someone, and arrives once it is', async () => {
  const { visitor } = await shop.server.member();
  await fault(visitor, 'payments', { on: 'capture', kind: 'dropBefore' });
  const payment = { method: 'card', token: await tokenFor(paymentsUrl) };
  const wanted = { amount: 2000, currency: 'USD', payment };
  const { id } = await visitor.expect(201, 'POST', '/api/me/top-ups', wanted, { 'Idempotency-Key': unique('held') });
  await untilSilent(id);
  await advance(visitor, 4);
  const raised = () => shop.database.query('select 1 from attention where key = $1', [`top-up ${id}`]);
  await until(raised, ({ rowCount }) => rowCount !== 0);
  await fault(visitor, 'payments');
  const balance = async () => (await visitor.expect(200, 'GET', '/api/me/balance')).balances[0]?.amount;
  await until(balance, (amount) => amount === 2000);
});

test.each([2308, 2104, 2201])('a contact refused with %i ends its name with the registry’s reason', async (code) => {
  const { visitor } = await shop.server.member();
  await fault(visitor, 'lanternhead', { on: 'createContact', kind: 'refuse', code, times: 1 });
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: org() }])).id);
  expect(order.lines[0].state).toMatchObject({ cause: 'refused', said: 'The registry could not do it' });
  expect(await taken(order.id)).toBe(0);
});

test('money that the bank let go of is not asked for for ever: the names stay, and nothing is charged', async () => {
  const { visitor, email } = await shop.server.member();
  await fault(visitor, 'payments', { on: 'capture', kind: 'delay', ms: 3500, times: 1 });
  const { id } = await orderNames(visitor, [{ name: org() }]);
  await untilOrder(visitor, id, (order) => typesOf(order).includes('done'));
  expect(await buyer(id, 'bank/expire')).toBe(303);
  const ended = await untilEnded(visitor, id);
  expect([ended.status, ended.payment.at, await taken(id)]).toEqual(['done', 'lost', 0]);
  expect((await mailTo(visitor, email, /is registered$/)).text).toBeTruthy();
});

test('a transfer that is too small says what is missing, and the rest of it goes on to the names', async () => {
  const { visitor } = await shop.server.member();
  const { id } = await orderNames(visitor, [{ name: org() }], { payment: { method: 'transfer' } });
  const asked = await untilOrder(visitor, id, (order) => order.status === 'waitingForPayment');
  expect(await buyer(id, 'bank/half')).toBe(303);
  const short = await untilOrder(visitor, id, (order) => order.payment.received > 0);
  expect([short.status, short.payment.received]).toEqual(['waitingForPayment', Math.ceil(asked.total / 2)]);
  expect(await buyer(id, 'bank/send')).toBe(303);
  expect((await untilEnded(visitor, id)).status).toBe('done');
});
