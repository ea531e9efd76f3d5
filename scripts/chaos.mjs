import { spawn } from 'node:child_process';
import path from 'node:path';
import { dnsPackages, startDns } from './dns.mjs';
import { needNodeModules, needPackages, postgresql, root } from './setup.mjs';

/**
 * What `npm test` tries in short, at length: servers that die at random points of orders, outside services with
 * every fault, a crowd that wants one name, and requests that nobody means. `npm run chaos -- 50` makes fewer runs.
 */
needPackages([postgresql, ...dnsPackages]);
needNodeModules();
const [runs = '200'] = process.argv.slice(2);
const seed = process.env.TIENDA_SEED ?? String(Math.floor(Date.now() / 1000));
const seeds = { TIENDA_SEED: seed, TIENDA_CHAOS_SEED: seed, TIENDA_FUZZ_SEED: seed };
console.log(`• TIENDA_SEED=${seed}`);
const { build } = await import('./build.mjs');
const { prepareWorld, startStandIns, stop } = await import('./world.mjs');
await build({ web: false });
const { env, postgres } = await prepareWorld({
  data: path.join(root, '.data', 'chaos'),
  base: 4910,
  name: 'tienda_chaos',
  fresh: true,
  more: {
    TIENDA_DEMO: '1',
    TIENDA_LIMITS: '10000',
    TIENDA_PACE: '0.1',
    TIENDA_CHAOS_RUNS: runs,
    TIENDA_CHAOS_BUYERS: '200',
    TIENDA_FUZZ_RUNS: '10000',
    // Other draws each time, said so that they can be made again.
    ...seeds,
  },
});
const dns = startDns(env);
const standIns = await startStandIns(env);
const settings = path.join('server', 'jest.config.cjs');
const tests = ['crashes', 'faults', 'fuzz'];
const child = spawn('npx', ['jest', '-c', settings, ...tests], {
  cwd: root,
  env,
  stdio: 'inherit',
});
const code = await new Promise((resolve) => child.once('exit', resolve));
await stop(standIns);
await dns.stop();
postgres.stop();
process.exit(code ?? 1);
