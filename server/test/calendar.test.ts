import ICAL from 'ical.js';
import { orderNames, untilEnded } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(3);
});
afterAll(() => server.end());

/** What a program that fetches the address reads: each event's day and words. */
async function eventsAt(url: string): Promise<string[]> {
  const response = await fetch(`${server.url}${new URL(url).pathname}`);
  expect([response.status, response.headers.get('Content-Type')]).toEqual([200, 'text/calendar; charset=utf-8']);
  const calendar = new ICAL.Component(ICAL.parse(await response.text()));
  return calendar
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event))
    .map(({ startDate, summary, uid }) => {
      expect([startDate.isDate, uid]).toEqual([true, expect.stringMatching(/@tienda$/)]);
      return `${startDate.toString()} ${summary}`;
    })
    .sort();
}

test('a calendar program sees when names end and what renews by itself, at an address that can be changed', async () => {
  const { visitor } = await server.member();
  const [kept, dropped] = [`${unique('cal')}.org`, `${unique('cal')}.org`];
  await untilEnded(visitor, (await orderNames(visitor, [{ name: kept, autoRenew: true }, { name: dropped }])).id);
  const { expiresOn, autoRenewal } = await visitor.expect(200, 'GET', `/api/me/names/${kept}`);
  const { afterExpiry } = await visitor.expect(200, 'GET', `/api/me/names/${dropped}`);
  const { url } = await visitor.expect(200, 'GET', '/api/me/calendar');
  const lastDay = new Date(Date.parse(afterExpiry.redemptionFrom) - 86_400_000).toISOString().slice(0, 10);
  const events = await eventsAt(url);
  expect(events).toEqual(
    [
      `${autoRenewal.nextTry} ${kept} renews by itself: it is paid`,
      `${expiresOn} ${kept}: its term ends`,
      `${expiresOn} ${dropped} ends unless you renew it`,
      `${lastDay} ${dropped}: last day to renew it at the renewal price`,
    ].sort(),
  );
  expect(await eventsAt(url)).toEqual(events);
  const other = await visitor.expect(200, 'POST', '/api/me/calendar');
  expect(other.url).not.toBe(url);
  expect((await fetch(`${server.url}${new URL(url).pathname}`)).status).toBe(404);
  expect(await eventsAt(other.url)).toEqual(events);
});

test.each(['nothing', '00000000-0000-4000-8000-000000000000.abc.ics', 'a.b.c.d'])(
  'an address that is none is not found: %s',
  async (secret) => {
    expect((await fetch(`${server.url}/api/calendars/${secret}`)).status).toBe(404);
  },
);
