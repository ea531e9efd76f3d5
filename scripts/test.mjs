import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { chromium, needNodeModules, needPackages, poppler, postgresql, root, say, xmllint } from './setup.mjs';

/**
 * Everything that must hold, each part counted. `npm test -- server e2e` runs only those parts.
 */
const parts = ['types', 'lint', 'imports', 'core', 'app', 'standins', 'server', 'e2e'];
const asked = process.argv.slice(2).filter((name) => !name.startsWith('-'));
const wanted = asked.length > 0 ? asked : parts;
const unknown = wanted.find((name) => !parts.includes(name));
if (unknown) {
  console.error(`There is no part ${unknown}: choose among ${parts.join(', ')}.`);
  process.exit(2);
}

needPackages([postgresql, chromium, xmllint, poppler]);
needNodeModules();

const data = path.join(root, '.data', 'test');
const reports = path.join(root, 'test-results');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

let passed = 0;
let failed = 0;

/** Runs a tool to its end, its output shown as it comes; true where it is content. */
function tool(command, args, env = process.env) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env, stdio: ['ignore', 'inherit', 'inherit'] });
    child.once('error', () => resolve(false));
    child.once('exit', (code) => resolve(code === 0));
  });
}

/** A check that passes or fails as a whole. */
async function check(name, args) {
  say(name);
  if (await tool('npx', args)) passed += 1;
  else {
    failed += 1;
    console.error(`✗ ${name}`);
  }
}

/** A run of Jest, its tests counted from its own report. */
async function jest(name, env) {
  say(`tests: ${name}`);
  const report = path.join(reports, `${name}.json`);
  const content = await tool(
    'npx',
    ['jest', '-c', `${name}/jest.config.cjs`, '--json', `--outputFile=${report}`, '--silent=false'],
    env,
  );
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

if (wanted.includes('types'))
  for (const workspace of ['core', 'server', 'standins', 'app', 'e2e'])
    await check(`types of ${workspace}`, ['tsc', '-p', workspace]);
if (wanted.includes('lint')) {
  await check('lint', ['eslint', '.', '--max-warnings=0']);
  await check('format', ['prettier', '--check', '--log-level=warn', '.']);
  await check('dead code', ['knip', '--no-config-hints']);
}
if (wanted.includes('imports'))
  await check('import directions', [
    'depcruise',
    'core',
    'server',
    'standins',
    'app/src',
    '--config',
    '.dependency-cruiser.cjs',
  ]);
for (const name of ['core', 'app']) if (wanted.includes(name)) await jest(name, process.env);

if (wanted.some((name) => ['standins', 'server', 'e2e'].includes(name))) {
  const { build } = await import('./build.mjs');
  const { prepareWorld, startServer, startStandIns, stop } = await import('./world.mjs');
  await build({ web: wanted.includes('e2e') });
  const quick = { TIENDA_DEMO: '1', TIENDA_LIMITS: '1000', TIENDA_PACE: '0.2' };
  const { env, postgres } = await prepareWorld({ data, base: 4610, name: 'tienda_test', fresh: true, more: quick });
  const standIns = await startStandIns(env);
  try {
    for (const name of ['standins', 'server']) if (wanted.includes(name)) await jest(name, env);
    if (wanted.includes('e2e')) {
      say('tests: end to end in Chromium');
      const server = await startServer(env);
      const report = path.join(reports, 'e2e.json');
      const content = await tool('npx', ['playwright', 'test', '-c', 'e2e'], {
        ...env,
        PLAYWRIGHT_JSON_OUTPUT_FILE: report,
      });
      count(report, content, ({ stats }) => [stats.expected + stats.flaky, stats.unexpected]);
      await stop(server);
    }
  } finally {
    await stop(standIns);
    postgres.stop();
  }
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
