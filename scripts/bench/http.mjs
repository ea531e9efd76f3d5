import { execFileSync } from 'node:child_process';
import http from 'node:http';
import path from 'node:path';
import { postgresPrograms } from '../setup.mjs';
import { bareKoa } from './bareKoa.mjs';
import { round, throughput } from './measure.mjs';

const agent = new http.Agent({ keepAlive: true, maxSockets: 16 });

function request(url, body) {
  return new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const headers = text ? { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) } : {};
    const sent = http.request(url, { agent, method: text ? 'POST' : 'GET', headers }, (response) => {
      response.resume();
      response.once('end', () =>
        response.statusCode < 400 ? resolve() : reject(new Error(String(response.statusCode))),
      );
    });
    sent.once('error', reject);
    sent.end(text);
  });
}

const quoteOf = (names) => ({
  currency: 'USD',
  items: Array.from({ length: names }, (_, i) => ({
    name: `bench${i}.org`,
    action: 'register',
    years: 2,
    privacy: true,
    autoRenew: true,
  })),
  codes: [],
  customer: { country: 'IE', kind: 'person', isNew: true },
});

/** Look-ups by primary key a second that PostgreSQL answers to as many clients: `pgbench -S`. */
function selects({ DATABASE_URL }) {
  const pgbench = path.join(postgresPrograms(), 'pgbench');
  const quiet = { stdio: ['ignore', 'pipe', 'ignore'], encoding: 'utf8' };
  execFileSync(pgbench, ['-i', '-q', '-s', '1', DATABASE_URL], quiet);
  const said = execFileSync(pgbench, ['-S', '-n', '-c', '16', '-j', '2', '-T', '4', DATABASE_URL], quiet);
  return Number(/tps = ([\d.]+)/.exec(said)?.[1]);
}

/** Requests a second, each against a bare Koa route that does the same transport and nothing else. */
export async function benchHttp(url, env) {
  const bare = await bareKoa();
  try {
    const sizes = [1, 5, 20, 500];
    for (const names of sizes) await request(`${url}/api/quotes`, quoteOf(names));
    const pairs = [
      ['GET /api/health', () => request(`${url}/api/health`), () => request(`${bare.url}/`)],
      ...sizes.map((names) => [
        `POST /api/quotes, ${names} names`,
        () => request(`${url}/api/quotes`, quoteOf(names)),
        () => request(`${bare.url}/`, quoteOf(names)),
      ]),
    ];
    const rows = [];
    for (const [what, ours, floor] of pairs) {
      const [measured, best] = [await throughput(ours), await throughput(floor)];
      rows.push({
        what,
        p50: round(measured, 0),
        unit: 'requests/s',
        floor: round(best, 0),
        floorIs: 'bare Koa route',
        ratio: round(measured / best, 3),
      });
    }
    const tps = selects(env);
    const quotes = rows.find(({ what }) => what === 'POST /api/quotes, 1 names');
    rows.push({
      ...quotes,
      what: 'the same, 1 name',
      floor: round(tps, 0),
      floorIs: 'pgbench -S',
      ratio: round(quotes.p50 / tps, 3),
    });
    return rows;
  } finally {
    bare.stop();
    agent.destroy();
  }
}
