import { spawn } from 'node:child_process';
import http from 'node:http';
import pg from 'pg';
import { startForwarder, stop } from '../world.mjs';
import { percentile, round, throughput, timesOf } from './measure.mjs';

const hosts = 2000;
const visits = 4000;
const target = 'https://sites.quayhost.example/';

/** A server that does nothing but send on. */
const bare = `
  const http = require('node:http');
  const server = http.createServer((request, response) => {
    response.writeHead(301, { Location: '${target}' + request.url.slice(1), 'Content-Type': 'text/plain; charset=utf-8' });
    response.end('${target}\\n');
  });
  server.listen(0, '127.0.0.1', () => console.log(server.address().port));
`;

/** What a visitor of a forwarded name waits for, beside a bare server that sends everyone on alike. */
export async function benchForwarding(env) {
  await writeForwards(env);
  const forwarder = await startForwarder(env);
  const floor = spawn(process.execPath, ['-e', bare], { stdio: ['ignore', 'pipe', 'inherit'] });
  try {
    const floorPort = await new Promise((resolve) => floor.stdout.once('data', (said) => resolve(Number(said))));
    const port = Number(env.TIENDA_FORWARD_PORT);
    const agent = new http.Agent({ keepAlive: true });
    let turn = 0;
    const visit = (at, options) => () => {
      turn += 1;
      return hop(at, `berth${turn % hosts}.org`, options);
    };
    const rows = [];
    // The first visit of each host is read from the database, those after it are not.
    const first = await timesOf(hosts - 20, visit(port, { agent }));
    rows.push({ what: 'the first visit of a host', p50: round(percentile(first, 0.5), 3), unit: 'ms' });
    for (const [what, options] of [
      ['a hop over an open connection', { agent }],
      ['a hop over a new connection', { agent: false }],
    ]) {
      const [ours, floors] = [[], []];
      // By turns: what the machine does meanwhile is in both.
      for (let i = 0; i < visits / 100; i += 1) {
        ours.push(...(await timesOf(100, visit(port, options))));
        floors.push(...(await timesOf(100, visit(floorPort, options))));
      }
      for (const share of [0.5, 0.95]) {
        const [measured, least] = [percentile(ours, share), percentile(floors, share)];
        const unit = `ms p${share * 100}`;
        const floorIs = 'a bare node:http redirect';
        const ratio = round(measured / least, 2);
        rows.push({
          what: `${what}, p${share * 100}`,
          p50: round(measured, 3),
          unit,
          floor: round(least, 3),
          floorIs,
          ratio,
        });
      }
    }
    const crowd = new http.Agent({ keepAlive: true, maxSockets: 16 });
    const [ours, least] = [
      await throughput(visit(port, { agent: crowd }), { side: 16 }),
      await throughput(visit(floorPort, { agent: crowd }), { side: 16 }),
    ];
    const floorIs = 'a bare node:http redirect';
    rows.push({
      what: 'visits',
      p50: round(ours),
      unit: '/s',
      floor: round(least),
      floorIs,
      ratio: round(ours / least, 2),
    });
    return rows;
  } finally {
    floor.kill('SIGKILL');
    await stop(forwarder);
  }
}

function hop(port, host, options) {
  return new Promise((resolve, reject) => {
    const request = http.get({ port, path: '/boats?x=1', headers: { Host: host }, ...options }, (response) => {
      if (response.statusCode !== 301) reject(new Error(`answered ${response.statusCode}`));
      response.resume().once('end', resolve);
    });
    request.once('error', reject);
  });
}

async function writeForwards({ DATABASE_URL }) {
  const client = new pg.Client({ connectionString: DATABASE_URL });
  await client.connect();
  try {
    await client.query(
      `insert into zone (name, serial) select 'berth' || n || '.org', 1 from generate_series(0, $1) n`,
      [hosts - 1],
    );
    const forward = JSON.stringify({ to: target, kind: 'permanent', keeps: 'path', title: '', description: '' });
    await client.query(
      `insert into web_forward (host, zone, forward) select name, name, $1::jsonb from zone on conflict do nothing`,
      [forward],
    );
  } finally {
    await client.end();
  }
}
