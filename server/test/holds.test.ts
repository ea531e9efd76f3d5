import { orderNames, putElsewhere, sellerDoes, tokenFor, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { agreed, elsewhere } from './brokerHelpers';
import { ownShop } from './ownShop';
import { intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/**
 * Money that is held for longer than banks hold it: held anew, by another card, or what it was for is called off; in a shop
 * with a database of its own, since it moves the demo clock.
 */
let visitor: Visitor;
let email: string;

const shop = ownShop(47, { TIENDA_SWEEP_SECONDS: '0.5' });
beforeAll(async () => {
  ({ visitor, email } = await shop.server.member());
});

const payments = `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}`;
const tokenOf = (card: string) => tokenFor(payments, card);
const good = '4539 0000 1111 0006';
/** Holds money once, and not again. */
const once = '4539 0000 1111 0030';
const code = 'k9-Tide!44';

const days = (advanceDays: number) => visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays });
const statusesOf = async (id: string) => (await intentsOf(id)).map(({ status }) => status);
const lineOf = ({ lines }: { lines: { state: { at: string } }[] }) => lines[0]?.state;
const hold = async (id: string, card: string) =>
  visitor.send('POST', `/api/me/orders/${id}/hold`, { payment: { method: 'card', token: await tokenOf(card) } });

/** A name on its way here, whose other side says nothing for five days. */
async function moving(card: string): Promise<string> {
  const name = `${unique('mooring')}.org`;
  await putElsewhere(visitor, [{ name, code }], 'penny-quay');
  await visitor.expect(200, 'POST', '/api/me/moves', { names: [{ name, code }] });
  const { id } = await orderNames(visitor, [{ name, action: 'transfer' }], { card });
  await untilOrder(visitor, id, (one) => lineOf(one)?.at === 'pending');
  return id;
}

/** A name that is bought of a holder who takes their time. */
async function bought(card: string): Promise<{ id: string; name: string }> {
  const name = await elsewhere(visitor, `${unique('jetty')}.org`, 'penny-quay');
  await sellerDoes(name, 'nothing');
  await agreed(visitor, name);
  const { id } = await orderNames(visitor, [{ name, action: 'transfer' }], { card });
  await untilOrder(visitor, id, (one) => lineOf(one)?.at === 'withHolder');
  return { id, name };
}

test('money is held anew before the bank lets go of it, and what was held before is let go', async () => {
  const id = await moving(good);
  const { payment } = await visitor.expect(200, 'GET', `/api/me/orders/${id}`);
  expect(Date.parse(payment.heldUntil) - Date.now()).toBeGreaterThan(6.9 * 86_400_000);
  await days(4);
  await untilOrder(visitor, id, ({ payment: now }) => now.intent !== payment.intent && now.before === undefined);
  expect(await statusesOf(id)).toEqual(['authorised', 'voided']);
  await days(2);
  const ended = await untilEnded(visitor, id);
  expect(ended.status).toBe('done');
  expect(await intentsOf(id)).toMatchObject([{ status: 'captured', captured: ended.total }, { status: 'voided' }]);
});

test('where the bank says no another card is asked for, one that cannot either is refused, and a good one goes on', async () => {
  const id = await moving(once);
  await days(4);
  await untilOrder(visitor, id, ({ payment }) => payment.refused !== undefined);
  expect((await mailTo(visitor, email, /give another card/)).text).toContain(`/orders/${id}`);
  expect(await statusesOf(id)).toContain('authorised');
  const refused = await hold(id, '4539 0000 1111 0014');
  expect([refused.status, refused.body.errors[0]]).toMatchObject([
    422,
    { pointer: '/payment/card', code: 'cardRefused' },
  ]);
  expect((await visitor.send('POST', `/api/me/orders/${id}/hold`, { payment: { method: 'wallet' } })).status).toBe(422);
  expect((await hold(id, good)).body.payment).not.toHaveProperty('refused');
  await untilOrder(visitor, id, ({ payment }) => payment.before === undefined);
  expect((await statusesOf(id)).filter((status) => status === 'authorised')).toHaveLength(1);
  await days(2);
  const ended = await untilEnded(visitor, id);
  expect(ended.status).toBe('done');
  expect((await intentsOf(id)).reduce((sum, { captured }) => sum + captured, 0)).toBe(ended.total);
  expect((await hold(id, good)).status).toBe(409);
  const { visitor: other } = await shop.server.member();
  const theirs = { payment: { method: 'card', token: await tokenOf(good) } };
  await other.expect(404, 'POST', `/api/me/orders/${id}/hold`, theirs);
});

test('where nobody holds it anew, what waits is called off in time: with its holder, and where its registry was asked', async () => {
  const [slow, asked] = [await bought(once), await bought(once)];
  await days(4);
  for (const { id } of [slow, asked]) await untilOrder(visitor, id, ({ payment }) => payment.refused !== undefined);
  await sellerDoes(asked.name, 'handOver');
  await days(1);
  await untilOrder(visitor, asked.id, (one) => lineOf(one)?.at === 'pending');
  await days(2);
  for (const { id } of [slow, asked]) {
    expect(lineOf(await untilEnded(visitor, id))).toMatchObject({ at: 'refused', cause: 'unpaid' });
    expect((await intentsOf(id)).every(({ captured }) => captured === 0)).toBe(true);
    expect(await statusesOf(id)).not.toContain('authorised');
  }
});
