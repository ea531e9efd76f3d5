import { spawn } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { isRoot, run } from './setup.mjs';
import { stop } from './world.mjs';

const program = '/usr/sbin/pdns_server';
const backend = '/usr/lib/x86_64-linux-gnu/pdns/libgpgsqlbackend.so';

export const powerDns = [
  { name: 'pdns-server', found: () => existsSync(program) },
  {
    name: 'pdns-backend-pgsql',
    found: () => existsSync('/usr/share/pdns-backend-pgsql/schema/schema.pgsql.sql') || existsSync(backend),
  },
];

/** So long a name server that has ended is left before it is started again. */
const restartMs = 500;

/**
 * Starts the two name servers, which answer from what the shop writes into PostgreSQL. One that ends is started again.
 *
 * @param {Record<string, string>} env of the shop: `TIENDA_DNS_PORT` is the first one's, the second has the next
 * @returns {{ stop: () => Promise<void> }}
 */
export function startNameServers(env) {
  const servers = [0, 1].map((place) => keepRunning(settingsIn(env, place)));
  return { stop: async () => void (await Promise.all(servers.map((server) => server.stop()))) };
}

/** @returns the folder of its settings */
function settingsIn(env, place) {
  const directory = path.resolve(env.TIENDA_DATA, 'dns', String(place + 1));
  mkdirSync(directory, { recursive: true });
  const owner = isRoot ? ownerIds() : undefined;
  if (owner) chownSync(directory, ...owner);
  const database = new URL(env.TIENDA_DIRECT_DATABASE_URL ?? env.DATABASE_URL);
  const settings = {
    launch: 'gpgsql',
    'gpgsql-host': database.hostname,
    'gpgsql-port': database.port || '5432',
    'gpgsql-dbname': database.pathname.slice(1),
    'gpgsql-user': decodeURIComponent(database.username),
    'gpgsql-password': decodeURIComponent(database.password),
    'gpgsql-extra-connection-parameters': 'options=-csearch_path=dns',
    'gpgsql-dnssec': 'yes',
    'local-address': '127.0.0.1',
    'local-port': String(Number(env.TIENDA_DNS_PORT) + place),
    'socket-dir': directory,
    ...(owner ? { setuid: String(owner[0]), setgid: String(owner[1]) } : {}),
    daemon: 'no',
    guardian: 'no',
    // What is written is answered at once.
    'zone-cache-refresh-interval': '0',
    'cache-ttl': '0',
    'query-cache-ttl': '0',
    'negquery-cache-ttl': '0',
    'receiver-threads': '1',
    'distributor-threads': '2',
    // Nobody gets a long answer for a short question with somebody else's address on it, or a whole zone.
    'any-to-tcp': 'yes',
    'disable-axfr': 'yes',
    'version-string': 'anonymous',
    'security-poll-suffix': '',
    loglevel: '3',
  };
  const text = Object.entries(settings).map(([name, value]) => `${name}=${value}\n`);
  writeFileSync(path.join(directory, 'pdns.conf'), text.join(''), { mode: 0o600 });
  if (owner) chownSync(path.join(directory, 'pdns.conf'), ...owner);
  return directory;
}

/** As root, a name server gives up root as soon as it has its port. */
function ownerIds() {
  return ['-u', '-g'].map((which) => Number(run('id', [which, 'pdns'], { stdio: ['ignore', 'pipe', 'inherit'] })));
}

function keepRunning(directory) {
  let child;
  let isStopping = false;
  let timer;
  const start = () => {
    let said = '';
    child = spawn(program, [`--config-dir=${directory}`], { stdio: ['ignore', 'ignore', 'pipe'] });
    child.stderr.on('data', (piece) => (said = `${said}${piece}`.slice(-1000)));
    child.once('exit', (code) => {
      if (isStopping) return;
      console.error(`A name server ended (${code}) and is started again:\n${said}`);
      timer = setTimeout(start, restartMs);
    });
  };
  start();
  return {
    stop: async () => {
      isStopping = true;
      clearTimeout(timer);
      await stop(child);
    },
  };
}
