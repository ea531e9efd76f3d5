import type { ShownOffer } from '@tienda/core/names/shownOffer';
import {
  orderNames,
  putElsewhere,
  readyToOrder,
  sellerDoes,
  until,
  untilEnded,
  type Visitor,
} from '../../scripts/demo.mjs';
import { agreed, elsewhere, saleOf } from './brokerHelpers';
import { ownShop } from './ownShop';
import { intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/**
 * Names that are bought of their holders: agreed, paid for, handed over, moved here, and the holder paid; in a shop with a
 * database of its own, since it moves the demo clock.
 */
let visitor: Visitor;
let email: string;

const shop = ownShop(46, { TIENDA_SWEEP_SECONDS: '0.5' });
beforeAll(async () => {
  ({ visitor, email } = await shop.server.member());
});

const outside = Number(process.env['TIENDA_REGISTRY_PORT']);
const answers = (name: string, answer: string) =>
  fetch(`http://127.0.0.1:${outside + 42}/answers/${name}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ answer }),
  });

const offerOf = async (id: string, who = visitor): Promise<ShownOffer | undefined> =>
  (await who.expect(200, 'GET', '/api/me/offers')).find((offer: ShownOffer) => offer.id === id);
const moveOf = async (name: string) =>
  (await visitor.expect(200, 'GET', '/api/me/moves')).find((move: { name: string }) => move.name === name);

const someName = () => elsewhere(visitor, `${unique('jetty')}.org`);
const order = (name: string) => orderNames(visitor, [{ name, action: 'transfer' }]);
const lineOf = ({ lines }: { lines: { state: object }[] }) => lines[0]?.state;

test('agreed, a name is bought at the price shown: handed over once paid for, moved here, and its holder paid', async () => {
  const name = await someName();
  const id = await agreed(visitor, name);
  expect((await mailTo(visitor, email, new RegExp(`${name} was accepted`))).text).toMatch(
    /6600\.00 USD[^]*names\/move/,
  );
  const [wanted] = [await moveOf(name)];
  expect(wanted).toMatchObject({ purchase: { id, amount: 600_000, feePaidBy: 'buyer' }, look: { problems: [] } });
  await visitor.expect(404, 'DELETE', `/api/me/moves/${name}`);
  const { quote, order: ready } = await readyToOrder(visitor, [{ name, action: 'transfer' }]);
  const [line] = quote.lines;
  expect(line).toMatchObject({ purchase: { price: 600_000, fee: 60_000 }, net: 660_000, discount: 0 });
  expect(Number(line.charge) + Number(line.fee)).toBe(660_000);
  await sellerDoes(name, 'nothing');
  const placed = await visitor.expect(201, 'POST', '/api/me/orders', ready, { 'Idempotency-Key': unique('buy') });
  const asked = await untilOrder(visitor, placed.id, (one) => 'until' in (lineOf(one) ?? {}));
  expect(lineOf(asked)).toMatchObject({ at: 'withHolder' });
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'authorised', captured: 0 }]);
  expect(await moveOf(name)).toMatchObject({ underWay: { orderId: placed.id, at: 'withHolder' } });
  expect(await offerOf(id)).toMatchObject({ orderId: placed.id });
  expect((await visitor.send('POST', `/api/me/offers/${id}/withdraw`)).body.type).toBe('/problems/offer-paid');
  await visitor.expect(409, 'POST', `/api/me/moves/${name}/call-off`, {});
  await expect(order(name)).rejects.toThrow(/on its way/);
  await sellerDoes(name, 'handOver');
  const ended = await untilEnded(visitor, placed.id);
  expect(ended).toMatchObject({ status: 'done', total: placed.total });
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'captured', captured: placed.total }]);
  expect(
    await until(
      () => saleOf(id),
      (sale) => sale !== undefined && sale.paid !== null,
    ),
  ).toMatchObject({ paid: 600_000, calledOffAt: null });
  const sold = await until(
    () => offerOf(id),
    (offer) => offer?.state.at === 'bought',
  );
  expect(sold).not.toHaveProperty('lapsesAt');
  await visitor.expect(200, 'GET', `/api/me/names/${name}`);
  expect(await moveOf(name)).toBeUndefined();
});

test('a common word that somebody has held for years can be bought; the fee comes out of the price where that was agreed', async () => {
  const name = await until(
    async () => {
      const word = ['harbor', 'lantern', 'candle', 'ladder', 'mirror', 'barrel', 'feather', 'anchor'];
      const free = `${word[Math.floor(Math.random() * word.length)]}.${['org', 'net'][Math.floor(Math.random() * 2)]}`;
      return (await visitor.send('GET', `/api/lookup/${free}`)).status === 200 ? free : '';
    },
    (found) => found !== '',
  );
  const id = await agreed(visitor, name, { feePaidBy: 'holder' });
  await answers(name, 'approve');
  const { id: orderId } = await order(name);
  const ended = await untilEnded(visitor, orderId);
  expect(ended.lines[0]).toMatchObject({ net: 600_000, state: { at: 'done' } });
  expect(
    await until(
      () => saleOf(id),
      (sale) => sale !== undefined && sale.paid !== null,
    ),
  ).toMatchObject({ paid: 540_000 });
});

test('a holder who does not keep to it: the money is let go, it is said why, and another offer ends in the name', async () => {
  const name = await someName();
  const id = await agreed(visitor, name);
  await sellerDoes(name, 'backOut');
  const { id: orderId } = await order(name);
  expect(lineOf(await untilEnded(visitor, orderId))).toMatchObject({ at: 'refused', cause: 'notHandedOver' });
  expect(await intentsOf(orderId)).toMatchObject([{ status: 'voided', captured: 0 }]);
  await until(
    () => offerOf(id),
    (offer) => offer?.state.at === 'fellThrough',
  );
  expect(await saleOf(id)).toMatchObject({ paid: null });
  expect(await moveOf(name)).toBeUndefined();
  await sellerDoes(name, 'handOver');
  const again = await agreed(visitor, name);
  expect((await untilEnded(visitor, (await order(name)).id)).status).toBe('done');
  await until(
    () => offerOf(again),
    (offer) => offer?.state.at === 'bought',
  );
});

test('a code that does not fit, or where it is now saying no: nothing is charged, and the sale is called off', async () => {
  const [wrong, kept] = [await someName(), await someName()];
  const ids = [await agreed(visitor, wrong), await agreed(visitor, kept)];
  await sellerDoes(wrong, 'giveWrongCode');
  await answers(kept, 'reject');
  for (const [at, name] of [wrong, kept].entries()) {
    const { id: orderId } = await order(name);
    const cause = name === wrong ? 'wrongCode' : 'rejected';
    expect(lineOf(await untilEnded(visitor, orderId))).toMatchObject({ at: 'refused', cause });
    expect(await intentsOf(orderId)).toMatchObject([{ captured: 0 }]);
    expect(
      await until(
        () => saleOf(ids[at] ?? ''),
        (sale) => sale !== undefined && sale.calledOffAt !== null,
      ),
    ).toMatchObject({ paid: null });
  }
});

test('a declined card costs nothing but a try: the price holds, and is paid another way', async () => {
  const name = await someName();
  const id = await agreed(visitor, name);
  const declined = await orderNames(visitor, [{ name, action: 'transfer' }], { card: '4539 0000 1111 0014' });
  expect((await untilEnded(visitor, declined.id)).status).toBe('declined');
  expect(await saleOf(id)).toBeUndefined();
  expect(await offerOf(id)).toMatchObject({ state: { at: 'agreed' } });
  expect((await untilEnded(visitor, (await order(name)).id)).status).toBe('done');
});

test('what is held here cannot be offered for; an agreed offer is withdrawn while nothing is paid', async () => {
  const mine = `${unique('jetty')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name: mine }])).id);
  const offer = { name: mine, amount: 90_000, feePaidBy: 'buyer', message: '' };
  const refused = await visitor.send('POST', '/api/me/offers', offer, { 'Idempotency-Key': unique('key') });
  expect([refused.status, refused.body.errors[0].code]).toEqual([422, 'heldHere']);
  const young = `${unique('jetty')}.org`;
  await putElsewhere(visitor, [{ name: young, code: 'held-there', daysOld: 10 }]);
  const early = { ...offer, name: young };
  const later = await visitor.send('POST', '/api/me/offers', early, { 'Idempotency-Key': unique('key') });
  expect(later.body.errors[0]).toMatchObject({
    code: 'cannotCome',
    detail: expect.stringContaining('stays where it is'),
  });
  const name = await someName();
  const id = await agreed(visitor, name);
  expect((await visitor.expect(200, 'POST', `/api/me/offers/${id}/withdraw`)).state).toEqual({ at: 'withdrawn' });
  expect(await moveOf(name)).toBeUndefined();
  await expect(order(name)).rejects.toThrow();
});

test('a holder who does nothing has seven days, and a price that nobody pays holds for fourteen', async () => {
  const [slow, unpaid] = [await someName(), await someName()];
  const [slowId, unpaidId] = [await agreed(visitor, slow), await agreed(visitor, unpaid)];
  await sellerDoes(slow, 'nothing');
  const { id: orderId } = await order(slow);
  await untilOrder(visitor, orderId, (one) => 'until' in (lineOf(one) ?? {}));
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 8 });
  expect(lineOf(await untilEnded(visitor, orderId))).toMatchObject({ at: 'refused', cause: 'notHandedOver' });
  await until(
    () => offerOf(slowId),
    (offer) => offer?.state.at === 'fellThrough',
  );
  expect(await offerOf(unpaidId)).toMatchObject({ state: { at: 'agreed' } });
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 7 });
  await until(
    () => offerOf(unpaidId),
    (offer) => offer?.state.at === 'lapsed',
  );
  expect((await mailTo(visitor, email, new RegExp(`offer for ${unpaid} has lapsed`))).text).toContain('two weeks');
  expect(await moveOf(unpaid)).toBeUndefined();
});
