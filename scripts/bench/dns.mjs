import { execFile, spawn } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { Resolver } from 'node:dns/promises';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { promisify } from 'node:util';
import pg from 'pg';
import { signUp, Visitor } from '../demo.mjs';
import { startDns, zonesInPostgres } from '../dns.mjs';
import { stop } from '../world.mjs';
import { percentile, round } from './measure.mjs';

const run = promisify(execFile);
const held = 380;
const saves = 100;
const zones = 100_000;
const sailing = { name: '@', type: 'A', ttl: 60 };

/** Zones: how long from saved to answered, how many questions a second, and many zones changed at once. */
export async function benchDns(url, env) {
  const dns = startDns(env);
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  try {
    const { visitor, names } = await holder(url);
    const rows = [await manyAtOnce(visitor, names)];
    rows.push(await savedToAnswered(visitor, names[0], env, 'saved to answered, p95'));
    rows.push(await questions(client, env, 'questions a second'));
    const start = performance.now();
    await load(client);
    rows.push({ what: `${zones} zones loaded`, p50: round((performance.now() - start) / 1000), unit: 's' });
    rows.push(await savedToAnswered(visitor, names[1], env, `saved to answered among ${zones} zones, p95`));
    rows.push(await questions(client, env, `questions a second of ${zones} zones`));
    return rows;
  } finally {
    await client.end();
    await dns.stop();
  }
}

async function holder(url) {
  const visitor = await Visitor.open(url);
  await signUp(visitor, `dns${Date.now().toString(36)}@saltwhistle.example`, 'a slow green boat');
  await visitor.expect(200, 'POST', '/api/me/demo/studio', {});
  const shown = await visitor.expect(200, 'GET', '/api/me/names?limit=500');
  const names = shown.map(({ name }) => name).slice(0, held);
  return { visitor, names };
}

async function manyAtOnce(visitor, names) {
  const data = 'https://sites.quayhost.example/ permanent path';
  const records = ['@', 'www'].map((name) => ({ name, type: 'FORWARD', ttl: 3600, data }));
  const start = performance.now();
  const { changed } = await visitor.expect(200, 'POST', '/api/me/zone-changes', { names, kind: 'forward', records });
  if (changed.length !== held) throw new Error(`${changed.length} of ${held} were changed`);
  return { what: `${held} zones changed at once`, p50: round(performance.now() - start, 0), unit: 'ms' };
}

/** Asked all the time, so that what a name server keeps has to be forgotten. */
async function savedToAnswered(visitor, name, env, what) {
  const resolver = new Resolver({ timeout: 1000, tries: 1 });
  resolver.setServers([`127.0.0.1:${env.TIENDA_DNS_PORT}`]);
  const answers = async () => (await resolver.resolve4(name)).join();
  let { version } = await visitor.expect(200, 'GET', `/api/me/names/${name}/zone`);
  const times = [];
  for (let save = 0; save < saves; save += 1) {
    const data = `192.0.2.${(save % 250) + 1}`;
    const records = [{ ...sailing, data }];
    ({ version } = await visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version, records }));
    const start = performance.now();
    while ((await answers()) !== data) await pause(1);
    times.push(performance.now() - start);
  }
  return { what, p50: round(percentile(times, 0.95), 2), unit: 'ms' };
}

/** By turns with a name server of the same kind as it comes, which reads the same zones. */
async function questions(client, env, what) {
  const { rows } = await client.query(
    `select name, type from dns.records where type in ('A', 'NS', 'SOA') order by md5(id::text) limit 20000`,
  );
  const directory = path.join(env.TIENDA_DATA, 'dns', 'bare');
  mkdirSync(directory, { recursive: true });
  const asked = path.join(directory, 'questions');
  writeFileSync(asked, rows.map(({ name, type }) => `${name} ${type}\n`).join(''));
  const port = Number(env.TIENDA_DNS_PORT) + 50;
  const bare = startBare(env, directory, port);
  try {
    await pause(2000);
    const rate = async (at) => {
      const { stdout } = await run('dnsperf', ['-s', '127.0.0.1', '-p', String(at), '-d', asked, '-l', '4', '-c', '4']);
      return Number(/Queries per second:\s+([\d.]+)/.exec(stdout)?.[1]);
    };
    const [ours, floors] = [[], []];
    for (let turn = 0; turn < 4; turn += 1) {
      ours.push(await rate(Number(env.TIENDA_DNS_PORT)));
      floors.push(await rate(port));
    }
    const [measured, floor] = [percentile(ours, 0.5), percentile(floors, 0.5)];
    const floorIs = 'PowerDNS as it comes';
    return {
      what,
      p50: round(measured, 0),
      unit: '/s',
      floor: round(floor, 0),
      floorIs,
      ratio: round(measured / floor, 2),
    };
  } finally {
    await stop(bare);
  }
}

function startBare(env, directory, port) {
  const settings = {
    ...zonesInPostgres(env),
    'local-address': `127.0.0.1:${port}`,
    'socket-dir': directory,
    'security-poll-suffix': '',
    daemon: 'no',
    guardian: 'no',
    loglevel: '3',
  };
  const lines = Object.entries(settings).map(([name, value]) => `${name}=${value}\n`);
  writeFileSync(path.join(directory, 'pdns.conf'), lines.join(''), { mode: 0o600 });
  return spawn('/usr/sbin/pdns_server', [`--config-dir=${directory}`], { stdio: 'ignore' });
}

async function load(client) {
  await client.query(
    `insert into dns.domains (name, type) select 'berth' || n || '.com', 'NATIVE' from generate_series(1, ${zones}) n`,
  );
  await client.query(`
    insert into dns.records (domain_id, name, type, content, ttl, ordername, auth)
    select d.id, d.name, r.type, r.content, 3600, '', true
    from dns.domains d, (values ('SOA', 'ns1.tienda.example. hostmaster.tienda.example. 1 3600 600 1209600 300'),
      ('NS', 'ns1.tienda.example.'), ('NS', 'ns2.tienda.example.'), ('A', '192.0.2.7')) r (type, content)
    where d.name like 'berth%.com'`);
  await client.query('analyze dns.records');
}
