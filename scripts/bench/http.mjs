import http from 'node:http';
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

const quoteRequest = {
  currency: 'USD',
  items: Array.from({ length: 5 }, (_, i) => ({
    name: `bench${i}.org`,
    action: 'register',
    years: 2,
    privacy: true,
    autoRenew: true,
  })),
  codes: [],
  customer: { country: 'IE', kind: 'person', isNew: true },
};

/** Requests a second, each against a bare Koa route that does the same transport and nothing else. */
export async function benchHttp(url) {
  const bare = await bareKoa();
  try {
    await request(`${url}/api/quotes`, quoteRequest);
    const pairs = [
      ['GET /api/health', () => request(`${url}/api/health`), () => request(`${bare.url}/`)],
      [
        'POST /api/quotes, 5 names',
        () => request(`${url}/api/quotes`, quoteRequest),
        () => request(`${bare.url}/`, quoteRequest),
      ],
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
    return rows;
  } finally {
    bare.stop();
    agent.destroy();
  }
}
