import { cpSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { drizzle } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import { addDays, daysBetween, isoDate } from '@tienda/core/time/isoDate';
import { orderNames, until, untilEnded, Visitor } from '../../scripts/demo.mjs';
import { buyer, intentsOf, ownDatabase, ServerProcess, untilOrder } from './serverProcess';

const root = path.resolve(__dirname, '../..');
/** Orders of the shop as it was, by where they stood. */
const orders = {
  ended: 'a0e37cec-0760-8b90-aa1b-3929236b4f42',
  declined: '76cafee6-a494-8542-a206-33fc7611be6c',
  partly: '82a983fe-123d-8d48-a0cb-358fe594de4d',
  waiting: '15af92df-62e8-8dee-ab86-82e375fa93e5',
  short: '45ac23b7-6593-8298-a515-d1d376de710b',
  cancelled: '6cc26842-e9aa-81cf-ad61-9c01f87e5136',
  pending: 'dbbd7e60-7039-8052-a98a-b4dd320808c2',
  half: 'c7242999-e718-8e2f-ad93-06d4dfa72aca',
  captureUnanswered: 'baa064d9-84a9-8c1a-ac16-ab80803e56c5',
  asked: 'e8050ca4-1e5d-8635-a3d1-8d16e4aafd5d',
  unresolved: '10fe9330-48c5-8cb6-ad89-3a372083a26a',
} as const;

const offset = 19;
let server: ServerProcess;
let visitor: Visitor;
let database: pg.Client;

/** The migrations that there were then. */
function migrationsOf(last: number): string {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'tienda-migrations-'));
  cpSync(path.join(root, 'server/drizzle'), folder, { recursive: true });
  const file = path.join(folder, 'meta/_journal.json');
  const journal: { entries: { idx: number }[] } = JSON.parse(readFileSync(file, 'utf8'));
  writeFileSync(file, JSON.stringify({ ...journal, entries: journal.entries.filter(({ idx }) => idx <= last) }));
  return folder;
}

const madeOn = '2026-11-26';

/** What there was then, as if it had been made yesterday. */
function sqlOf(name: string): string {
  const since = daysBetween(madeOn, isoDate(new Date())) - 1;
  const file = readFileSync(path.join(__dirname, 'data', name), 'utf8');
  return file.replace(/\b20\d\d-\d\d-\d\d(?=[T "'])/g, (day) => addDays(day, since));
}

beforeAll(async () => {
  const own = await ownDatabase('older');
  database = own.client;
  await migrate(drizzle(database), { migrationsFolder: migrationsOf(17) });
  await database.query(sqlOf('shopOf0017.sql'));
  // Its buyers still have time, and one provider never said that it held nothing.
  await database.query(`update order_event set event = jsonb_set(event, '{until}', to_jsonb(now() + interval '5 days'))
    where event ->> 'type' = 'waiting'`);
  await database.query('update customer_order set ended = false where id = $1', [orders.unresolved]);
  const outside = new pg.Client({ connectionString: process.env['TIENDA_OUTSIDE_DATABASE_URL'] ?? '' });
  await outside.connect();
  // The provider tells the shop where it is now.
  const url = `http://127.0.0.1:${Number(process.env['TIENDA_PORT']) + 200 + offset}`;
  await outside.query(sqlOf('outsideOf0017.sql').replaceAll('http://127.0.0.1:4910', url));
  await outside.end();
  server = await ServerProcess.start(offset, {
    DATABASE_URL: own.url,
    TIENDA_SWEEP_SECONDS: '1',
    TIENDA_LEASE_SECONDS: '1',
    TIENDA_SECRET: 'the key of the shop as it was before',
  });
  visitor = await server.visitor();
  await visitor.expect(200, 'POST', '/api/session', {
    email: 'maren@saltwhistle.example',
    password: 'a slow green boat',
  });
}, 60_000);
afterAll(async () => {
  await server.end();
  await database.end();
});

const typesOf = (order: { events: { type: string }[] }) => order.events.map(({ type }) => type);
const find = (id: string) => visitor.expect(200, 'GET', `/api/me/orders/${id}`);

/** What the provider keeps for an order in the end, with nothing left open. */
async function kept(orderId: string): Promise<number> {
  const intents = await intentsOf(orderId);
  for (const { status } of intents) expect(['captured', 'voided', 'declined', 'paid', 'refunded']).toContain(status);
  return intents.reduce(
    (sum, { status, captured, amount, refunded }) =>
      sum + (['paid', 'refunded'].includes(status) ? amount - refunded : captured),
    0,
  );
}

test('orders that had ended are as they were: their names, their papers, what happened', async () => {
  const ended = await find(orders.ended);
  expect([ended.status, ended.ended, ended.lines[0].state.at]).toEqual(['done', true, 'done']);
  expect(typesOf(ended)).toEqual(['placed', 'authorised', 'sent', 'done', 'captured', 'told']);
  expect(ended.documents).toHaveLength(1);
  const declined = await find(orders.declined);
  expect([declined.status, typesOf(declined)]).toEqual(['declined', ['placed', 'declined', 'told']]);
  const partly = await find(orders.partly);
  expect([partly.status, partly.documents.length]).toEqual(['partlyDone', 2]);
  expect(partly.lines.map(({ state }: { state: { at: string } }) => state.at).sort()).toEqual(['done', 'refused']);
  const log = await visitor.expect(200, 'GET', '/api/me/names/over-done.boats/log');
  expect(log).toMatchObject([{ what: { type: 'registered', years: 2 } }]);
  const { balances } = await visitor.expect(200, 'GET', '/api/me/balance');
  expect(balances).toEqual([{ currency: 'USD', amount: 2500 }]);
  // It had them before anyone could choose.
  expect((await visitor.expect(200, 'GET', '/api/session')).account.invoiceFiles).toBe(true);
});

test('money that was on its way buys what it was for', async () => {
  for (const id of [orders.waiting, orders.short]) {
    const waiting = await find(id);
    expect([waiting.status, waiting.payment.received !== undefined]).toEqual([
      'waitingForPayment',
      id === orders.short,
    ]);
    expect(await buyer(id, 'bank/send')).toBe(303);
    const order = await untilEnded(visitor, id);
    expect([order.status, await kept(id)]).toEqual(['done', order.total]);
  }
});

test('a payment that was given up stays given up: what comes late goes back', async () => {
  expect((await find(orders.cancelled)).status).toBe('declined');
  await buyer(orders.cancelled, 'bank/send');
  await untilOrder(visitor, orders.cancelled, ({ payment }) => payment.at === 'refunded');
  expect(await kept(orders.cancelled)).toBe(0);
  // Nobody knows whether anything was held: it is asked for, and let go.
  await untilOrder(visitor, orders.unresolved, (order) => typesOf(order).includes('cleared'));
  expect(await kept(orders.unresolved)).toBe(0);
});

test('names that were at their registries are found there: none is lost, none is sent twice', async () => {
  const half = await untilEnded(visitor, orders.half);
  expect([half.status, await kept(orders.half)]).toEqual(['done', half.total]);
  // It had been registered, and the answer had never come: it is known again by its code.
  expect(typesOf(half).filter((type) => type === 'sent')).toHaveLength(2);
  const pending = await untilEnded(visitor, orders.pending, 60_000);
  expect([pending.status, await kept(orders.pending)]).toEqual(['done', pending.total]);
  const capture = await untilEnded(visitor, orders.captureUnanswered);
  expect([capture.status, await kept(orders.captureUnanswered)]).toEqual(['done', capture.total]);
});

test('a payment that had only been asked for is asked for, and can be given up', async () => {
  await untilOrder(visitor, orders.asked, ({ status }) => status === 'waitingForPayment');
  expect(await buyer(orders.asked, 'wallet/approve')).toBe(303);
  const order = await untilEnded(visitor, orders.asked);
  expect([order.status, await kept(orders.asked)]).toEqual(['done', order.total]);
});

test('what was held is held once, and goes on: it is renewed like any other', async () => {
  const names: { name: string }[] = await visitor.expect(200, 'GET', '/api/me/names');
  expect(names.map(({ name }) => name).sort()).toEqual([
    'over-asked.boats',
    'over-capture.marine',
    'over-done.boats',
    'over-half.marine',
    'over-half.org',
    'over-partly.boats',
    'over-pending.tw',
    'over-short.boats',
    'over-waiting.boats',
  ]);
  const before = await visitor.expect(200, 'GET', '/api/me/names/over-done.boats');
  await untilEnded(visitor, (await orderNames(visitor, [{ name: before.name, action: 'renew' }])).id);
  const after = await visitor.expect(200, 'GET', '/api/me/names/over-done.boats');
  expect(Number(after.expiresOn.slice(0, 4))).toBe(Number(before.expiresOn.slice(0, 4)) + 1);
});

test('nothing is left that nobody looks after', async () => {
  const open = async () =>
    (await database.query('select number from customer_order where not ended order by number')).rows;
  await until(open, (orders) => orders.length === 0);
  expect((await database.query('select 1 from attention')).rowCount).toBe(0);
  const { rows } = await database.query('select 1 from information_schema.schemata where schema_name = $1', ['queue']);
  expect(rows).toEqual([]);
});
