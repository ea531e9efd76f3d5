import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';
import {
  chromium,
  needNodeModules,
  needPackages,
  pgbouncer,
  poppler,
  postgresql,
  root,
  say,
  xmllint,
} from './setup.mjs';

/**
 * Everything that must hold, each part counted. `npm test -- server e2e` runs only those parts.
 */
const names = ['types', 'lint', 'imports', 'core', 'app', 'standins', 'server', 'crashes', 'e2e'];
const asked = process.argv.slice(2).filter((name) => !name.startsWith('-'));
const wanted = asked.length > 0 ? asked : names;
const unknown = wanted.find((name) => !names.includes(name));
if (unknown) {
  console.error(`There is no part ${unknown}: choose among ${names.join(', ')}.`);
  process.exit(2);
}

needPackages([postgresql, pgbouncer, chromium, xmllint, poppler]);
needNodeModules();

const reports = path.join(root, 'test-results');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

let passed = 0;
let failed = 0;

/** Runs a tool to its end, its output shown as it comes, each line with the part it belongs to; true where it is content. */
function tool(part, args, env = process.env) {
  return new Promise((resolve) => {
    const child = spawn('npx', args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr])
      createInterface({ input: stream }).on('line', (line) => console.log(`${part.padEnd(8)}| ${line}`));
    child.once('error', () => resolve(false));
    child.once('close', (code) => resolve(code === 0));
  });
}

/** A check that passes or fails as a whole. */
async function check(part, name, args) {
  say(name);
  if (await tool(part, args)) passed += 1;
  else {
    failed += 1;
    console.error(`✗ ${name}`);
  }
}

/** A run of Jest, its tests counted from its own report. */
async function jest(name, env, workspace = name, which = []) {
  say(`tests: ${name}`);
  const report = path.join(reports, `${name}.json`);
  const settings = ['-c', `${workspace}/jest.config.cjs`, '--json', `--outputFile=${report}`, '--silent=false'];
  const content = await tool(name, ['jest', ...settings, ...which], env);
  count(report, content, ({ numPassedTests, numFailedTests, numFailedTestSuites }) => [
    numPassedTests,
    numFailedTests || numFailedTestSuites,
  ]);
}

function count(report, content, read) {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(report, 'utf8')));
    passed += good;
    failed += bad || (content ? 0 : 1);
  } catch {
    failed += 1;
  }
}

/** What needs nothing that runs: the code as it is written, and what is computed. */
async function withoutServers() {
  if (wanted.includes('types'))
    for (const workspace of ['core', 'server', 'standins', 'app', 'e2e'])
      await check('types', `types of ${workspace}`, ['tsc', '-p', workspace]);
  if (wanted.includes('lint')) {
    await check('lint', 'lint', ['eslint', '.', '--max-warnings=0']);
    await check('lint', 'format', ['prettier', '--check', '--log-level=warn', '.']);
    await check('lint', 'dead code', ['knip', '--no-config-hints']);
  }
  if (wanted.includes('imports')) {
    const all = ['depcruise', 'core', 'server', 'standins', 'app/src', '--config'];
    await check('imports', 'import directions', [...all, '.dependency-cruiser.cjs']);
    await check('imports', 'circles of folders', [...all, '.dependency-cruiser.folders.cjs']);
  }
  for (const name of ['core', 'app']) if (wanted.includes(name)) await jest(name, process.env);
}

/** Does something in a world of its own: PostgreSQL, databases and stand-ins that no other part knows. */
async function inWorld(name, base, act) {
  const { prepareWorld, startStandIns, stop } = await import('./world.mjs');
  const quick = { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000', TIENDA_PACE: '0.2' };
  const { env, postgres } = await prepareWorld({
    data: path.join(root, '.data', name),
    base,
    name: `tienda_${name}`,
    fresh: true,
    more: quick,
    outlivesPower: false,
  });
  const standIns = await startStandIns(env);
  try {
    await act(env);
  } finally {
    await stop(standIns);
    postgres.stop();
  }
}

/** The stand-ins over their own protocols. */
const standIns = () => inWorld('standins', 4510, (env) => jest('standins', env));

/** Servers that die, and outside services with every fault: long, and mostly waiting. */
const deaths = '[cC]rashes|faults';
const crashes = () => inWorld('crashes', 5610, (env) => jest('crashes', env, 'server', ['--testPathPattern', deaths]));

/** The server over HTTP. */
const server = () =>
  inWorld('test', 4610, (env) => jest('server', env, 'server', ['--testPathIgnorePatterns', deaths, 'node_modules']));

/** The app as it is served, built once. */
let built;
async function appIsBuilt() {
  const { buildApp } = await import('./build.mjs');
  await (built ??= buildApp());
}

/** The real interface in Chromium, at one size. */
async function endToEnd(size, base) {
  await appIsBuilt();
  const { startServer, stop } = await import('./world.mjs');
  await inWorld(`e2e_${size}`, base, async (env) => {
    say(`tests: end to end in Chromium, ${size}`);
    const running = await startServer(env);
    const report = path.join(reports, `e2e-${size}.json`);
    const output = path.join(reports, `e2e-${size}`);
    const content = await tool(size, ['playwright', 'test', '-c', 'e2e', `--project=${size}`, `--output=${output}`], {
      ...env,
      PLAYWRIGHT_JSON_OUTPUT_FILE: report,
    });
    count(report, content, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected]);
    await stop(running);
  });
}

/** Does so many things at once, the next one as one ends. */
async function abreast(width, things) {
  const left = [...things];
  const lane = async () => {
    for (let thing = left.shift(); thing; thing = left.shift())
      await thing().catch((fault) => {
        failed += 1;
        console.error(fault);
      });
  };
  await Promise.all(Array.from({ length: width }, lane));
}

const { buildServers } = await import('./build.mjs');
if (wanted.some((name) => ['standins', 'server', 'crashes', 'e2e'].includes(name))) await buildServers();
const parts = [
  ['server', server],
  ['e2e', () => endToEnd('phone', 5210)],
  ['crashes', crashes],
  ['e2e', () => endToEnd('wide', 5410)],
  ['standins', standIns],
];
// What waits much beside what reckons much, each in a world of its own: two cores are kept busy by three.
await abreast(3, [...parts.filter(([name]) => wanted.includes(name)).map(([, part]) => part), withoutServers]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
