import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline';
import { stripVTControlCharacters } from 'node:util';
import { authorityPackage, startAuthority } from './authority.mjs';
import { dnsPackages, startDns } from './dns.mjs';
import {
  checkZone,
  chromium,
  dig,
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
const names = ['types', 'lint', 'imports', 'core', 'app', 'standins', 'server', 'e2e'];
const asked = process.argv.slice(2).filter((name) => !name.startsWith('-'));
const wanted = asked.length > 0 ? asked : names;
const unknown = wanted.find((name) => !names.includes(name));
if (unknown) {
  console.error(`There is no part ${unknown}: choose among ${names.join(', ')}.`);
  process.exit(2);
}

needPackages([postgresql, ...dnsPackages, authorityPackage, pgbouncer, chromium, dig, checkZone, xmllint, poppler]);
needNodeModules();

const reports = path.join(root, 'test-results');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

let passed = 0;
/** What failed and why, by part and title, told once more at the end. */
const failures = [];

/** Checks types in a fraction of the time; what reads code for other tools needs the TypeScript that they are written for. */
const typescript = 'typescript-native/bin/tsc';

/** Runs a tool to its end, its output shown as it comes, each line with the part it belongs to; true where it is content. */
function tool(part, [name, ...args], env = process.env) {
  return new Promise((resolve) => {
    const file = path.join(root, 'node_modules', name.includes('/') ? name : `.bin/${name}`);
    const child = spawn(file, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
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
  else failures.push(`${part}: ${name}`);
}

/** A run of Jest, its tests counted from its own report. */
async function jest(name, env) {
  say(`tests: ${name}`);
  const report = path.join(reports, `${name}.json`);
  const content = await tool(
    name,
    ['jest', '-c', `${name}/jest.config.cjs`, '--json', `--outputFile=${report}`, '--silent=false'],
    env,
  );
  count(name, report, content, ({ numPassedTests, testResults }) => [
    numPassedTests,
    testResults.flatMap(failedInFile),
  ]);
}

/** The tests of a file that failed, each with why; the file itself where it could not be run. */
function failedInFile({ name, status, message, assertionResults }) {
  const file = path.relative(root, name);
  const failed = assertionResults.filter((one) => one.status === 'failed');
  if (failed.length === 0 && status === 'failed') return [withReason(file, message)];
  return failed.map(({ fullName, failureMessages }) => withReason(`${file} › ${fullName}`, failureMessages[0]));
}

/** The tests in the interface that failed, at which size, each with why. */
function failedInSuite({ suites = [], specs = [], file }) {
  const failedOf = ({ title, tests }) =>
    tests
      .filter(({ status }) => status === 'unexpected')
      .map(({ projectName, results }) =>
        withReason(`${file} › ${title} [${projectName}]`, results.at(-1)?.error?.message),
      );
  return [...suites.flatMap(failedInSuite), ...specs.flatMap(failedOf)];
}

/** A title with the first lines of what a tool said about it: all that is left where only the end of a run is kept. */
function withReason(title, said = '') {
  const lines = stripVTControlCharacters(said)
    .split('\n')
    .filter((line) => !/^ +at .*node_modules/.test(line));
  return [title, ...lines.slice(0, 25).map((line) => `    ${line.slice(0, 300)}`)].join('\n');
}

/** Adds the tests of a report, read as how many passed and the titles of those that did not. */
function count(part, report, content, read) {
  try {
    const [good, bad] = read(JSON.parse(readFileSync(report, 'utf8')));
    passed += good;
    failures.push(...bad.map((title) => `${part}: ${title}`));
    if (bad.length === 0 && !content) failures.push(`${part}: it ended in failure, though no test did`);
  } catch (fault) {
    failures.push(`${part}: no report of its tests (${fault.message})`);
  }
}

/** The code as it is written. */
async function written() {
  if (wanted.includes('types'))
    for (const workspace of ['core', 'server', 'standins', 'app', 'e2e'])
      await check('types', `types of ${workspace}`, [typescript, '-p', workspace]);
  if (wanted.includes('lint')) {
    await check('lint', 'lint', ['oxlint', '.']);
    await check('lint', 'format', ['oxfmt', '--check', '.']);
    await check('lint', 'dead code', ['knip', '--no-config-hints']);
  }
  if (wanted.includes('imports')) {
    const all = ['depcruise', 'core', 'server', 'standins', 'app/src', '--config'];
    await check('imports', 'import directions', [...all, '.dependency-cruiser.cjs']);
    await check('imports', 'circles of folders', [...all, '.dependency-cruiser.folders.cjs']);
  }
}

/** What is computed, or screens without a browser. */
async function computed(name) {
  if (wanted.includes(name)) await jest(name, process.env);
}

/** Does something in a world of its own: PostgreSQL, databases and stand-ins that no other part knows. */
async function inWorld(name, base, act) {
  const { prepareWorld, startStandIns, stop } = await import('./world.mjs');
  const quick = { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000', TIENDA_PACE: '0.2' };
  const { env, postgres } = await prepareWorld({
    data: path.join(root, '.data', name),
    base,
    name: `tienda_${name.replaceAll('-', '_')}`,
    fresh: true,
    more: quick,
    outlivesPower: false,
  });
  const standIns = await startStandIns(env);
  const dns = startDns(env);
  const authority = startAuthority(env);
  try {
    await act(env);
  } finally {
    await authority.stop();
    await dns.stop();
    await stop(standIns);
    postgres.stop();
  }
}

/** The stand-ins over their own protocols. */
async function standIns() {
  if (wanted.includes('standins')) await inWorld('test-standins', 6410, (env) => jest('standins', env));
}

/** The server over HTTP. */
async function servers() {
  if (!wanted.includes('server')) return;
  // Tests of the server mostly wait: two at a time, each in a world of its own.
  await inWorld('test', 4610, (env) =>
    inWorld('test-beside', 5810, (beside) => jest('server', { ...env, TIENDA_WORLDS: JSON.stringify([env, beside]) })),
  );
}

/** The real interface in Chromium. */
async function endToEnd() {
  if (!wanted.includes('e2e')) return;
  const { buildApp } = await import('./build.mjs');
  const { startForwarder, startPostbox, startServer, stop } = await import('./world.mjs');
  await buildApp();
  await inWorld('e2e', 5210, async (env) => {
    say('tests: end to end in Chromium');
    const server = await startServer(env);
    const forwarder = await startForwarder(env);
    const postbox = await startPostbox(env);
    const report = path.join(reports, 'e2e.json');
    const content = await tool('e2e', ['playwright', 'test', '-c', 'e2e'], {
      ...env,
      PLAYWRIGHT_JSON_OUTPUT_FILE: report,
    });
    count('e2e', report, content, ({ stats, suites }) => [stats.expected + stats.flaky, suites.flatMap(failedInSuite)]);
    await stop(postbox);
    await stop(forwarder);
    await stop(server);
  });
}

const { buildServers } = await import('./build.mjs');
if (wanted.some((name) => ['standins', 'server', 'e2e'].includes(name))) await buildServers();
// Two at a time: each keeps a core busy, and tests that wait for what others do need one. Beside those of the interface, which
// take longest, the code is read first, which waits for nobody.
const left = [endToEnd, written, standIns, servers, () => computed('app'), () => computed('core')].values();
async function lane() {
  for (const part of left)
    await part().catch((reason) => {
      failures.push(String(reason));
      console.error(reason);
    });
}
await Promise.all([lane(), lane()]);

if (failures.length > 0) console.log(`\n${failures.map((line) => `✗ ${line}`).join('\n')}`);
console.log(`\n${passed} passed, ${failures.length} failed`);
process.exit(failures.length === 0 ? 0 : 1);
