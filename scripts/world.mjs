import { spawn } from 'node:child_process';
import { generateKeyPairSync, randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { startPostgres } from './postgres.mjs';
import { root } from './setup.mjs';

/** Secrets of this machine: made once, kept outside the repository. */
function secretsIn(data) {
  const file = path.join(data, 'secrets.json');
  mkdirSync(data, { recursive: true });
  const known = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
  const names = [
    'TIENDA_SECRET',
    'TIENDA_SEALING_KEY',
    'TIENDA_REGISTRY_PASSWORD',
    'TIENDA_PAYMENTS_KEY',
    'TIENDA_NOTICE_SECRET',
    'TIENDA_BROKER_KEY',
  ];
  const secrets = Object.fromEntries(names.map((name) => [name, known[name] ?? randomBytes(24).toString('hex')]));
  // 16 characters at most (RFC 5730, pwType).
  secrets.TIENDA_REGISTRY_PASSWORD = secrets.TIENDA_REGISTRY_PASSWORD.slice(0, 16);
  // Data from before the two were kept apart was sealed with the other.
  const older = known.TIENDA_SECRET && !known.TIENDA_SEALING_KEY ? known.TIENDA_SECRET : known.TIENDA_OLD_SEALING_KEYS;
  if (older) secrets.TIENDA_OLD_SEALING_KEYS = older;
  // A number below the order of P-256, as it begins with 0.
  secrets.TIENDA_PARENTS_KEY =
    known.TIENDA_PARENTS_KEY ?? Buffer.concat([Buffer.alloc(1), randomBytes(31)]).toString('base64');
  secrets.TIENDA_MAIL_KEY = known.TIENDA_MAIL_KEY ?? mailKey();
  writeFileSync(file, JSON.stringify(secrets), { mode: 0o600 });
  return secrets;
}

/** What mail is sealed with (RFC 8301: 2048 bits), PKCS #8, base 64. */
function mailKey() {
  const { privateKey } = generateKeyPairSync('rsa', { modulusLength: 2048 });
  return privateKey.export({ type: 'pkcs8', format: 'der' }).toString('base64');
}

/** Makes a database unless it is there; `fresh` drops it first. */
async function needDatabase(server, name, fresh) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: `${server}/postgres` });
  await client.connect();
  try {
    if (fresh) await client.query(`drop database if exists "${name}" with (force)`);
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (!rowCount) await client.query(`create database "${name}"`);
  } finally {
    await client.end();
  }
  return `${server}/${name}`;
}

/**
 * Everything the server and the stand-ins need to know, with their databases ready.
 *
 * @param {{ data: string, base: number, name: string, fresh?: boolean, more?: Record<string, string>,
 *   outlivesPower?: boolean }} options
 *   `base` is the first of the ports: app at `base`, PostgreSQL at `base + 1`, and so on
 */
export async function prepareWorld({ data, base, name, fresh = false, more = {}, outlivesPower = true }) {
  const postgresPort = Number(process.env.TIENDA_POSTGRES_PORT ?? base + 1);
  const postgres = startPostgres({ data, port: postgresPort, outlivesPower });
  const env = {
    ...process.env,
    ...secretsIn(data),
    TIENDA_PORT: String(process.env.TIENDA_PORT ?? base),
    TIENDA_REGISTRY_PORT: String(process.env.TIENDA_REGISTRY_PORT ?? base + 10),
    TIENDA_PAYMENTS_PORT: String(process.env.TIENDA_PAYMENTS_PORT ?? base + 30),
    TIENDA_SMTP_PORT: String(process.env.TIENDA_SMTP_PORT ?? base + 40),
    TIENDA_DNS_PORT: String(process.env.TIENDA_DNS_PORT ?? base + 43),
    TIENDA_POSTBOX_PORT: String(process.env.TIENDA_POSTBOX_PORT ?? base + 45),
    TIENDA_FORWARD_PORT: String(process.env.TIENDA_FORWARD_PORT ?? base + 70),
    // An authority that is started anew is another one, which nobody trusts what the last one issued by.
    TIENDA_AUTHORITY: process.env.TIENDA_AUTHORITY ?? `https://127.0.0.1:${base + 80}/dir?started=${Date.now()}`,
    TIENDA_AUTHORITY_ROOTS: process.env.TIENDA_AUTHORITY_ROOTS ?? `https://127.0.0.1:${base + 81}/roots/0`,
    TIENDA_RESOLVER_PORT: String(process.env.TIENDA_RESOLVER_PORT ?? base + 46),
    TIENDA_DATA: data,
    ...(postgres.directory ? { TIENDA_POSTGRES_DIRECTORY: postgres.directory } : {}),
    DATABASE_URL: await needDatabase(postgres.url, name, fresh),
    TIENDA_OUTSIDE_DATABASE_URL: await needDatabase(postgres.url, `${name}_outside`, fresh),
    ...more,
  };
  return { env, postgres };
}

/** Something that ends is told at once; what is alive may be on a machine that does much else. */
const startSeconds = 120;

/**
 * Starts `dist/<program>.mjs` and waits until its last start-up line.
 *
 * @param flags of Node’s
 */
async function startProgram(program, env, ready, flags = []) {
  const child = spawn(process.execPath, ['--enable-source-maps', ...flags, path.join(root, 'dist', `${program}.mjs`)], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  const up = new Promise((resolve, reject) => {
    child.stdout.on('data', (piece) => {
      said = `${said}${piece}`.slice(-20_000);
      if (said.includes(ready)) resolve();
    });
    child.once('exit', (code) => reject(new Error(`${program} ended with ${code}:\n${said}`)));
  });
  const outOfTime = pause(1000 * startSeconds, undefined, { ref: false }).then(() => {
    throw new Error(`${program} did not start within ${startSeconds} seconds:\n${said}`);
  });
  try {
    await Promise.race([up, outOfTime]);
  } catch (fault) {
    // Nothing stays behind that nobody knows of.
    child.kill('SIGKILL');
    throw fault;
  }
  return child;
}

export const startStandIns = (env) => startProgram('standins', env, 'the outside world is up');
/** MiB in which what a request leaves behind is cleared away: in a tenth less time than in the few that Node begins with. */
const roomForNew = 32;
export const startServer = (env) =>
  startProgram('server', env, 'Tienda is open', [
    `--min-semi-space-size=${roomForNew}`,
    `--max-semi-space-size=${roomForNew}`,
  ]);
/** Needs the tables that the server makes. */
export const startForwarder = (env) => startProgram('forwarder', env, 'visitors are sent on');

/** Needs the same tables. */
export const startPostbox = (env) => startProgram('postbox', env, 'mail is taken in');

/** Stops a program and waits for its end. */
export async function stop(child, signal = 'SIGTERM') {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill(signal);
  await ended;
}
