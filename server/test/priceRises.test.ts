import { readCatalogue } from '@tienda/core/catalogue/readCatalogue';
import { agreements, extensionEntries } from '@tienda/core/catalogue/shipped';
import { unpackAhead } from '@tienda/core/pricing/aheadFeed';
import { addDays, addYears, isoDate } from '@tienda/core/time/isoDate';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { moveTo, subjectsTo } from './renewalHelpers';
import { ownShop } from './ownShop';
import { mailTo, unique } from './serverProcess';

/** A shop with a database of its own, since it moves the demo clock. */

const shop = ownShop(30, { TIENDA_SWEEP_SECONDS: '3600' });

const today = isoDate(new Date());
const about = /of your names costs? more soon/;

/** The first extension whose rise is announced as a later month turns, on that day, and that anyone may have. */
function soonToRise() {
  const start = `${today.slice(0, 'YYYY-MM'.length)}-01`;
  for (let month = 1; month <= 12; month += 1) {
    const day = addMonths(start, month);
    const found = [...readCatalogue(extensionEntries, agreements, day.slice(0, 'YYYY-MM'.length)).values()].find(
      ({ rise, requirements, terms }) =>
        rise?.from === addMonths(day, 6) && requirements.length === 0 && terms.renew.length === 10,
    );
    if (found?.rise) return { ...found, rise: found.rise, announcedOn: day };
  }
  throw new Error('No rise is announced within a year');
}

function addMonths(day: string, count: number): string {
  const month = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 + count;
  return `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}${day.slice('YYYY-MM'.length)}`;
}

test('a rise is told once with what renewing before saves; it is on the name, in the list and in the years ahead, and comes as announced', async () => {
  const { label, prices, rise, announcedOn } = soonToRise();
  const more = rise.renew - prices.renew;
  const { visitor, email } = await shop.server.member();
  const names = [`${unique('fender')}.${label}`, `${unique('fender')}.org`, `${unique('dear')}.${label}`];
  const [name = '', other = '', premium = ''] = names;
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((one) => ({ name: one })),
      )
    ).id,
  );
  await shop.database.query('update held_name set premium_renew = 90000 where name = $1', [premium]);

  await moveTo(visitor, addDays(announcedOn, -1));
  expect(await subjectsTo(visitor, email, about)).toEqual([]);
  await moveTo(visitor, announcedOn);
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).rise).toEqual({
    on: rise.from,
    more,
    years: 9,
    saves: 9 * more,
  });
  for (const one of [other, premium])
    expect(await visitor.expect(200, 'GET', `/api/me/names/${one}`)).not.toHaveProperty('rise');
  const listed = async (is: string) =>
    (await visitor.expect(200, 'GET', `/api/me/names?${is}&sort=name`)).map((one: { name: string }) => one.name);
  expect(await listed('dearer=1')).toEqual([name]);
  expect(await listed('dearer=0')).toEqual([premium, other].sort());
  expect(await visitor.expect(200, 'GET', '/api/me/name-counts')).toMatchObject({ all: 3, dearer: 1 });
  const ahead = unpackAhead(await visitor.expect(200, 'GET', '/api/me/ahead'));
  expect(ahead.map((one) => [one.name, one.price.rise, one.mostYears]).sort()).toEqual(
    [
      [name, { on: rise.from, more }, 9],
      [other, undefined, 9],
      [premium, undefined, 9],
    ].sort(),
  );

  const quoted = async () => {
    const asked = {
      currency: 'USD',
      items: [{ name, action: 'renew', years: 1, privacy: true, autoRenew: true }],
      codes: [],
      customer: { country: 'MX', kind: 'person', isNew: false },
    };
    const { lines } = await visitor.expect(200, 'POST', '/api/quotes', asked);
    return lines[0];
  };
  const before = await quoted();
  expect(before.charge).toBe(prices.renew);
  expect(before.renewal.risen).toEqual({ from: rise.from, each: Number(before.renewal.each) + more });

  const { text } = await mailTo(visitor, email, about);
  expect(text).toContain(`.${label}, from ${rise.from}: ${(more / 100).toFixed(2)} USD more a year.`);
  expect(text).toContain(`would save ${((9 * more) / 100).toFixed(2)} USD`);
  expect(text).toContain('/names?show=dearer');

  await moveTo(visitor, addDays(rise.from, -1));
  expect((await quoted()).charge).toBe(prices.renew);
  await moveTo(visitor, rise.from);
  expect((await quoted()).charge).toBe(rise.renew);
  expect(await visitor.expect(200, 'GET', `/api/me/names/${name}`)).not.toHaveProperty('rise');
  expect(await listed('dearer=1')).toEqual([]);
  // Told once, though months have turned since.
  expect(
    await subjectsTo(visitor, email, new RegExp(`\\.${label.replaceAll('.', '\\.')}, from ${rise.from}`)),
  ).toHaveLength(1);
});

test('a name that is paid for as far ahead as it can be is not among those that cost more soon', async () => {
  const { visitor } = await shop.server.member();
  const now = (await visitor.expect(200, 'GET', '/api/demo/clock')).now.slice(0, 'YYYY-MM-DD'.length);
  const month = now.slice(0, 'YYYY-MM'.length);
  const found = [...readCatalogue(extensionEntries, agreements, month).values()].find(
    ({ rise, requirements }) => rise && requirements.length === 0,
  );
  const name = `${unique('tiller')}.${found?.label}`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const dearer = async () => (await visitor.expect(200, 'GET', '/api/me/name-counts')).dearer;
  expect(await dearer()).toBe(1);
  await shop.database.query('update held_name set expires_on = $2 where name = $1', [
    name,
    addDays(addYears(now, 9), 1),
  ]);
  expect(await dearer()).toBe(0);
  expect(await visitor.expect(200, 'GET', `/api/me/names/${name}`)).not.toHaveProperty('rise');
});
