import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { readyToOrder, signUp, Visitor } from '../demo.mjs';
import { postgresPrograms, root } from '../setup.mjs';
import { prepareWorld, startServer, startStandIns, stop } from '../world.mjs';
import { percentile, round } from './measure.mjs';

const accounts = 12;
const ordersEach = 12;
const alone = 40;

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
    const url = `http://127.0.0.1:${env.TIENDA_PORT}`;
    // First, since it holds up this process, and with it the lines that are open to the server.
    const tps = transactions(env);
    const times = await oneByOne(url);
    const one = await throughput([url], client);
    const secondPort = String(Number(env.TIENDA_PORT) + 90);
    servers.push(
      await startServer({ ...env, TIENDA_PORT: secondPort, TIENDA_NOTICE_URL: `${url}/api/payments/notices` }),
    );
    const two = await throughput([url, `http://127.0.0.1:${secondPort}`], client);
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

const place = (visitor, { quote, order }) =>
  visitor.expect(201, 'POST', '/api/me/orders', order, { 'Idempotency-Key': quote.id });

/** Milliseconds from sending an order until its name is registered, as the progress stream tells it. */
async function oneByOne(url) {
  const visitor = await member(url);
  const times = [];
  for (let i = 0; i < alone; i += 1) {
    const ready = await readyToOrder(visitor, [{ name: freshName() }]);
    const start = performance.now();
    const { id } = await place(visitor, ready);
    for (;;) {
      const { lines } = await visitor.expect(200, 'GET', `/api/me/orders/${id}`);
      if (lines[0].state.at === 'done') break;
      await pause(2);
    }
    times.push(performance.now() - start);
  }
  return times;
}

/** Orders a second until the last of many is told, sent by several accounts at once. */
async function throughput(urls, client) {
  const ready = await Promise.all(
    Array.from({ length: accounts }, async (_, index) => {
      const visitor = await member(urls[index % urls.length]);
      const orders = [];
      for (let i = 0; i < ordersEach; i += 1) orders.push(await readyToOrder(visitor, [{ name: freshName() }]));
      return { visitor, orders };
    }),
  );
  const open = async () =>
    (await client.query('select count(*)::int as n from customer_order where not ended')).rows[0].n;
  const start = performance.now();
  await Promise.all(
    ready.map(async ({ visitor, orders }) => {
      for (const order of orders) await place(visitor, order);
    }),
  );
  while ((await open()) > 0) await pause(20);
  return (accounts * ordersEach * 1000) / (performance.now() - start);
}

/** TPC-B transactions a second of PostgreSQL on this machine. */
function transactions({ DATABASE_URL }) {
  const pgbench = path.join(postgresPrograms(), 'pgbench');
  const quiet = { stdio: ['ignore', 'pipe', 'ignore'], encoding: 'utf8' };
  execFileSync(pgbench, ['-i', '-q', '-s', '10', DATABASE_URL], quiet);
  const said = execFileSync(pgbench, ['-n', '-c', '16', '-j', '2', '-T', '5', DATABASE_URL], quiet);
  return Number(/tps = ([\d.]+)/.exec(said)?.[1]);
}
