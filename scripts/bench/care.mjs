import { readFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { demoSignIns, loadDemo, orderNames, signUp, tokenFor, untilEnded, Visitor } from '../demo.mjs';
import { root } from '../setup.mjs';
import { prepareWorld, startServer, startStandIns, stop } from '../world.mjs';
import { bundled } from './bundle.mjs';
import { cpuOf, fixedWork, Statements } from './counted.mjs';
import { round } from './measure.mjs';

/** Names that renew by themselves on one day; `TIENDA_BENCH_DUE=100000` for a run of as many. */
const due = Number(process.env.TIENDA_BENCH_DUE ?? 10_000);
const accounts = 20;

/** Looking after many names: a change of all that the studio holds, and a day on which many renew by themselves. */
export async function benchCare() {
  return [...(await benchBulkChange()), ...(await benchDueDay())];
}

/** Registries that take as long as they do in the demo. */
async function benchBulkChange() {
  return inWorld('bench-bulk', 5210, {}, async ({ url, server, env }) => {
    await loadDemo(url);
    const studio = await signedIn(
      url,
      demoSignIns.find(({ email }) => email.startsWith('ilse')),
    );
    const held = await studio.expect(200, 'GET', '/api/me/names');
    const active = held.filter(({ stage }) => stage === 'active').map(({ name }) => name);
    const floorMs = await registriesTime(active, env);
    const names = held.map(({ name }) => name);
    const times = [];
    const costs = [];
    for (const locked of [false, true, false, true]) {
      const [start, cpu] = [performance.now(), cpuOf(server.pid)];
      await studio.expect(200, 'POST', '/api/me/name-changes', { names, locked });
      await untilAnswered(studio);
      times.push(performance.now() - start);
      costs.push(cpuOf(server.pid) - cpu);
    }
    // The first one puts some in the state in which the others already are.
    const [ms, cpu] = [times, costs].map((all) => Math.min(...all.slice(1)));
    return [
      {
        what: `the lock of ${names.length} names changed`,
        p50: round(ms, 0),
        unit: 'ms',
        floor: round(floorMs, 0),
        floorIs: 'a bare client that keeps as many sessions busy',
        ratio: round(ms / floorMs, 2),
      },
      { what: `the lock of ${names.length} names changed: server CPU`, p50: cpu, unit: 'ms', ...work(cpu) },
    ];
  });
}

/**
 * Milliseconds in which a bare client asks and changes the lock of each name, over as many sessions with each registry as
 * one server opens (half of those allowed, so that two can run), each busy all the time.
 */
async function registriesTime(names, env) {
  const { EppConnection, extensions, readConfig } = await bundled(
    'bench-registries',
    `export { EppConnection } from './src/gateways/registry/eppConnection';
     export { readConfig } from './src/platform/config';
     export { extensionEntries as extensions } from '@tienda/core/catalogue/shipped';`,
  );
  const ours = { ...process.env };
  Object.assign(process.env, env);
  const config = readConfig();
  process.env = ours;
  const registryOf = new Map(extensions.map(({ label, registry }) => [label, registry]));
  const lanes = await Promise.all(
    config.registries.map(async ({ id, port, sessions }) => ({
      kept: names.filter((name) => registryOf.get(name.slice(name.indexOf('.') + 1)) === id),
      connections: await Promise.all(
        Array.from({ length: sessions }, () =>
          EppConnection.open(
            {
              host: config.registryHost,
              port,
              certificate: readFileSync(config.registryCertificate, 'utf8'),
              clientId: 'tienda',
              password: config.registryPassword,
              timeoutMs: config.registryTimeoutMs,
            },
            () => undefined,
          ),
        ),
      ),
    })),
  );
  const lock = { statuses: ['clientTransferProhibited'] };
  const change = async (connection, name, add) => {
    const told = await connection.send({ type: 'infoDomain', name }, `BENCH-INFO-${name}`);
    if (told.code !== 1000) throw new Error(`${name} was answered with ${told.code}`);
    await connection.send({ type: 'updateDomain', name, ...(add ? { add: lock } : { remove: lock }) }, `BENCH-${name}`);
  };
  const times = [];
  for (const add of [false, true, false, true]) {
    const start = performance.now();
    await Promise.all(
      lanes.flatMap(({ kept, connections }) => {
        const left = [...kept];
        return connections.map(async (connection) => {
          for (let name = left.pop(); name !== undefined; name = left.pop()) await change(connection, name, add);
        });
      }),
    );
    times.push(performance.now() - start);
  }
  for (const { connections } of lanes) for (const connection of connections) connection.close();
  return Math.min(...times);
}

async function untilAnswered(visitor) {
  while ((await visitor.expect(200, 'GET', '/api/me/name-counts')).changing > 0) await pause(50);
}

/** Stand-ins that answer at once: what Tienda itself takes. */
async function benchDueDay() {
  return inWorld('bench-due', 5410, { TIENDA_PACE: '0' }, async ({ url, restarted, client, outside, env }) => {
    const owners = [];
    for (let i = 0; i < accounts; i += 1) owners.push(await owner(url, i));
    for (const { name } of owners) await multiply(client, outside, name, due / accounts);
    await client.query('vacuum analyze held_name');
    const left = `select count(*)::int as n from held_name where care ? 'told' and left_at is null`;
    const statements = new Statements(client, env);
    await statements.open();
    // Of its sessions those are counted that are opened from here on.
    const server = await restarted();
    statements.begin();
    const [start, cpu] = [performance.now(), cpuOf(server.pid)];
    await owners[0].visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
    while ((await client.query(left)).rows[0].n > 0) await pause(200);
    const seconds = (performance.now() - start) / 1000;
    const ms = (cpuOf(server.pid) - cpu) / due;
    await statements.close();
    const [{ rows: orders }, { rows: charged }] = await Promise.all([
      client.query(
        "select count(*)::int as n from customer_order o where exists (select from operation p where p.order_id = o.id and p.kind = 'renew')",
      ),
      client.query(
        "select count(*)::int as n from held_name where expires_on > now() + interval '300 days' and left_at is null",
      ),
    ]);
    if (charged[0].n < due) throw new Error(`${charged[0].n} of ${due} names were renewed`);
    const each = (count) => round(count / due, 2);
    return [
      { what: `${due} names renew by themselves on a day`, p50: round(due / seconds, 0), unit: 'names/s' },
      { what: 'a name that renews by itself: server CPU', p50: round(ms, 2), unit: 'ms', ...work(ms) },
      { what: 'a name that renews by itself: statements', p50: each(statements.count()), unit: 'statements' },
      {
        what: 'a name that renews by itself: transactions of several statements',
        p50: each(statements.count('begin')),
      },
      { what: 'names an order and invoice', p50: round(due / orders[0].n, 0), unit: 'names' },
    ];
  });
}

/** Somebody who keeps a card, with a name that renews by itself. */
async function owner(url, place) {
  const visitor = await Visitor.open(url);
  await signUp(visitor, `due${Date.now().toString(36)}${place}@saltwhistle.example`, 'a slow green boat');
  const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
  const payment = { method: 'card', token: await tokenFor(paymentsUrl), keep: true };
  const name = `due-${Date.now().toString(36)}${place}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name, autoRenew: true }], { payment })).id);
  return { visitor, name };
}

/** As many more of the name, here and at its registry, all of which are told and fall due tomorrow. */
async function multiply(client, outside, name, many) {
  await client.query(
    `insert into held_name (name, account_id, order_id, contact_id, registered_on, expires_on, privacy, auto_renew, next_stage_on, care, care_on)
     select 'n' || i || '-' || name, account_id, order_id, contact_id, registered_on - 334, current_date + 31, privacy, true, current_date + 31,
       jsonb_build_object('seenTo', current_date, 'told', jsonb_build_object('amount', 1000000, 'currency', currency, 'on', current_date - 29)),
       current_date + 1
     from held_name, generate_series(1, $2::int) i where name = $1`,
    [name, many],
  );
  await outside.query(
    `insert into registry.domain (name, registry, sponsor, registrant, contacts, auth_code, statuses, creator, created_at, expires_at)
     select 'n' || i || '-' || name, registry, sponsor, registrant, contacts, auth_code, statuses, creator, created_at - interval '334 days',
       (current_date + 31) + time '10:00'
     from registry.domain, generate_series(1, $2::int) i where name = $1`,
    [name, many],
  );
}

async function signedIn(url, { email, password }) {
  const visitor = await Visitor.open(url);
  await visitor.expect(200, 'POST', '/api/session', { email, password });
  return visitor;
}

async function inWorld(directory, base, more, measure) {
  const { env, postgres } = await prepareWorld({
    data: path.join(root, '.data', directory),
    base,
    name: directory.replaceAll('-', '_'),
    fresh: true,
    more: { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000000', TIENDA_LOG: 'info', ...more },
  });
  const running = [await startStandIns(env)];
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  const outside = new pg.Client({ connectionString: env.TIENDA_OUTSIDE_DATABASE_URL });
  try {
    const server = await startServer(env);
    running.push(server);
    const restarted = async () => {
      await stop(running.pop());
      running.push(await startServer(env));
      return running.at(-1);
    };
    await client.connect();
    await outside.connect();
    return await measure({ url: `http://127.0.0.1:${env.TIENDA_PORT}`, server, restarted, client, outside, env });
  } finally {
    await client.end();
    await outside.end();
    for (const program of running.reverse()) await stop(program);
    postgres.stop();
  }
}

function work(ms) {
  return { floor: round(fixedWork()), floorIs: 'ms of the same fixed work', ratio: round(ms / fixedWork(), 2) };
}
