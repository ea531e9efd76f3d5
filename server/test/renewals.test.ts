import { orderNames, placeOrder, readyToOrder, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { fault, intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(17, { TIENDA_SWEEP_SECONDS: '1' });
afterEach(async () => {
  const visitor = await shop.server.visitor();
  for (const standIn of ['lanternhead', 'payments']) await fault(visitor, standIn);
});

const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);
const yearOf = (date: string) => Number(date.slice(0, 4));
const held = (visitor: Visitor, name: string) => visitor.expect(200, 'GET', `/api/me/names/${name}`);

/** Someone who holds a name. */
async function holder(years = 1, more: object = {}) {
  const { visitor, email } = await shop.server.member();
  const name = `${unique('keep')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name, years, ...more }])).id);
  return { visitor, email, name, expiresOn: (await held(visitor, name)).expiresOn };
}

const renewal = (name: string, years = 1) => ({ name, years, action: 'renew' as const });

async function taken(orderId: string): Promise<number> {
  const intents = await intentsOf(orderId);
  return intents.reduce((sum, { captured }) => sum + captured, 0);
}

test('a name is renewed from the basket: the price shown is charged, invoiced, told, and logged', async () => {
  const { visitor, email, name, expiresOn } = await holder();
  const line = { action: 'renew', years: 2, privacy: false, autoRenew: true };
  const { lines } = await visitor.expect(200, 'PUT', `/api/basket/${name}`, line);
  // A renewal keeps the name as it is, whatever was sent.
  expect(lines).toMatchObject([{ action: 'renew', years: 2, privacy: true, autoRenew: false, heldUntil: expiresOn }]);
  const { quote, order } = await readyToOrder(visitor, [renewal(name, 2)]);
  expect(order.agreements).toEqual([]);
  const [shown] = (await visitor.expect(200, 'GET', '/api/extensions')).filter(
    (one: { label: string }) => one.label === 'org',
  );
  const { prices, yearlyFee }: { prices: { renew: number }; yearlyFee: number } = shown;
  expect(quote.net).toBe(2 * (prices.renew + yearlyFee));
  const placed = await placeOrder(visitor, { quote, order });
  const ended = await untilEnded(visitor, placed.id);
  expect([ended.status, typesOf(ended)]).toEqual([
    'done',
    ['placed', 'authorised', 'sent', 'done', 'captured', 'told'],
  ]);
  expect(await taken(ended.id)).toBe(quote.total);
  const after = await held(visitor, name);
  expect(yearOf(after.expiresOn)).toBe(yearOf(expiresOn) + 2);
  expect([after.privacy, after.autoRenew]).toEqual([true, false]);
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toEqual([]);
  const mail = await mailTo(visitor, email, new RegExp(`^Order \\d+: ${name} is renewed$`));
  for (const said of [after.expiresOn, `${name}, renewal, 2 years`]) expect(mail.text).toContain(said);
  const log = await visitor.expect(200, 'GET', `/api/me/names/${name}/log`);
  expect(log).toMatchObject([
    { who: 'owner', what: { type: 'renewed', years: 2, expiresOn: after.expiresOn } },
    { who: 'owner', what: { type: 'registered', years: 1, expiresOn } },
  ]);
});

test('a renewal and a registration are one order, one invoice, and each is charged for itself', async () => {
  const { visitor, name, expiresOn, email } = await holder();
  const other = `${unique('new')}.org`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [renewal(name), { name: other }])).id);
  expect([order.status, order.documents.length]).toEqual(['done', 1]);
  expect(order.lines.map(({ kind }: { kind: string }) => kind)).toEqual(['renew', 'register']);
  for (const told of [`${name} is renewed`, `${other} is registered`])
    expect((await mailTo(visitor, email, new RegExp(`^${told}$`))).text).toBeTruthy();
  expect(await taken(order.id)).toBe(order.total);
  expect(yearOf((await held(visitor, name)).expiresOn)).toBe(yearOf(expiresOn) + 1);
  expect((await held(visitor, other)).orderId).toBe(order.id);
});

test.each(['dropAfter', 'dropBefore', 'garble'])(
  'a registry that answers with %s at first renews once',
  async (kind) => {
    const { visitor, name, expiresOn } = await holder();
    await fault(visitor, 'lanternhead', { on: 'renewDomain', kind, times: 1 });
    const order = await untilEnded(visitor, (await orderNames(visitor, [renewal(name, 3)])).id);
    expect([order.status, await taken(order.id)]).toEqual(['done', order.total]);
    expect(yearOf((await held(visitor, name)).expiresOn)).toBe(yearOf(expiresOn) + 3);
  },
);

test('orders that renew one name at once add up: each is done once, and each is charged', async () => {
  for (let round = 0; round < 3; round += 1) {
    const { visitor, name, expiresOn } = await holder();
    const ready = await Promise.all([1, 2, 3].map(() => readyToOrder(visitor, [renewal(name)])));
    const placed = await Promise.all(ready.map((one) => placeOrder(visitor, one)));
    for (const { id } of placed) {
      const order = await untilEnded(visitor, id);
      expect([order.status, await taken(id)]).toEqual(['done', order.total]);
    }
    expect(yearOf((await held(visitor, name)).expiresOn)).toBe(yearOf(expiresOn) + 3);
  }
});

test('a renewal that the registry refuses costs nothing, and its reason is the registry’s', async () => {
  const { visitor, name, expiresOn } = await holder();
  await fault(visitor, 'lanternhead', { on: 'renewDomain', kind: 'refuse', code: 2304, times: 1 });
  const order = await untilEnded(visitor, (await orderNames(visitor, [renewal(name)])).id);
  expect([order.status, order.lines[0].state.at, await taken(order.id)]).toEqual(['notDone', 'refused', 0]);
  expect(order.lines[0].state).toMatchObject({ cause: 'refused', said: 'The registry could not do it' });
  expect((await held(visitor, name)).expiresOn).toBe(expiresOn);
  const again = await untilEnded(visitor, (await orderNames(visitor, [renewal(name)])).id);
  expect(again.status).toBe('done');
});

test('a renewal that was not paid is back in the basket as a renewal', async () => {
  const { visitor, name } = await holder();
  const { id } = await orderNames(visitor, [renewal(name, 2)], { card: '4539 0000 1111 0014' });
  expect((await untilEnded(visitor, id)).status).toBe('declined');
  const { lines } = await visitor.expect(200, 'GET', '/api/basket');
  expect(lines).toMatchObject([{ name, action: 'renew', years: 2 }]);
});

test('a name is renewed at what keeping it costs, however it is written and whatever is said of its privacy', async () => {
  const { visitor } = await shop.server.member();
  const unicode = `${unique('seå')}.mobi`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name: unicode, privacy: true }])).id);
  const [{ name }]: [{ name: string }] = order.lines;
  const quoted = async (typed: string, privacy: boolean) => {
    const items = [{ name: typed, action: 'renew', years: 1, privacy, autoRenew: false }];
    const customer = { country: 'IE', kind: 'business', isNew: false };
    const quote = await visitor.expect(200, 'POST', '/api/quotes', { currency: 'USD', items, codes: [], customer });
    return [quote.problems, quote.privacy, quote.net];
  };
  const whole = await quoted(name, true);
  expect(whole[1]).toBeGreaterThan(0);
  for (const typed of [name, name.toUpperCase(), unicode]) expect(await quoted(typed, false)).toEqual(whole);
  const line = { action: 'renew', years: 1, privacy: false, autoRenew: false };
  const { lines } = await visitor.expect(200, 'PUT', `/api/basket/${encodeURIComponent(unicode)}`, line);
  expect(lines).toMatchObject([{ name, action: 'renew', privacy: true }]);
});

test('what cannot be renewed is said at the field: not held, too far ahead, somebody else’s', async () => {
  const { visitor, name } = await holder(9);
  const put = (of: string, years: number) =>
    visitor.send('PUT', `/api/basket/${of}`, { action: 'renew', years, privacy: true, autoRenew: false });
  const far = await put(name, 2);
  expect([far.status, far.body.errors]).toMatchObject([422, [{ pointer: '/years', code: 'beyondTenYears' }]]);
  expect((await put(name, 1)).status).toBe(200);
  const strange = await put('nobody-has-this.org', 1);
  expect([strange.status, strange.body.errors]).toMatchObject([422, [{ pointer: '/name', code: 'notHeld' }]]);
  const other = await shop.server.member();
  const body = { action: 'renew', years: 1, privacy: true, autoRenew: false };
  const notTheirs = await other.visitor.send('PUT', `/api/basket/${name}`, body);
  expect([notTheirs.status, notTheirs.body.errors[0].code]).toEqual([422, 'notHeld']);
});

test('a server killed while it renews, and another beside it, renew once and charge once', async () => {
  const { visitor, name, expiresOn } = await holder();
  await fault(visitor, 'lanternhead', { on: 'renewDomain', kind: 'delay', ms: 1500, times: 1 });
  const { id } = await orderNames(visitor, [renewal(name, 2)]);
  await untilOrder(visitor, id, (order) => typesOf(order).includes('sent'));
  // What it had is taken over by the one that comes after it, once its lease has run out.
  await shop.server.end('SIGKILL');
  await shop.start();
  const order = await untilEnded(visitor, id, 60_000);
  expect([order.status, await taken(id)]).toEqual(['done', order.total]);
  expect(yearOf((await held(visitor, name)).expiresOn)).toBe(yearOf(expiresOn) + 2);
});

test('a name that nobody renews goes through its stages, is let go, and can be bought again: two lives, one name', async () => {
  const { visitor, name } = await holder();
  const advance = (advanceDays: number) => visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays });
  const stage = async () => (await visitor.send('GET', `/api/me/names/${name}`)).body.stage;
  const untilIn = (wanted?: string) => until(stage, (now) => now === wanted);
  await advance(366);
  await untilIn('grace');
  const inGrace = await held(visitor, name);
  expect([inGrace.stage, inGrace.renewFor.length > 0]).toEqual(['grace', true]);
  const line = { action: 'renew', years: 1, privacy: true, autoRenew: false };
  const basket = await visitor.expect(200, 'PUT', `/api/basket/${name}`, line);
  expect(basket.lines[0].stage).toBe('grace');
  await advance(45);
  await untilIn('redemption');
  const late = await held(visitor, name);
  expect([late.stage, late.renewFor]).toEqual(['redemption', []]);
  // What was put in while there was time says that there is none any more.
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines[0].stage).toBe('redemption');
  const put = await visitor.send('PUT', `/api/basket/${name}`, {
    action: 'renew',
    years: 1,
    privacy: true,
    autoRenew: false,
  });
  expect([put.status, put.body.errors[0].code]).toEqual([422, 'ranOut']);
  await advance(40);
  await untilIn();
  expect((await visitor.send('GET', `/api/me/names/${name}`)).status).toBe(404);
  const order = await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  expect(order.status).toBe('done');
  expect((await held(visitor, name)).orderId).toBe(order.id);
  const lives = await shop.database.query(
    'select stage, left_at is null as current from held_name where name = $1 order by left_at',
    [name],
  );
  expect(lives.rows).toEqual([
    { stage: 'gone', current: false },
    { stage: 'active', current: true },
  ]);
});

test('a quote of which nothing was bought in the end is ordered again: the refused order is not shown in its place', async () => {
  const { visitor, name } = await holder();
  const { quote, order } = await readyToOrder(visitor, [renewal(name)]);
  const place = (key: string) => visitor.expect(201, 'POST', '/api/me/orders', order, { 'Idempotency-Key': key });
  await fault(visitor, 'lanternhead', { on: 'renewDomain', kind: 'refuse', code: 2304, times: 1 });
  const refused = await untilEnded(visitor, (await place(quote.id)).id);
  expect(refused.status).toBe('notDone');
  const again = await untilEnded(visitor, (await place('another')).id);
  expect([again.id === refused.id, again.status]).toEqual([false, 'done']);
});
