import { signUp, orderNames, untilEnded, Visitor } from '../demo.mjs';
import { percentile, round } from './measure.mjs';

const held = 100_000;
const others = 900_000;
const operations = 3_000_000;
const rounds = 30;

/** Pages of the list of an account with 100,000 names among a million, by every sort and filter; the plans beside them. */
export async function benchNames(url, env) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  try {
    const [studio, neighbour] = [await owner(url), await owner(url)];
    await fill(client, studio, held);
    await fill(client, neighbour, others);
    await fillOperations(client, neighbour);
    await client.query('vacuum analyze held_name, operation');
    const floor = await timesOf(() => studio.visitor.expect(200, 'GET', '/api/me/cards'));
    const lists = [
      ...['ends', 'name', 'since'].flatMap((sort) => ['up', 'down'].map((order) => `sort=${sort}&order=${order}`)),
      'autoRenew=0&sort=name',
      'privacy=0&stage=grace&sort=since',
      'has=whistle77&sort=ends',
      'has=nowhere&sort=name',
      'endsBy=2027-02-01&autoRenew=0&order=down',
    ];
    const rows = [];
    for (const query of lists) {
      const times = await timesOf(() => studio.visitor.expect(200, 'GET', `/api/me/names?limit=100&${query}`));
      rows.push({
        what: `100 of 100,000 names: ${query}`,
        p50: round(percentile(times, 0.5)),
        p99: round(percentile(times, 0.99)),
        unit: 'ms',
        floor: round(percentile(floor, 0.5)),
        floorIs: 'a request that reads one row',
        ratio: round(percentile(times, 0.5) / percentile(floor, 0.5)),
      });
    }
    return rows;
  } finally {
    await client.end();
  }
}

async function timesOf(run) {
  const times = [];
  for (let i = 0; i < rounds + 5; i += 1) {
    const start = performance.now();
    await run();
    if (i >= 5) times.push(performance.now() - start);
  }
  return times;
}

let count = 0;

/** Someone who holds a name, of which the others are made. */
async function owner(url) {
  const visitor = await Visitor.open(url);
  const mark = `${Date.now().toString(36)}${(count += 1)}`;
  await signUp(visitor, `names${mark}@saltwhistle.example`, 'a slow green boat');
  const name = `first-${mark}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  return { visitor, name };
}

async function fill(client, { name }, many) {
  await client.query(
    `insert into held_name (name, account_id, order_id, contact_id, registered_on, expires_on, privacy, auto_renew, stage, next_stage_on)
     select 'saltwhistle' || i || '-' || name, account_id, order_id, contact_id, registered_on - (i % 3000), expires_on + (i * 7 % 3000),
       i % 2 = 0, i % 3 = 0, case when i % 100 = 0 then 'grace' else 'active' end, expires_on + (i * 7 % 3000)
     from held_name, generate_series(1, $2::int) i where name = $1`,
    [name, many],
  );
}

async function fillOperations(client, { name }) {
  await client.query(
    `insert into operation (id, account_id, kind, name, registry, request, state, transaction, created_at)
     select gen_random_uuid(), account_id, 'register', 'saltwhistle' || i || '-' || name, 'lanternhead', '{"years":1}',
       '{"at":"done","expiresOn":"2027-01-01"}', 'bench-' || i, now()
     from held_name, generate_series(1, $2::int) i where name = $1`,
    [name, operations],
  );
}
