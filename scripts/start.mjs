import path from 'node:path';
import { authorityPackage, startAuthority } from './authority.mjs';
import { dnsPackages, startDns } from './dns.mjs';
import { needNodeModules, needPackages, postgresql, root, say } from './setup.mjs';

const fresh = process.argv.includes('--fresh');
const data = path.resolve(root, process.env.TIENDA_DATA ?? '.data');
const base = 4310;

needPackages([postgresql, ...dnsPackages, authorityPackage]);
needNodeModules();
const { build } = await import('./build.mjs');
const { prepareWorld, startForwarder, startPostbox, startServer, startStandIns, stop } = await import('./world.mjs');

/** What was started, to be stopped again, the last first. */
const started = [];
let closing = false;

async function close(code) {
  if (closing) return;
  closing = true;
  for (const end of started.reverse()) await end();
  process.exit(code);
}

/** Starts a program that the shop cannot do without. */
async function run(start, env) {
  const child = await start(env);
  started.push(() => stop(child));
  child.once('exit', (code) => {
    if (!closing) console.error(`A part of Tienda ended (${code}); closing the rest.`);
    void close(1);
  });
}

process.on('SIGINT', () => void close(0));
process.on('SIGTERM', () => void close(0));

try {
  await build();
  say('starting PostgreSQL');
  const { env, postgres } = await prepareWorld({ data, base, name: 'tienda', fresh, more: { TIENDA_DEMO: '1' } });
  started.push(() => postgres.stop());
  say('starting the name servers, the stand-ins and the server');
  const dns = startDns(env);
  started.push(() => dns.stop());
  await run(startStandIns, env);
  const authority = startAuthority(env);
  started.push(() => authority.stop());
  await run(startServer, env);
  await run(startForwarder, env);
  await run(startPostbox, env);
  const { demoElsewhere, demoSignIns, loadDemo } = await import('./demo.mjs');
  await loadDemo(`http://127.0.0.1:${env.TIENDA_PORT}`);
  console.log(`
Tienda is open:  http://127.0.0.1:${env.TIENDA_PORT}

Sign in as
${demoSignIns.map(({ email, password, who }) => `  ${email.padEnd(28)} ${password.padEnd(26)} ${who}`).join('\n')}
Pay with card 4539 0000 1111 0006, any month to come, any three digits.
(4539 0000 1111 0014 is declined, 4539 0000 1111 0022 takes its time, 4539 0000 1111 0030 holds money once and not again.)
Names elsewhere, to move here, with their auth codes:
${demoElsewhere.map(({ name, code, what }) => `  ${name.padEnd(28)} ${code.padEnd(26)} ${what}`).join('\n')}
All names, prices and people are made up. Ctrl+C closes the shop; its data is kept.
`);
} catch (fault) {
  console.error(`\nTienda could not be opened: ${fault.message}`);
  console.error('What was started is stopped again; the data is kept. `npm start -- --fresh` begins anew.');
  await close(1);
}
