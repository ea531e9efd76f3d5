import pino from 'pino';
import { readConfig } from './config';
import { openDatabase } from './db/database';
import { startBroker } from './broker/start';
import { startMail } from './mail/start';
import { startPayments } from './payments/start';
import { startRdap } from './rdap/start';
import { startRegistries } from './registry/start';

/** The outside world in one process: registries, registration data, broker, payment provider, mail. */
const log = pino({ level: process.env['TIENDA_LOG'] ?? 'info' });
const config = readConfig();
const { database } = await openDatabase(config.databaseUrl);
const keepers = await startRegistries(config, database, log);
await startRdap(config, keepers, log);
await startBroker(config, database, log);
await startPayments(config, database, log);
await startMail(config, database, log);
log.info('the outside world is up');
process.on('SIGTERM', () => process.exit(0));
process.on('SIGINT', () => process.exit(0));
