import http from 'node:http';
import { drizzle } from 'drizzle-orm/node-postgres';
import { readForwarderConfig } from '../platform/config';
import { Notifications } from '../platform/db/notifications';
import { openPool } from '../platform/db/pool';
import { openLog } from '../platform/http/log';
import { answering } from './answering';
import { Forwards } from './forwards';
import { forwardChanges, ForwardStore } from './store';

/** Sends visitors of forwarded names on: a program of its own that never asks the shop, and may run many times. */
const config = readForwarderConfig();
const log = openLog(config.logLevel);
const pool = openPool(
  { connectionString: config.databaseUrl, max: 4, connectionTimeoutMillis: 2000, query_timeout: 2000 },
  config.databaseUrl === config.directDatabaseUrl,
);
const notifications = new Notifications(config.directDatabaseUrl, log);
const forwards = new Forwards(new ForwardStore(drizzle(pool)));
await notifications.subscribe(forwardChanges, () => forwards.changed());
await notifications.open();

const limits = { maxHeaderSize: 16 * 1024, headersTimeout: 10_000, requestTimeout: 20_000, keepAliveTimeout: 5000 };
const server = http.createServer(limits, answering(forwards, log));
server.listen(config.httpPort, config.host, () => log.info({ port: config.httpPort }, 'visitors are sent on'));

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
