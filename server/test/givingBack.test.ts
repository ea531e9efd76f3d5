import { addDays } from '@tienda/core/time/isoDate';
import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { moveTo, today } from './renewalHelpers';
import { ownShop } from './ownShop';
import { fault, intentsOf, mailTo, unique, untilSettled } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(24, { TIENDA_SWEEP_SECONDS: '1' });
afterEach(async () => {
  const visitor = await shop.server.visitor();
  for (const standIn of ['lanternhead', 'payments']) await fault(visitor, standIn);
});

/** Someone who has just registered names with one order. */
async function buyer(count = 1, more: Parameters<typeof orderNames>[2] = {}, years = 1) {
  const { visitor, email } = await shop.server.member();
  const names = Array.from({ length: count }, () => `${unique('oops')}.org`);
  const order = await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name) => ({ name, years })),
        more,
      )
    ).id,
  );
  return { visitor, email, names, name: names[0] ?? '', order };
}

const giveBack = (visitor: Visitor, name: string, key = unique('key')) =>
  visitor.send('POST', `/api/me/names/${name}/give-back`, {}, { 'Idempotency-Key': key });

const refunded = async (orderId: string) =>
  (await intentsOf(orderId)).reduce((sum, intent) => sum + intent.refunded, 0);

/** All that an order took is with its buyer again. */
const untilBack = ({ id, total }: { id: string; total: number }) =>
  until(
    () => refunded(id),
    (sum) => sum === total,
  );

test('a new name is given back: deleted at its registry, credited to the unit, told, and free for anyone', async () => {
  const { visitor, email, name, order } = await buyer();
  const shown = await visitor.expect(200, 'GET', `/api/me/names/${name}`);
  const back = [{ amount: order.total, balance: 0, currency: 'USD' }];
  expect(shown.givingBack).toEqual({ until: addDays(await today(visitor), 5), back });
  const key = unique('key');
  const given = await giveBack(visitor, name, key);
  expect([given.status, given.body]).toEqual([200, { done: true, back }]);
  // What is sent twice is done once.
  expect((await giveBack(visitor, name, key)).body).toEqual({ done: true, back });
  expect((await visitor.send('GET', `/api/me/names/${name}`)).status).toBe(404);
  await untilBack(order);
  const after = await visitor.expect(200, 'GET', `/api/me/orders/${order.id}`);
  expect(after.payment).toMatchObject({ at: 'captured', credited: [{ name, amount: order.total, balance: 0 }] });
  expect(after.documents.map(({ kind }: { kind: string }) => kind)).toEqual(['invoice', 'creditNote']);
  const note = await mailTo(visitor, email, /^Credit note/);
  expect(note.text).toContain(
    `Takes back part of invoice ${after.documents[0].number}, for a name that was given back.`,
  );
  expect((await mailTo(visitor, email, new RegExp(`^${name} is given back$`))).text).toContain(
    'anyone can register it',
  );
  const other = await shop.server.member();
  const theirs = await untilEnded(other.visitor, (await orderNames(other.visitor, [{ name }])).id);
  expect(theirs.status).toBe('done');
});

test('it is done once: who registers the same name again keeps it', async () => {
  const { visitor, name } = await buyer();
  expect((await giveBack(visitor, name)).status).toBe(200);
  expect((await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id)).status).toBe('done');
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).givingBack).toBeUndefined();
  const refused = await giveBack(visitor, name);
  expect([refused.status, refused.body.type]).toEqual([409, '/problems/not-given-back']);
});

test('of several names each goes back by itself, at once too, and all of them together are what was taken', async () => {
  const { visitor, names, order } = await buyer(4);
  const answers = await Promise.all(names.map((name) => giveBack(visitor, name)));
  expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200]);
  await untilBack(order);
  const { documents } = await visitor.expect(200, 'GET', `/api/me/orders/${order.id}`);
  expect(documents).toHaveLength(5);
});

test('what the balance paid goes back to the balance, and a renewal of the name goes back with it', async () => {
  const { visitor, name, order } = await buyer();
  const renewal = await untilEnded(visitor, (await orderNames(visitor, [{ name, years: 2, action: 'renew' }])).id);
  expect((await giveBack(visitor, name)).body.back).toEqual(
    [order, renewal].map(({ total }) => ({ amount: total, balance: 0, currency: 'USD' })),
  );
  for (const one of [order, renewal]) await untilBack(one);
});

test('a promo code that was used for it can be used again', async () => {
  const uses = async (id: string) =>
    (await shop.database.query('select 1 from code_use where order_id = $1', [id])).rowCount ?? 0;
  const { visitor, names, order } = await buyer(2, { use: 'REGATTA' });
  const hasCode = order.lines.filter(({ discount }: { discount: number }) => discount > 0).length;
  expect([hasCode > 0, await uses(order.id)]).toEqual([true, 1]);
  for (const name of names) expect((await giveBack(visitor, name)).status).toBe(200);
  expect(await uses(order.id)).toBe(0);
});

test.each(['dropAfter', 'dropBefore', 'garble'])(
  'a registry that answers with %s at first lets it go once',
  async (kind) => {
    const { visitor, name, order } = await buyer();
    await fault(visitor, 'lanternhead', { on: 'deleteDomain', kind, times: 1 });
    expect((await giveBack(visitor, name)).status).toBe(200);
    await until(
      () => visitor.send('GET', `/api/me/names/${name}`),
      ({ status }) => status === 404,
    );
    await untilBack(order);
  },
);

test('a registry that is silent is waited for, and what it refuses stays as it was, and is told', async () => {
  const { visitor, email, name, order } = await buyer();
  await fault(visitor, 'lanternhead', { on: 'deleteDomain', kind: 'refuse', code: 2304, times: 1 });
  const refused = await giveBack(visitor, name);
  expect([refused.status, refused.body.type]).toEqual([409, '/problems/registry-refused']);
  expect((await mailTo(visitor, email, new RegExp(`^${name} could not be given back$`))).text).toContain('as before');
  expect(await refunded(order.id)).toBe(0);
  await fault(visitor, 'lanternhead', { on: 'infoDomain', kind: 'dropBefore', times: 4 });
  const silent = await giveBack(visitor, name);
  expect([silent.status, silent.body.done]).toEqual([200, false]);
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).changing).toBe(true);
  await until(
    () => visitor.send('GET', `/api/me/names/${name}`),
    ({ status }) => status === 404,
  );
  await untilBack(order);
});

test('a server killed while the money is on its way back, and a bank that is silent: it goes back once', async () => {
  const { visitor, name, order } = await buyer();
  await fault(visitor, 'payments', { on: 'refund', kind: 'dropAfter', times: 2 });
  expect((await giveBack(visitor, name)).status).toBe(200);
  await shop.server.end('SIGKILL');
  await shop.start();
  await untilBack(order);
  await until(
    () => shop.database.query("select 1 from outgoing where kind = 'refund' and sent_at is null"),
    ({ rowCount }) => rowCount === 0,
  );
  expect(await refunded(order.id)).toBe(order.total);
});

test('after its days it cannot be given back, and somebody else’s not at all', async () => {
  const { visitor, name } = await buyer();
  const other = await shop.server.member();
  expect((await giveBack(other.visitor, name)).status).toBe(404);
  await moveTo(visitor, addDays(await today(visitor), 6));
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).givingBack).toBeUndefined();
  expect((await giveBack(visitor, name)).status).toBe(409);
});

test('nothing is given back while a change of it waits for its registry, which may know another holder by then', async () => {
  const { visitor, name, order } = await buyer();
  await fault(visitor, 'lanternhead', { on: 'infoDomain', kind: 'dropBefore', times: 4 });
  const { asked } = await visitor.expect(200, 'POST', '/api/me/name-changes', { names: [name], privacy: false });
  expect(asked).toEqual([name]);
  expect((await giveBack(visitor, name)).status).toBe(409);
  await untilSettled(visitor, name);
  expect((await giveBack(visitor, name)).status).toBe(200);
  await untilBack(order);
});
