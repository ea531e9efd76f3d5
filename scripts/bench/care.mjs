import { setTimeout as pause } from 'node:timers/promises';
import { demoSignIns, loadDemo, orderNames, signUp, tokenFor, untilEnded, Visitor } from '../demo.mjs';
import { bareClient } from './bareClient.mjs';
import { cpuOf, Statements, work } from './counted.mjs';
import { inWorld } from './inWorld.mjs';
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

/** Milliseconds in which a bare client asks and changes the lock of each name. */
async function registriesTime(names, env) {
  const registries = await bareClient(env);
  const lock = { statuses: ['clientTransferProhibited'] };
  const times = [];
  for (const add of [false, true, false, true])
    times.push(
      await registries.timeOf(names, async (send, name) => {
        await send({ type: 'infoDomain', name });
        await send({ type: 'updateDomain', name, ...(add ? { add: lock } : { remove: lock }) });
      }),
    );
  registries.close();
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
