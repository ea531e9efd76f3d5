import { addDays } from '@tienda/core/time/isoDate';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { declines, good, holder, mailAbout, moveTo, subjectsTo, today } from './renewalHelpers';
import { ownShop } from './ownShop';
import { intentsOf } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(12, { TIENDA_SWEEP_SECONDS: '3600' });

test('what renews by itself is told twice, paid once in one order for all, and said in the log; nobody is signed out', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { yacht: true, ketch: true }, [good]);
  const { expiresOn } = await held('yacht');
  await moveTo(visitor, addDays(expiresOn, -60));
  const told = await mailAbout(visitor, email, /^2 names renew by themselves/);
  expect(told).toContain(`${nameOf('yacht')}: 11.07 USD on ${addDays(expiresOn, -30)}; its term ends on ${expiresOn}.`);
  await moveTo(visitor, addDays(expiresOn, -31));
  const before: unknown[] = await visitor.expect(200, 'GET', '/api/me/orders');
  await moveTo(visitor, addDays(expiresOn, -30));
  const orders = await visitor.expect(200, 'GET', '/api/me/orders');
  expect(orders).toHaveLength(before.length + 1);
  expect(orders[0]).toMatchObject({ status: 'done', total: 2214, documents: [{ kind: 'invoice' }] });
  expect(await subjectsTo(visitor, email, /^2 names renew by themselves/)).toHaveLength(2);
  const renewed = await held('yacht');
  expect(renewed.expiresOn.slice(0, 4)).toBe(String(Number(expiresOn.slice(0, 4)) + 1));
  const [line] = await visitor.expect(200, 'GET', `/api/me/names/${nameOf('yacht')}/log`);
  expect(line).toMatchObject({ who: 'clock', what: { type: 'renewed', years: 1 } });
  await moveTo(visitor, addDays(expiresOn, 20));
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders.length);
  expect((await held('yacht')).stage).toBe('active');
});

test('a card that is refused gives its turn to the next one, in the same order', async () => {
  const { visitor, held } = await holder(shop.server, { sloop: true }, [good, declines]);
  const { expiresOn } = await held('sloop');
  await moveTo(visitor, addDays(expiresOn, -30));
  const [order] = await visitor.expect(200, 'GET', '/api/me/orders');
  expect(order.events.map(({ type }: { type: string }) => type)).toEqual(
    expect.arrayContaining(['placed', 'wayRefused', 'authorised', 'captured']),
  );
  const intents = await intentsOf(order.id);
  expect(intents.map(({ status, captured }) => `${status} ${captured}`).sort()).toEqual([
    'captured 1107',
    'declined 0',
  ]);
});

test('what no card pays is told with what happens next, waits in the basket, and is tried again on its days', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { cutter: true }, [declines]);
  const { expiresOn } = await held('cutter');
  await moveTo(visitor, addDays(expiresOn, -30));
  const text = await mailAbout(visitor, email, /could not be renewed: it was not paid$/);
  expect(text).toContain(`We try again on ${addDays(expiresOn, -14)}.`);
  const [order] = await visitor.expect(200, 'GET', '/api/me/orders');
  expect(text).toContain(`/orders/${order.id}`);
  expect(order).toMatchObject({ status: 'declined' });
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toMatchObject([
    { name: nameOf('cutter'), action: 'renew' },
  ]);
  expect(await held('cutter')).toMatchObject({
    autoRenewal: { nextTry: addDays(expiresOn, -14), failed: { on: addDays(expiresOn, -30), orderId: order.id } },
  });
  await moveTo(visitor, addDays(expiresOn, -14));
  expect(await subjectsTo(visitor, email, /was not paid/)).toHaveLength(2);
  // Another way pays, and there is nothing left to try for.
  await untilEnded(visitor, (await orderNames(visitor, [{ name: nameOf('cutter'), action: 'renew' }])).id);
  const orders = await visitor.expect(200, 'GET', '/api/me/orders');
  await moveTo(visitor, addDays(expiresOn, 11));
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders.length);
  expect((await held('cutter')).autoRenewal.failed).toBeUndefined();
});

test('without any way to pay that is said; the last try is in the grace period', async () => {
  const { visitor, email, held } = await holder(shop.server, { dory: true }, []);
  const { expiresOn } = await held('dory');
  await moveTo(visitor, addDays(expiresOn, -30));
  expect(await mailAbout(visitor, email, /was not paid$/)).toContain('there was nothing to pay with');
  await moveTo(visitor, addDays(expiresOn, 10));
  expect(await mailAbout(visitor, email, /was not paid$/)).toContain(
    'We do not try again. You can renew it yourself before',
  );
  expect(await subjectsTo(visitor, email, /was not paid/)).toHaveLength(7);
});

test('what became dearer than it was told is told first, and charged a week later', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { punt: true }, [good]);
  const { expiresOn } = await held('punt');
  await moveTo(visitor, addDays(expiresOn, -40));
  await shop.database.query('update held_name set premium_renew = 1250 where name = $1', [nameOf('punt')]);
  const orders = (await visitor.expect(200, 'GET', '/api/me/orders')).length;
  await moveTo(visitor, addDays(expiresOn, -30));
  expect(await mailAbout(visitor, email, /renews by itself/)).toContain(
    `15.38 USD on ${addDays(expiresOn, -23)}; its term ends on ${expiresOn}. You were told 11.07 USD before.`,
  );
  await moveTo(visitor, addDays(expiresOn, -24));
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders);
  await moveTo(visitor, addDays(expiresOn, -23));
  const [order] = await visitor.expect(200, 'GET', '/api/me/orders');
  expect([order.status, order.total]).toEqual(['done', 1538]);
});

test('what is carried out late is not charged at more than was told, and carried out twice it is charged once', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { gig: true }, [good]);
  const { expiresOn } = await held('gig');
  const name = nameOf('gig');
  await moveTo(visitor, addDays(expiresOn, -30));
  expect((await held('gig')).expiresOn > expiresOn).toBe(true);
  const orders = (await visitor.expect(200, 'GET', '/api/me/orders')).length;
  const carry = async (key: string) => {
    await shop.database.query(
      `insert into outgoing (kind, key, content, created_at, next_at)
       select 'autoRenewal', $1, content || jsonb_build_object('names', jsonb_build_array($2::text)), created_at, created_at
       from outgoing where kind = 'autoRenewal' order by id desc limit 1`,
      [key, name],
    );
    await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  };
  await carry('again');
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders);
  // As if it had been told and seen to, and its price had risen between that and the payment.
  const told = { seenTo: await today(visitor), told: { on: await today(visitor), amount: 1107, currency: 'USD' } };
  await shop.database.query('update held_name set care = $1, premium_renew = 1250 where name = $2', [told, name]);
  await carry('late');
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders);
  expect(await mailAbout(visitor, email, /renews by itself/)).toContain('You were told 11.07 USD before.');
  expect((await held('gig')).autoRenewal.told.amount).toBe(1538);
  // Told just now: another payment that comes late does not come before the notice was waited for.
  await carry('later still');
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders);
});

test('with auto-renew off nothing is ever charged: reminded, and told each stage until it is gone', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { raft: false }, [good]);
  const { expiresOn, afterExpiry } = await held('raft');
  const orders = (await visitor.expect(200, 'GET', '/api/me/orders')).length;
  await moveTo(visitor, addDays(afterExpiry.freeFrom, 1));
  const subjects = await subjectsTo(visitor, email, new RegExp(nameOf('raft')));
  expect(subjects.filter((subject) => subject.endsWith(`ends on ${expiresOn}`))).toHaveLength(5);
  for (const stage of ['has ended and can still be renewed', 'can only be restored now', 'is about to be deleted'])
    expect(subjects).toContain(`${nameOf('raft')} ${stage}`);
  expect(subjects).toContain(`${nameOf('raft')} is not yours any more`);
  expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(orders);
  await visitor.expect(404, 'GET', `/api/me/names/${nameOf('raft')}`);
});

test('switched on late, it is told at once and charged no earlier than a week after', async () => {
  const { visitor, email, held, nameOf } = await holder(shop.server, { tender: false }, [good]);
  const { expiresOn } = await held('tender');
  await moveTo(visitor, addDays(expiresOn, -13));
  await visitor.expect(200, 'PATCH', `/api/me/names/${nameOf('tender')}`, { autoRenew: true });
  await moveTo(visitor, addDays(expiresOn, -12));
  expect(await mailAbout(visitor, email, /renews by itself/)).toContain(`on ${addDays(expiresOn, -5)};`);
  await moveTo(visitor, addDays(expiresOn, -6));
  expect((await held('tender')).expiresOn).toBe(expiresOn);
  await moveTo(visitor, addDays(expiresOn, -5));
  expect((await held('tender')).expiresOn > expiresOn).toBe(true);
});

test('an account whose contacts were all forgotten is billed as before', async () => {
  const { visitor, held } = await holder(shop.server, { wherry: true }, [good]);
  for (const { id } of await visitor.expect(200, 'GET', '/api/me/contacts'))
    await visitor.expect(204, 'DELETE', `/api/me/contacts/${id}`);
  const { expiresOn } = await held('wherry');
  await moveTo(visitor, addDays(expiresOn, -30));
  expect((await held('wherry')).expiresOn > expiresOn).toBe(true);
});
