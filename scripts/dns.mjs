import { createECDH } from 'node:crypto';
import { chownSync, existsSync, mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { keepRunning } from './processes.mjs';
import { isRoot, root, run } from './setup.mjs';

const nameServer = '/usr/sbin/pdns_server';
const resolver = '/usr/sbin/named';
const backends = '/usr/lib/x86_64-linux-gnu/pdns';
const hasBackend = (name) =>
  existsSync(path.join(backends, `lib${name}backend.so`)) || existsSync(`/usr/share/doc/pdns-backend-${name}`);

export const dnsPackages = [
  { name: 'pdns-server', found: () => existsSync(nameServer) },
  { name: 'pdns-backend-pgsql', found: () => existsSync('/usr/share/doc/pdns-backend-pgsql') || hasBackend('gpgsql') },
  { name: 'pdns-backend-remote', found: () => hasBackend('remote') },
  { name: 'bind9', found: () => existsSync(resolver) },
];

/** Asks as much as it can; only to measure. */
export const dnsperf = { name: 'dnsperf', found: () => existsSync('/usr/bin/dnsperf') };

/** Every name server of the made-up internet has an address of its own, and all of them one port. */
const nameServerAddresses = ['127.0.0.1', '127.0.0.2'];
const parentsAddress = '127.0.0.3';
const resolvers = 3;
/** A name server goes on with what it was asked before for so long, seconds, where it cannot ask PostgreSQL. */
const keptFor = 86_400;

/**
 * Starts everything that answers questions about names: Tienda's two name servers, which read what the shop writes into
 * PostgreSQL; the one of root and extensions, which asks the registries; and three resolvers, which begin at the root, keep
 * what they hear, and check what is signed. What ends is started again.
 *
 * @param {Record<string, string>} env `TIENDA_DNS_PORT` is the first name server's, the second has the next as well;
 *   `TIENDA_RESOLVER_PORT` the first resolver's, the others have those that follow
 * @returns {{ stop: () => Promise<void> }}
 */
export function startDns(env) {
  const servers = [
    ...nameServerAddresses.map((_, place) => startNameServer(env, place)),
    startParents(env),
    ...Array.from({ length: resolvers }, (_, place) => startResolver(env, place)),
  ];
  return { stop: async () => void (await Promise.all(servers.map((server) => server.stop()))) };
}

function startNameServer(env, place) {
  const port = Number(env.TIENDA_DNS_PORT);
  const server = startPowerDns(env, String(place + 1), {
    ...zonesInPostgres(env),
    'local-address': [
      `${nameServerAddresses[place]}:${port}`,
      // The second can be found at the first one's address too.
      ...(place > 0 ? [`${nameServerAddresses[0]}:${port + place}`] : []),
    ].join(','),
    'distributor-threads': '2',
    // Answers are kept until their zone changes: whoever stands beside it tells. Where PostgreSQL is away, so long.
    'cache-ttl': String(keptFor),
  });
  const control = { TIENDA_CONTROL_SOCKET: path.join(directoryOf(env, String(place + 1)), 'pdns.controlsocket') };
  const forgetter = keepRunning(process.execPath, [path.join(root, 'dist', 'forgetter.mjs')], {
    env: { ...env, ...control },
  });
  return { stop: async () => void (await Promise.all([forgetter.stop(), server.stop()])) };
}

/** Settings of PowerDNS that reads what the shop writes. */
export function zonesInPostgres(env) {
  const database = new URL(env.TIENDA_DIRECT_DATABASE_URL ?? env.DATABASE_URL);
  return {
    launch: 'gpgsql',
    'gpgsql-host': database.hostname,
    'gpgsql-port': database.port || '5432',
    'gpgsql-dbname': database.pathname.slice(1),
    'gpgsql-user': decodeURIComponent(database.username),
    'gpgsql-password': decodeURIComponent(database.password),
    'gpgsql-extra-connection-parameters': 'options=-csearch_path=dns',
    'gpgsql-dnssec': 'yes',
  };
}

function startParents(env) {
  const registries = Number(env.TIENDA_PARENTS_PORT ?? Number(env.TIENDA_REGISTRY_PORT) + 8);
  return startPowerDns(env, 'parents', {
    launch: 'remote',
    // A busy machine answers late; only a stopped one does not.
    'remote-connection-string': `http:url=http://127.0.0.1:${registries}/dns,post=1,post_json=1,timeout=10000`,
    'remote-dnssec': 'yes',
    'local-address': `${parentsAddress}:${env.TIENDA_DNS_PORT}`,
    'distributor-threads': '1',
  });
}

function startPowerDns(env, name, settings) {
  const owner = ownerIds('pdns');
  const directory = directoryOf(env, name, owner);
  const all = {
    // What is written is answered at once.
    'zone-cache-refresh-interval': '0',
    'cache-ttl': '0',
    'query-cache-ttl': '0',
    'negquery-cache-ttl': '0',
    'dnssec-key-cache-ttl': '0',
    'domain-metadata-cache-ttl': '0',
    'socket-dir': directory,
    ...(owner ? { setuid: String(owner[0]), setgid: String(owner[1]) } : {}),
    daemon: 'no',
    guardian: 'no',
    'receiver-threads': '1',
    // Nobody gets a long answer for a short question with somebody else's address on it, or a whole zone.
    'any-to-tcp': 'yes',
    'disable-axfr': 'yes',
    'version-string': 'anonymous',
    'security-poll-suffix': '',
    loglevel: '3',
    ...settings,
  };
  const lines = Object.entries(all).map(([setting, value]) => `${setting}=${value}\n`);
  write(path.join(directory, 'pdns.conf'), lines.join(''), owner);
  return keepRunning(nameServer, [`--config-dir=${directory}`]);
}

/** One that walks from the root to the servers of a name, each at its own address, all at the port of the name servers. */
function startResolver(env, place) {
  const owner = ownerIds('bind');
  const directory = directoryOf(env, `resolver${place + 1}`, owner);
  const pair = createECDH('prime256v1');
  pair.setPrivateKey(env.TIENDA_PARENTS_KEY, 'base64');
  const publicKey = pair.getPublicKey().subarray(1).toString('base64');
  write(path.join(directory, 'hints'), `. 3600000 NS root.\nroot. 3600000 A ${parentsAddress}\n`, owner);
  const settings = `
    options {
      directory "${directory}";
      port ${env.TIENDA_DNS_PORT};
      listen-on port ${Number(env.TIENDA_RESOLVER_PORT) + place} { 127.0.0.1; };
      listen-on-v6 { none; };
      allow-query { 127.0.0.0/8; };
      recursion yes;
      dnssec-validation yes;
      empty-zones-enable no;
      // What is here is known to the second: it is asked for again when its time is over, and no sooner.
      prefetch 0;
      servfail-ttl 1;
      max-cache-size 64M;
      pid-file none;
      session-keyfile none;
      version none;
    };
    controls {};
    logging { category default { stderr; }; category lame-servers { null; }; channel stderr { stderr; severity error; }; };
    trust-anchors { . static-key 257 3 13 "${publicKey}"; };
    zone "." { type hint; file "hints"; };
  `;
  write(path.join(directory, 'named.conf'), settings, owner);
  const as = owner ? ['-u', 'bind'] : [];
  return keepRunning(resolver, ['-4', '-f', '-n', '1', ...as, '-c', path.join(directory, 'named.conf')]);
}

/** As root, a server gives up root as soon as it has its port. @returns undefined where there is nothing to give up */
function ownerIds(user) {
  if (!isRoot) return undefined;
  return ['-u', '-g'].map((which) => Number(run('id', [which, user], { stdio: ['ignore', 'pipe', 'inherit'] })));
}

function directoryOf(env, name, owner) {
  const directory = path.resolve(env.TIENDA_DATA, 'dns', name);
  mkdirSync(directory, { recursive: true });
  if (owner) chownSync(directory, ...owner);
  return directory;
}

function write(file, text, owner) {
  writeFileSync(file, text, { mode: 0o600 });
  if (owner) chownSync(file, ...owner);
}
