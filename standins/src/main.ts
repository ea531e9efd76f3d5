import pino from 'pino';
import { readConfig } from './config';
import { openDatabase } from './db/database';
import { startMail } from './mail/start';
import { startPayments } from './payments/start';
import { startRegistries } from './registry/start';

/** The outside world in one process: registries, payment provider, mail. */
const log = pino({ level: process.env['TIENDA_LOG'] ?? 'info' });
const config = readConfig();
const { database } = await openDatabase(config.databaseUrl);
await startRegistries(config, database, log);
await startPayments(config, database, log);
await startMail(config, database, log);
log.info('the outside world is up');
process.on('SIGTERM', () => process.exit(0));
process.on('SIGINT', () => process.exit(0));
