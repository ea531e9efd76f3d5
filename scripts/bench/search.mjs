import { readFileSync } from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import tls from 'node:tls';
import { percentile, round } from './measure.mjs';

const searches = 40;

/**
 * Search of one label in every extension: time to the hints, to the first and to the last result. Floors: what
 * nothing can be faster than, the registries' own time for the same checks on bare TLS sessions.
 */
export async function benchSearch(url, env) {
  await untilIndexed(url);
  const base = Number(env.TIENDA_REGISTRY_PORT);
  const timed = [];
  for (let i = -3; i < searches; i += 1) {
    const one = await timeSearch(`${url}/api/search?q=bench${process.pid}x${i + 3}`);
    if (i >= 0) timed.push(one);
  }
  const quick = await bareRounds(base, env, [['org']], searches);
  const slowZones = ['co.nz', 'com.au', 'com.br', 'co.za'].map((zone) => Array.from({ length: 10 }, () => zone));
  const slow = await bareRounds(base + slowest, env, slowZones, searches);
  const side = await sideBySide(url);
  const rate = await checkRate(url);
  const row = (what, samples, floor, floorIs) => ({
    what,
    p50: round(percentile(samples, 0.5)),
    p95: round(percentile(samples, 0.95)),
    unit: 'ms',
    floor: round(percentile(floor, 0.5)),
    floorIs,
    ratio: round(percentile(samples, 0.5) / percentile(floor, 0.5), 2),
  });
  const own = 'the quickest registry’s own check';
  return [
    row(
      'search, hints for 501 extensions',
      timed.map(({ hints }) => hints),
      quick,
      own,
    ),
    row(
      'search, first confirmed',
      timed.map(({ first }) => first),
      quick,
      own,
    ),
    row(
      'search, all confirmed',
      timed.map(({ all }) => all),
      slow,
      'the slowest registry’s own time',
    ),
    row(
      'ten searches at once, first confirmed',
      side,
      timed.map(({ first }) => first),
      'one search alone',
    ),
    {
      what: 'checks through one registry’s pool',
      p50: round(rate, 0),
      unit: 'names/s',
      floor: checkLimit,
      floorIs: 'its limit: 4 sessions × 20 names / 20 ms',
      ratio: round(rate / checkLimit, 2),
    },
  ];
}

/** The registry with the slowest checks stands this far behind the first. */
const slowest = 6;
/** Names a second that four sessions with lanternhead can be told: 20 in a check, 20 ms a check. */
const checkLimit = (4 * 20) / 0.02;

/** The index is built beside the start of a new server: measured is what it is afterwards. */
async function untilIndexed(url) {
  for (let i = 0; i < 240; i += 1) {
    const text = await (await fetch(`${url}/api/search?q=river&rest=1000`)).text();
    if (!/"type":"hint"[^\n]*"status":"unknown"/.test(text)) return;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  throw new Error('The zone index was not built');
}

/** Ten visitors at once, each for a word of their own: when each has its first result. */
async function sideBySide(url) {
  const samples = [];
  for (let round = 0; round < 5; round += 1) {
    const words = Array.from({ length: 10 }, (_, i) => `crowd${process.pid}r${round}i${i}`);
    const timed = await Promise.all(words.map((word) => timeSearch(`${url}/api/search?q=${word}`)));
    samples.push(...timed.map(({ first }) => first));
  }
  return samples;
}

/** Names of one registry told a second, asked for in lists of 500. */
async function checkRate(url) {
  const lists = Array.from({ length: 8 }, (_, list) =>
    Array.from({ length: 500 }, (_name, i) => `rate${process.pid}l${list}n${i}.com`).join('+'),
  );
  const start = performance.now();
  await Promise.all(lists.map(async (list) => (await fetch(`${url}/api/search?q=${list}`)).text()));
  return (8 * 500 * 1000) / (performance.now() - start);
}

const agent = new http.Agent({ keepAlive: true });
const hint = Buffer.from('"type":"hint"');
const confirmed = Buffer.from('"source":"lanternhead"');

/**
 * When a search has told its hints, its first answer, and all. Each line is looked at once, as octets: a visitor's browser
 * has a machine of its own, and here it is the server's time that it would take.
 */
function timeSearch(url) {
  const start = performance.now();
  const passed = () => performance.now() - start;
  return new Promise((resolve, reject) => {
    const asked = http.get(url, { agent }, (response) => {
      let rest = Buffer.alloc(0);
      let told = 0;
      let hints;
      let first;
      response.on('data', (piece) => {
        const read = Buffer.concat([rest, piece]);
        const lines = read.subarray(0, read.lastIndexOf('\n') + 1);
        rest = read.subarray(lines.length);
        if (told < 400) told += occurrences(hint, lines);
        if (told >= 400) hints ??= passed();
        if (lines.includes(confirmed)) first ??= passed();
      });
      response.once('end', () => resolve({ hints, first, all: passed() }));
      response.once('error', reject);
    });
    asked.once('error', reject);
  });
}

function occurrences(part, octets) {
  let found = 0;
  for (let at = octets.indexOf(part); at >= 0; at = octets.indexOf(part, at + part.length)) found += 1;
  return found;
}

/** The registry's own time for some frames side by side, each on a session of its own, over TLS and nothing else. */
async function bareRounds(port, env, frames, times) {
  const sessions = await Promise.all(frames.map(() => bareSession(port, env)));
  const samples = [];
  for (let i = 0; i < times; i += 1) {
    const start = performance.now();
    await Promise.all(
      sessions.map((session, frame) =>
        session.check(frames[frame].map((zone, at) => `bench${process.pid}y${i}n${at}.${zone}`)),
      ),
    );
    samples.push(performance.now() - start);
  }
  for (const session of sessions) session.end();
  return samples;
}

async function bareSession(port, env) {
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
  return {
    check: (names) =>
      send(
        command(
          `<check><domain:check xmlns:domain="urn:ietf:params:xml:ns:domain-1.0">${names.map((name) => `<domain:name>${name}</domain:name>`).join('')}</domain:check></check>`,
        ),
      ),
    end: () => socket.destroy(),
  };
}
