import http from 'node:http';
import https from 'node:https';
import { createSecureContext, type SecureContext } from 'node:tls';
import { readForwarderConfig } from '../platform/config';
import { Notifications } from '../platform/db/notifications';
import { openPool } from '../platform/db/pool';
import { certificateKeys, forwardChanges } from '../platform/db/schema';
import { openLog } from '../platform/http/log';
import { Keyring } from '../platform/secrets/keyring';
import { answering } from './answering';
import { KnownHosts } from './knownHosts';
import { ForwardStore } from './store';

/** Sends visitors of forwarded names on: a program of its own that never asks the shop, and may run many times. */
const config = readForwarderConfig();
const { host, databaseUrl, directDatabaseUrl, httpPort, httpsPort } = config;
const log = openLog(config.logLevel);
/** A database that does not answer in that time is away: what was read before does instead. */
const patience = { connectionTimeoutMillis: 2000, query_timeout: 2000 };
const pool = openPool({ connectionString: databaseUrl, max: 4, ...patience }, databaseUrl === directDatabaseUrl);
const store = ForwardStore.over(pool);
const keys = new Keyring(config.sealingKeys);

const forwards = new KnownHosts((name) => store.find(name));
/** Each takes tens of kilobytes. */
const mostContexts = 5000;
const contexts = new KnownHosts<SecureContext>(async (name) => {
  const found = await store.certificate(name);
  return found && createSecureContext({ cert: found.chain, key: keys.open(certificateKeys, found.key) });
}, mostContexts);
const notifications = new Notifications(directDatabaseUrl, log);
await notifications.subscribe(forwardChanges, (name) => {
  forwards.changed(name);
  contexts.changed(name);
});
await notifications.open();

/** Without a certificate of the host the connection is refused: one of another name would help nobody. */
function contextOf(name: string, done: (fault: Error | null, context?: SecureContext) => void): void {
  Promise.resolve(contexts.find(name.toLowerCase())).then(
    (context) => (context ? done(null, context) : done(new Error(`${name} has no certificate`))),
    (fault: unknown) => done(fault instanceof Error ? fault : new Error(String(fault))),
  );
}

const limits = { maxHeaderSize: 16 * 1024, headersTimeout: 10_000, requestTimeout: 20_000, keepAliveTimeout: 5000 };
const answer = answering({ forwards, challenge: (token) => store.challenge(token), log });
const servers = [
  http.createServer(limits, answer).listen(httpPort, host),
  https.createServer({ ...limits, SNICallback: contextOf, minVersion: 'TLSv1.2' }, answer).listen(httpsPort, host),
];
await Promise.all(servers.map((server) => new Promise((resolve) => server.once('listening', resolve))));
log.info({ httpPort, httpsPort }, 'visitors are sent on');

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    for (const server of servers) server.closeAllConnections();
    process.exit(0);
  });
