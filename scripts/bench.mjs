import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { dnsPackages, dnsperf } from './dns.mjs';
import { chromium, needNodeModules, needPackages, postgresql, root, say, wholeChromium } from './setup.mjs';

/** What Tienda costs, each figure beside a floor measured in the same run. `npm run bench -- search` runs one part. */
const asked = process.argv.slice(2);
const isMeasured = (name) => asked.length === 0 || asked.includes(name);
needPackages([postgresql, chromium, ...dnsPackages, dnsperf, ...(isMeasured('lighthouse') ? [wholeChromium] : [])]);
needNodeModules();
const { build } = await import('./build.mjs');
const { prepareWorld, startServer, startStandIns, stop } = await import('./world.mjs');
const { benchCare } = await import('./bench/care.mjs');
const { benchCore } = await import('./bench/core.mjs');
const { benchDns } = await import('./bench/dns.mjs');
const { benchEntrance } = await import('./bench/entrance.mjs');
const { benchFirstLoad } = await import('./bench/firstLoad.mjs');
const { benchForwarding } = await import('./bench/forwarding.mjs');
const { benchHttp } = await import('./bench/http.mjs');
const { benchIdeas } = await import('./bench/ideas.mjs');
const { benchLighthouse } = await import('./bench/lighthouse.mjs');
const { benchMail } = await import('./bench/mail.mjs');
const { benchMoves } = await import('./bench/moves.mjs');
const { benchNames } = await import('./bench/names.mjs');
const { benchOrders } = await import('./bench/orders.mjs');
const { benchPreview } = await import('./bench/preview.mjs');
const { benchScreen } = await import('./bench/screen.mjs');
const { benchSearch } = await import('./bench/search.mjs');
const { benchZones } = await import('./bench/zones.mjs');

await build();
const data = path.join(root, '.data', 'bench');
const quiet = { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000000', TIENDA_LOG: 'info' };
const { env, postgres } = await prepareWorld({ data, base: 4810, name: 'tienda_bench', fresh: true, more: quiet });
const url = `http://127.0.0.1:${env.TIENDA_PORT}`;

const parts = {
  search: () => benchSearch(url, env),
  screen: () => benchScreen(url),
  zones: () => benchZones(),
  ideas: () => benchIdeas(),
  core: () => benchCore(),
  preview: () => benchPreview(url),
  http: () => benchHttp(url, env),
  entrance: () => benchEntrance(url),
  orders: () => benchOrders(),
  names: () => benchNames(url, env),
  care: () => benchCare(),
  moves: () => benchMoves(),
  forwarding: () => benchForwarding(env),
  mail: () => benchMail(url, env),
  dns: () => benchDns(url, env),
  firstLoad: () => benchFirstLoad(url),
  lighthouse: () => benchLighthouse(url),
};
const rows = [];
let hasFailed = false;
let standIns;
let server;
try {
  standIns = await startStandIns(env);
  server = await startServer(env);
  for (const [name, measure] of Object.entries(parts)) {
    if (!isMeasured(name)) continue;
    say(`measuring: ${name}`);
    try {
      const measured = await measure();
      rows.push(...measured);
      for (const { what, p50, unit, floor, floorIs, ratio } of measured)
        console.log(`  ${what}: ${p50} ${unit ?? ''}, ${floorIs ?? 'floor'} ${floor ?? '-'}, ratio ${ratio ?? '-'}`);
    } catch (fault) {
      // What was measured so far stays; the other parts are measured all the same.
      hasFailed = true;
      console.error(`✗ ${name}:`, fault);
    }
  }
} finally {
  for (const program of [server, standIns]) if (program) await stop(program);
  postgres.stop();
}

const machine = `${os.cpus().length} × ${os.cpus()[0]?.model ?? 'unknown'}, Node ${process.version}`;
const commit = execFileSync('git', ['rev-parse', '--short', 'HEAD'], { cwd: root, encoding: 'utf8' }).trim();
mkdirSync(path.join(root, 'bench-results'), { recursive: true });
const file = path.join(root, 'bench-results', 'latest.json');
writeFileSync(file, JSON.stringify({ machine, commit, at: new Date().toISOString(), rows }, null, 2));
console.log(`\n${machine}, commit ${commit}`);
console.table(Object.fromEntries(rows.map(({ what, ...row }) => [what, row])));
console.log(`As JSON: ${path.relative(root, file)}`);
process.exit(hasFailed ? 1 : 0);
