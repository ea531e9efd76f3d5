import { addDays, isoDate } from '@tienda/core/time/isoDate';
import { cardGoodUntil } from '@tienda/core/orders/cardEnd';
import { orderNames, tokenFor, untilEnded } from '../../scripts/demo.mjs';
import { moveTo, subjectsTo } from './renewalHelpers';
import { ownShop } from './ownShop';
import { mailTo, unique } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(30, { TIENDA_SWEEP_SECONDS: '3600' });

/** The month in half a year, as the provider and as cards have it. */
const month = addDays(isoDate(new Date()), 180).slice(0, 'YYYY-MM'.length);
const expiry = `${month.slice(5)}/${month.slice(2, 4)}`;
const about = /^Your card ending in 0006 is good until/;

/** Somebody whose card is good for half a year, with a name for a year. */
async function holder(autoRenew: boolean) {
  const { visitor, email } = await shop.server.member();
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const payment = { method: 'card', token: await tokenFor(paymentsUrl, undefined, expiry), keep: true };
  const name = `${unique('tiller')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name, autoRenew }], { payment })).id);
  return { visitor, email, name };
}

test('a card that runs out before what it pays for is told once, 90 days ahead, with what it pays for; the page says until when', async () => {
  const { visitor, email, name } = await holder(true);
  const idle = await holder(false);
  expect(await visitor.expect(200, 'GET', '/api/me/cards')).toMatchObject([{ last4: '0006', expires: month }]);
  const until = cardGoodUntil(month);
  await moveTo(visitor, addDays(until, -91));
  expect(await subjectsTo(visitor, email, about)).toEqual([]);
  await moveTo(visitor, addDays(until, -90));
  const { text } = await mailTo(visitor, email, about);
  expect(text).toContain(`a name that renews by itself, and is good until ${until}.`);
  expect(text).toContain(`The first of them to end is ${name}, on `);
  await moveTo(visitor, addDays(until, -60));
  expect(await subjectsTo(visitor, email, about)).toHaveLength(1);
  // Where nothing renews by itself nobody is troubled.
  expect(await subjectsTo(visitor, idle.email, about)).toEqual([]);
});
