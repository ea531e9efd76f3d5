import pg from 'pg';
import { grouped } from '@tienda/core/text/grouped';
import { studioNames } from '../src/demo/studio/story';
import { ownShop } from './ownShop';
import { ServerProcess } from './serverProcess';

/** A shop with a database of its own, since it fills an account with names that only one can hold. */
type Visitor = Awaited<ReturnType<ServerProcess['member']>>['visitor'];
let visitor: Visitor;

const shop = ownShop(26, { TIENDA_SWEEP_SECONDS: '3600' });
beforeAll(async () => {
  ({ visitor } = await shop.server.member());
  expect(await visitor.expect(200, 'POST', '/api/me/demo/studio', {})).toEqual({ loaded: true });
}, 60_000);

interface Listed {
  readonly name: string;
  readonly expiresOn: string;
  readonly registeredOn: string;
  readonly autoRenew: boolean;
  readonly locked: boolean;
  readonly suspended: boolean;
  readonly stage: string;
}
const listed = (query: string): Promise<Listed[]> => visitor.expect(200, 'GET', `/api/me/names?${query}`);

test('the studio holds its names for 25 clients in 60 extensions, of every stage and trouble', async () => {
  const names = await listed('');
  expect(names).toHaveLength(studioNames);
  expect(new Set(names.map(({ name }) => name.slice(name.indexOf('.')))).size).toBe(60);
  const groups: { names: number }[] = await visitor.expect(200, 'GET', '/api/me/groups');
  expect([groups.length, groups.reduce((sum, one) => sum + one.names, 0)]).toEqual([25, studioNames]);
  const counts = await visitor.expect(200, 'GET', '/api/me/name-counts');
  for (const what of ['soon', 'within90', 'ending', 'unpaid', 'unlocked', 'unconfirmed', 'suspended', 'restorable'])
    expect([what, counts[what] > 0]).toEqual([what, true]);
  expect(new Set(names.map(({ stage }) => stage))).toEqual(new Set(['active', 'grace', 'redemption']));
  const years = names.map(({ expiresOn }) => Number(expiresOn.slice(0, 4)));
  expect(Math.max(...years) - Math.min(...years)).toBeGreaterThanOrEqual(8);
  expect(await visitor.expect(200, 'POST', '/api/me/demo/studio', {})).toEqual({ loaded: false });
  const other = await shop.server.member();
  expect((await other.visitor.send('POST', '/api/me/demo/studio', {})).body.type).toBe('/problems/studio-held');
});

test('registries, orders and log agree: when each name began and ends, its lock, who holds it', async () => {
  const names = await listed('');
  const atRegistries = new pg.Client({ connectionString: process.env['TIENDA_OUTSIDE_DATABASE_URL'] ?? '' });
  await atRegistries.connect();
  const { rows } = await atRegistries.query<{ name: string; began: string; ends: string; statuses: string[] }>(
    `select name, to_char(created_at, 'YYYY-MM-DD') as began, to_char(expires_at, 'YYYY-MM-DD') as ends, statuses
     from registry.domain where name = any($1)`,
    [names.map(({ name }) => name)],
  );
  await atRegistries.end();
  const kept = new Map(rows.map((row) => [row.name, row]));
  for (const { name, registeredOn, expiresOn, locked, suspended } of names) {
    const { began, ends, statuses = [] } = kept.get(name) ?? {};
    expect([name, began, ends]).toEqual([name, registeredOn, expiresOn]);
    const isSet = ['clientTransferProhibited', 'clientHold'].map((one) => statuses.includes(one));
    expect([name, isSet]).toEqual([name, [locked, suspended]]);
  }
  for (const { name, expiresOn } of names.filter((_, place) => place % 37 === 0)) {
    const log = await visitor.expect(200, 'GET', `/api/me/names/${name}/log`);
    const paid = log.filter(({ what }: { what: object }) => 'expiresOn' in what);
    expect([paid[0].what.expiresOn, paid.at(-1).what.type]).toEqual([expiresOn, 'registered']);
    expect((await visitor.send('GET', `/api/lookup/${name}`)).body.ldhName).toBe(name);
  }
});

test('every order was paid to the unit, and its invoice has the next number of its year', async () => {
  const { rows } = await shop.database.query<{
    number: string;
    total: number;
    amount: number;
    lines: number;
    net: number;
  }>(
    `select i.number, (i.invoice ->> 'total')::int as total, (o.payment ->> 'amount')::int as amount,
       (i.invoice ->> 'net')::int as net,
       (select sum((n.line ->> 'net')::int)::int from operation n where n.order_id = o.id) as lines
     from customer_order o join invoice i on i.order_id = o.id order by o.number`,
  );
  expect(rows.length).toBeGreaterThan(200);
  for (const { number, total, amount, net, lines } of rows)
    expect([number, total, net]).toEqual([number, amount, lines]);
  const byYear = grouped(rows, ({ number }) => number.slice(0, 4));
  for (const ofYear of byYear.values())
    expect(ofYear.map(({ number }) => Number(number.slice(5)))).toEqual(ofYear.map((_, place) => place + 1));
});

test('nothing is due that was done already: a day goes by, and only what falls on it happens', async () => {
  const inbox = async () => (await visitor.expect(200, 'GET', '/api/demo/inbox')).length;
  const before = await inbox();
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  expect((await inbox()) - before).toBeLessThanOrEqual(3);
  expect((await listed('stage=redemption')).length).toBeGreaterThan(0);
});
