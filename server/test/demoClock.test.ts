import { orderNames, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(12, { TIENDA_SWEEP_SECONDS: '1' });

const advance = (visitor: Visitor, advanceDays: number) =>
  visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays });
const tokenIn = (text: string) => /confirm\?token=([\w-]+)/.exec(text)?.[1] ?? '';

async function untilSuspended(visitor: Visitor, name: string, isSo: boolean): Promise<void> {
  const held = () => visitor.expect(200, 'GET', `/api/me/names/${name}`);
  await until(held, ({ suspended }) => suspended === isSo);
}
const statusesOf = async (visitor: Visitor, name: string): Promise<string[]> => {
  const { body } = await visitor.send('GET', `/api/lookup/${name}`);
  return (typeof body === 'string' ? JSON.parse(body) : body).status;
};

test('a holder is asked once, reminded, suspended when out of time, and released on confirming', async () => {
  const { visitor } = await shop.server.member();
  const holder = `${unique('holder')}@saltwhistle.example`;
  const { marenContact } = await import('../../scripts/demo.mjs');
  await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, email: holder });
  const names = [`${unique('held')}.org`, `${unique('held')}.org`];
  for (const name of names) await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const asked = await mailTo(visitor, holder, /^Confirm your address by/);
  expect(asked.text).toContain(names[0]);
  const inbox = await visitor.expect(200, 'GET', `/api/demo/inbox?to=${holder}`);
  expect(inbox).toHaveLength(1);
  const [check] = await visitor.expect(200, 'GET', '/api/me/holder-checks');
  expect(check).toMatchObject({ email: holder, confirmed: false, suspended: false });
  expect(asked.subject).toContain(check.confirmBy);

  await advance(visitor, 6);
  expect(tokenIn((await mailTo(visitor, holder, /^Reminder/)).text)).toBe(tokenIn(asked.text));
  await advance(visitor, 10);
  for (const name of names) await untilSuspended(visitor, name, true);
  expect(await statusesOf(visitor, names[0] ?? '')).toContain('client hold');
  await mailTo(visitor, holder, /is suspended$/);

  const stranger = await shop.server.visitor();
  await stranger.expect(404, 'POST', '/api/holder-checks/confirm', { token: 'made-up' });
  const confirmed = await stranger.expect(200, 'POST', '/api/holder-checks/confirm', { token: tokenIn(asked.text) });
  expect(confirmed).toEqual({ email: holder });
  for (const name of names) await untilSuspended(visitor, name, false);
  expect(await statusesOf(visitor, names[0] ?? '')).not.toContain('client hold');
  await mailTo(visitor, holder, /is back in service$/);
});

test('an address confirmed in time is asked no more; the mail is sent again where that is wanted', async () => {
  const { visitor, email } = await shop.server.member();
  const { marenContact } = await import('../../scripts/demo.mjs');
  await visitor.expect(201, 'POST', '/api/me/contacts', { ...marenContact, email });
  await untilEnded(visitor, (await orderNames(visitor, [{ name: `${unique('held')}.org` }])).id);
  await mailTo(visitor, email, /^Confirm your address by/);
  await visitor.expect(202, 'POST', '/api/me/holder-checks', { email });
  const again = await mailTo(visitor, email, /^Reminder/);
  await visitor.expect(200, 'POST', '/api/holder-checks/confirm', { token: tokenIn(again.text) });
  const name = `${unique('held')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  await advance(visitor, 20);
  expect((await visitor.expect(200, 'GET', '/api/me/holder-checks'))[0]).toMatchObject({ confirmed: true });
  await visitor.expect(404, 'POST', '/api/me/holder-checks', { email });
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).suspended).toBe(false);
});

test('a transfer that does not come in seven days is given up, and the names are back in the basket', async () => {
  const { visitor, email } = await shop.server.member();
  const name = `${unique('late')}.org`;
  const { id } = await orderNames(visitor, [{ name }], { payment: { method: 'transfer' } });
  await untilOrder(visitor, id, ({ status }) => status === 'waitingForPayment');
  await advance(visitor, 6);
  expect((await visitor.expect(200, 'GET', `/api/me/orders/${id}`)).status).toBe('waitingForPayment');
  await advance(visitor, 2);
  const order = await untilEnded(visitor, id);
  expect([order.status, order.payment.cause]).toEqual(['declined', 'tooLate']);
  expect(await intentsOf(id)).toMatchObject([{ status: 'voided', captured: 0 }]);
  expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toMatchObject([{ name }]);
  await mailTo(visitor, email, /not paid$/);
});
