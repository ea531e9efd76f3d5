import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { placeOrder, readyToOrder, signUp, Visitor } from '../demo.mjs';
import { postgresPrograms, root } from '../setup.mjs';
import { prepareWorld, startServer, startStandIns, stop } from '../world.mjs';
import { cpuOf, Statements, work } from './counted.mjs';
import { percentile, round } from './measure.mjs';

const accounts = 12;
const ordersEach = 20;
const alone = 60;
const buyers = 200;
const rounds = 5;

/** Orders from "pay" to told, with stand-ins that answer at once: what Tienda itself takes. */
export async function benchOrders() {
  const { env, postgres } = await prepareWorld({
    data: path.join(root, '.data', 'bench-orders'),
    base: 5010,
    name: 'tienda_bench_orders',
    fresh: true,
    more: { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000000', TIENDA_PACE: '0', TIENDA_LOG: 'info' },
  });
  const standIns = await startStandIns(env);
  const servers = [await startServer(env)];
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  try {
    const [server] = servers;
    const url = `http://127.0.0.1:${env.TIENDA_PORT}`;
    // First, since it holds up this process, and with it the lines that are open to the server.
    const tps = transactions(env);
    await throughput([url], client);
    const times = await oneByOne(url);
    const one = await inRounds(() => throughput([url], client));
    const cpu = await cpuOfOrders(url, client, server.pid, 1, 40);
    const large = await cpuOfOrders(url, client, server.pid, 500, 2);
    const second = { TIENDA_PORT: String(Number(env.TIENDA_PORT) + 90) };
    servers.push(await startServer({ ...env, ...second, TIENDA_NOTICE_URL: `${url}/api/payments/notices` }));
    const urls = [url, `http://127.0.0.1:${second.TIENDA_PORT}`];
    const two = await inRounds(() => throughput(urls, client));
    const crowdSeconds = await crowd(urls, client);
    await stop(servers.pop());
    const statements = await statementsOfOrders(env, servers, client, url);
    const floor = { floor: round(tps, 0), floorIs: 'pgbench TPC-B, 16 clients' };
    return [
      {
        what: 'from pay to registered, one at a time',
        p50: round(percentile(times, 0.5), 0),
        p95: round(percentile(times, 0.95), 0),
        unit: 'ms',
        floor: round(1000 / (tps / 16), 1),
        floorIs: 'one TPC-B transaction of 16 at once',
        ratio: round(percentile(times, 0.5) / (1000 / (tps / 16)), 1),
      },
      { what: 'orders, one server', p50: round(one, 1), unit: 'orders/s', ...floor, ratio: round(one / tps, 4) },
      { what: 'orders, two servers', p50: round(two, 1), unit: 'orders/s', ...floor, ratio: round(two / tps, 4) },
      { what: 'an order of one name: server CPU', p50: round(cpu, 1), unit: 'ms', ...work(cpu) },
      { what: 'an order of 500 names: server CPU', p50: round(large, 0), unit: 'ms', ...work(large) },
      { what: 'an order of one name: statements', p50: round(statements, 1), unit: 'statements' },
      { what: '200 buyers of one name, two servers', p50: round(crowdSeconds, 1), unit: 's' },
    ];
  } finally {
    await client.end();
    for (const server of servers) await stop(server);
    await stop(standIns);
    postgres.stop();
  }
}

let count = 0;
const freshName = () => `bench-${Date.now().toString(36)}${(count += 1)}.org`;

async function member(url) {
  const visitor = await Visitor.open(url);
  await signUp(visitor, `bench${Date.now().toString(36)}${(count += 1)}@saltwhistle.example`, 'a slow green boat');
  return visitor;
}

/** Until no order is open, and no mail waits. */
async function untilQuiet(client) {
  const open = `select (select count(*) from customer_order where not ended)
    + (select count(*) from outgoing where sent_at is null and given_up_at is null) as n`;
  while (Number((await client.query(open)).rows[0].n) > 0) await pause(10);
}

/** Milliseconds from sending an order until its name is registered, as the progress stream tells it. */
async function oneByOne(url) {
  const visitor = await member(url);
  const times = [];
  for (let i = 0; i < alone; i += 1) {
    const ready = await readyToOrder(visitor, [{ name: freshName() }]);
    const start = performance.now();
    const { id } = await placeOrder(visitor, ready);
    await registered(visitor, id);
    times.push(performance.now() - start);
  }
  return times;
}

/** Reads an order's progress stream until its name is registered. */
async function registered(visitor, id) {
  const { cookie } = visitor.credentials();
  const stream = await fetch(`${visitor.url}/api/me/orders/${id}/progress`, { headers: { Cookie: cookie } });
  let text = '';
  for await (const piece of stream.body.pipeThrough(new TextDecoderStream())) {
    text += piece;
    if (text.includes('"at":"done"')) return;
  }
  throw new Error(`The name was not registered: ${text.slice(-500)}`);
}

async function readyOrders(url, many, names = 1) {
  const visitor = await member(url);
  const orders = [];
  for (let i = 0; i < many; i += 1)
    orders.push(
      await readyToOrder(
        visitor,
        Array.from({ length: names }, () => ({ name: freshName() })),
      ),
    );
  return { visitor, orders };
}

/** Orders a second until the last of many is told, sent by several accounts at once. */
async function throughput(urls, client) {
  const ready = await Promise.all(
    Array.from({ length: accounts }, (_, index) => readyOrders(urls[index % urls.length], ordersEach)),
  );
  await untilQuiet(client);
  const open = 'select count(*)::int as n from customer_order where not ended';
  const start = performance.now();
  await Promise.all(
    ready.map(async ({ visitor, orders }) => {
      for (const order of orders) await placeOrder(visitor, order);
    }),
  );
  while ((await client.query(open)).rows[0].n > 0) await pause(20);
  const perSecond = (accounts * ordersEach * 1000) / (performance.now() - start);
  await untilQuiet(client);
  return perSecond;
}

/** The middle of a few rounds: processes that are just started get quicker for a while. */
async function inRounds(measure) {
  const measured = [];
  for (let round = 0; round < rounds; round += 1) measured.push(await measure());
  return percentile(measured, 0.5);
}

/** Milliseconds of processor time that a warm server takes for an order, its mails and papers included. */
async function cpuOfOrders(url, client, pid, names, many) {
  const { visitor, orders } = await readyOrders(url, many, names);
  await untilQuiet(client);
  const before = cpuOf(pid);
  for (const order of orders) {
    await placeOrder(visitor, order);
    await untilQuiet(client);
  }
  return (cpuOf(pid) - before) / many;
}

/** What the shop's database is asked for an order, from sending it until its last mail is out. */
async function statementsOfOrders(env, servers, client, url) {
  const statements = new Statements(client, env);
  await statements.open();
  try {
    await stop(servers.pop());
    servers.push(await startServer(env));
    const { visitor, orders } = await readyOrders(url, 20);
    await untilQuiet(client);
    await pause(1000);
    statements.begin();
    for (const order of orders) {
      await placeOrder(visitor, order);
      await untilQuiet(client);
    }
    await pause(500);
    return statements.count() / orders.length;
  } finally {
    await statements.close();
  }
}

/** Seconds until the orders of many for the same name have all ended, one of them with the name. */
async function crowd(urls, client) {
  const name = freshName();
  const ready = [];
  for (let i = 0; i < buyers; i += 20)
    ready.push(
      ...(await Promise.all(
        Array.from({ length: 20 }, async (_, index) => {
          const visitor = await member(urls[index % urls.length]);
          return { visitor, ready: await readyToOrder(visitor, [{ name }]) };
        }),
      )),
    );
  await untilQuiet(client);
  const start = performance.now();
  await Promise.all(
    ready.map(({ visitor, ready: { quote, order } }) =>
      visitor.send('POST', '/api/me/orders', order, { 'Idempotency-Key': quote.id }),
    ),
  );
  await untilQuiet(client);
  const seconds = (performance.now() - start) / 1000;
  const { rows } = await client.query('select count(*)::int as n from held_name where name = $1', [name]);
  if (rows[0].n !== 1) throw new Error(`${name} is held ${rows[0].n} times`);
  return seconds;
}

/** TPC-B transactions a second of PostgreSQL on this machine. */
function transactions({ DATABASE_URL }) {
  const pgbench = path.join(postgresPrograms(), 'pgbench');
  const quiet = { stdio: ['ignore', 'pipe', 'ignore'], encoding: 'utf8' };
  execFileSync(pgbench, ['-i', '-q', '-s', '10', DATABASE_URL], quiet);
  const said = execFileSync(pgbench, ['-n', '-c', '16', '-j', '2', '-T', '5', DATABASE_URL], quiet);
  return Number(/tps = ([\d.]+)/.exec(said)?.[1]);
}
