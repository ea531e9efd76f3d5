import { readFileSync } from 'node:fs';
import path from 'node:path';
import tls from 'node:tls';
import { percentile, round } from './measure.mjs';

const searches = 40;

/**
 * Search of one label: time to the first result and to all. Floors: one check frame on a bare TLS session to
 * the quickest and to the slowest registry, which nothing can be faster than.
 */
export async function benchSearch(url, env) {
  const first = [];
  const all = [];
  for (let i = -3; i < searches; i += 1) {
    const timed = await timeSearch(`${url}/api/search?q=bench${process.pid}x${i + 3}`);
    if (i < 0) continue;
    first.push(timed.first);
    all.push(timed.all);
  }
  const base = Number(env.TIENDA_REGISTRY_PORT);
  const quick = await bareChecks(base, env, 'org');
  const slow = await bareChecks(base + 2, env, 'ie');
  const row = (what, samples, floor) => ({
    what,
    p50: round(percentile(samples, 0.5)),
    p95: round(percentile(samples, 0.95)),
    unit: 'ms',
    floor: round(percentile(floor, 0.5)),
    floorIs: 'one check on a bare session',
    ratio: round(percentile(samples, 0.5) / percentile(floor, 0.5), 2),
  });
  return [row('search, first result', first, quick), row('search, all results', all, slow)];
}

async function timeSearch(url) {
  const start = performance.now();
  const response = await fetch(url);
  const reader = response.body.getReader();
  const decoder = new TextDecoder();
  let first;
  let text = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    text += decoder.decode(value, { stream: true });
    if (first === undefined && text.includes('"type":"result"')) first = performance.now() - start;
  }
  return { first, all: performance.now() - start };
}

/** The registry's own time for a check, over TLS and nothing else. */
async function bareChecks(port, env, zone) {
  const ca = readFileSync(path.join(env.TIENDA_DATA, 'tls', 'registry.cert.pem'));
  const socket = tls.connect({ host: '127.0.0.1', port, ca, servername: 'localhost' });
  socket.setNoDelay(true);
  const arrived = () =>
    new Promise((resolve) => {
      let held = Buffer.alloc(0);
      const hear = (piece) => {
        held = Buffer.concat([held, piece]);
        if (held.length < 4 || held.length < held.readUInt32BE(0)) return;
        socket.off('data', hear);
        resolve();
      };
      socket.on('data', hear);
    });
  const send = (xml) => {
    const body = Buffer.from(xml);
    const header = Buffer.alloc(4);
    header.writeUInt32BE(body.length + 4);
    const answer = arrived();
    socket.write(Buffer.concat([header, body]));
    return answer;
  };
  const command = (inside) =>
    `<epp xmlns="urn:ietf:params:xml:ns:epp-1.0"><command>${inside}<clTRID>BENCH</clTRID></command></epp>`;
  await arrived();
  await send(
    command(
      `<login><clID>tienda</clID><pw>${env.TIENDA_REGISTRY_PASSWORD}</pw><options><version>1.0</version><lang>en</lang></options>` +
        '<svcs><objURI>urn:ietf:params:xml:ns:domain-1.0</objURI></svcs></login>',
    ),
  );
  const samples = [];
  for (let i = 0; i < searches; i += 1) {
    const start = performance.now();
    await send(
      command(
        `<check><domain:check xmlns:domain="urn:ietf:params:xml:ns:domain-1.0"><domain:name>bench${process.pid}y${i}.${zone}</domain:name></domain:check></check>`,
      ),
    );
    samples.push(performance.now() - start);
  }
  socket.destroy();
  return samples;
}
