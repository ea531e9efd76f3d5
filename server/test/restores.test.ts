import { addDays } from '@tienda/core/time/isoDate';
import { orderNames, placeOrder, readyToOrder, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { holder, moveTo, subjectsTo, good } from './renewalHelpers';
import { ownShop } from './ownShop';
import { fault, intentsOf, mailTo, untilOrder } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(23, { TIENDA_SWEEP_SECONDS: '1' });
afterEach(async () => fault(await shop.server.visitor(), 'lanternhead'));

const restoring = (name: string) => ({ name, years: 1, action: 'restore' as const });
const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);

async function taken(orderId: string): Promise<number> {
  return (await intentsOf(orderId)).reduce((sum, { captured }) => sum + captured, 0);
}

/** Someone whose names ran out long enough ago to be in redemption. */
async function inRedemption(...starts: string[]) {
  const made = await holder(shop.server, Object.fromEntries(starts.map((start) => [start, false])), [good]);
  const names = starts.map(made.nameOf);
  const { expiresOn } = await made.held(starts[0] ?? '');
  // No day is passed by: each stage is told as it comes.
  await moveTo(made.visitor, addDays(expiresOn, 50));
  return { ...made, names, name: names[0] ?? '', expiresOn };
}

const held = (visitor: Visitor, name: string) => visitor.expect(200, 'GET', `/api/me/names/${name}`);

test('a name in redemption is restored from the basket: the price shown is charged, invoiced and told, and it goes on from where it ended', async () => {
  const { visitor, name, email, expiresOn } = await inRedemption('mast');
  const before = await held(visitor, name);
  expect([before.stage, before.renewFor]).toEqual(['redemption', []]);
  const line = { action: 'restore', years: 1, privacy: true, autoRenew: false };
  const { lines } = await visitor.expect(200, 'PUT', `/api/basket/${name}`, line);
  expect(lines).toMatchObject([{ action: 'restore', years: 1, heldUntil: expiresOn, stage: 'redemption' }]);
  const { quote, order } = await readyToOrder(visitor, [restoring(name)]);
  // What the name's page shows before anything is put in the basket.
  expect([quote.net, quote.problems]).toEqual([before.restore, []]);
  const placed = await placeOrder(visitor, { quote, order });
  const ended = await untilEnded(visitor, placed.id);
  expect([ended.status, typesOf(ended)]).toEqual([
    'done',
    ['placed', 'authorised', 'requested', 'accepted', 'reported', 'renewing', 'done', 'captured', 'told'],
  ]);
  expect(await taken(ended.id)).toBe(quote.total);
  const after = await held(visitor, name);
  expect([after.stage, after.restore]).toEqual(['active', undefined]);
  expect(after.expiresOn).toBe(`${Number(expiresOn.slice(0, 4)) + 1}${expiresOn.slice(4)}`);
  const mail = await mailTo(visitor, email, new RegExp(`^Order \\d+: ${name} is restored$`));
  for (const said of [after.expiresOn, `${name}, restored and renewed, 1 year`]) expect(mail.text).toContain(said);
  const [logged] = await visitor.expect(200, 'GET', `/api/me/names/${name}/log`);
  expect(logged).toMatchObject({ who: 'owner', what: { type: 'restored', years: 1, expiresOn: after.expiresOn } });
  const again = await visitor.send('PUT', `/api/basket/${name}`, line);
  expect([again.status, again.body.errors[0].code]).toEqual([422, 'notInRedemption']);
});

test.each([
  ['restoreDomain', 'dropAfter'],
  ['restoreDomain', 'dropBefore'],
  ['renewDomain', 'dropAfter'],
  ['infoDomain', 'garble'],
])('a registry that answers %s with %s at first restores once, and adds one year', async (on, kind) => {
  const { visitor, name, expiresOn } = await inRedemption('boom');
  const { id } = await orderNames(visitor, [restoring(name)]);
  await fault(visitor, 'lanternhead', { on, kind, times: 2 });
  const order = await untilEnded(visitor, id);
  expect([order.status, await taken(id)]).toEqual(['done', order.total]);
  expect((await held(visitor, name)).expiresOn.slice(0, 4)).toBe(String(Number(expiresOn.slice(0, 4)) + 1));
});

test('a server killed while it restores: another goes on from where it stood', async () => {
  const { visitor, name } = await inRedemption('keel');
  await fault(visitor, 'lanternhead', { on: 'renewDomain', kind: 'delay', ms: 1500, times: 1 });
  const { id } = await orderNames(visitor, [restoring(name)]);
  await untilOrder(visitor, id, (order) => typesOf(order).includes('reported'));
  await shop.server.end('SIGKILL');
  await shop.start();
  const order = await untilEnded(visitor, id, 60_000);
  expect([order.status, await taken(id)]).toEqual(['done', order.total]);
  expect(typesOf(order).filter((type) => type === 'requested')).toHaveLength(1);
});

test('a registry that refuses costs nothing, and the name can be tried again until it is about to be deleted', async () => {
  const { visitor, email, name, expiresOn } = await inRedemption('oar');
  await fault(visitor, 'lanternhead', { on: 'restoreDomain', kind: 'refuse', code: 2304, times: 1 });
  const refused = await untilEnded(visitor, (await orderNames(visitor, [restoring(name)])).id);
  expect([refused.status, refused.lines[0].state.at, await taken(refused.id)]).toEqual(['notDone', 'refused', 0]);
  const line = { action: 'restore', years: 1, privacy: true, autoRenew: false };
  await visitor.expect(200, 'PUT', `/api/basket/${name}`, line);
  await moveTo(visitor, addDays(expiresOn, 76));
  expect((await held(visitor, name)).stage).toBe('pendingDelete');
  // What was put in while there was time says that there is none any more.
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines[0].stage).toBe('pendingDelete');
  const late = await visitor.send('PUT', `/api/basket/${name}`, line);
  expect([late.status, late.body.errors[0].code]).toEqual([422, 'beyondRestore']);
  expect(await subjectsTo(visitor, email, new RegExp(`${name} can only be restored now`))).toHaveLength(1);
});

test('names of one order come back together with what is renewed and registered', async () => {
  const { visitor, names } = await inRedemption('port', 'star');
  const fresh = `${names[0]?.split('.')[0] ?? ''}-new.org`;
  const order = await untilEnded(visitor, (await orderNames(visitor, [...names.map(restoring), { name: fresh }])).id);
  expect([order.status, order.documents.length]).toEqual(['done', 1]);
  for (const name of [...names, fresh]) expect((await held(visitor, name)).stage).toBe('active');
});
