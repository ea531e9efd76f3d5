import pino from 'pino';
import { readConfig } from './platform/config';
import { connect, migrateDatabase } from './db/database';
import { startBroker } from './broker/start';
import { startMail } from './mail/start';
import { startPayments } from './payments/start';
import { startRdap } from './rdap/start';
import { startRegistrars } from './registrars/start';
import { certificateIn } from './registry/certificate';
import { startRegistries } from './registry/start';
import { beWell } from './registry/switches';
import { startSites } from './web/start';
import { Processes } from './platform/processes';

const log = pino({ level: process.env['TIENDA_LOG'] ?? 'info' });
const config = readConfig();

/** The outside world, a process each: what stops one stops no other. Registries publish their own data (RDAP). */
const starters = {
  registries: async () => startRdap(config, await startRegistries(config, database(), log), log),
  registrars: () => startRegistrars(config, database(), log),
  broker: () => startBroker(config, database(), log),
  payments: () => startPayments(config, database(), log),
  mail: () => startMail(config, database(), log),
  sites: () => startSites(config, log),
};

const isName = (name: string): name is keyof typeof starters => Object.hasOwn(starters, name);
const database = () => connect(config.databaseUrl).database;

const [, main = '', name] = process.argv;
if (name === undefined) {
  await migrateDatabase(config.databaseUrl);
  await beWell(database());
  // Made before there are several that would each make one.
  await certificateIn(config.tlsDirectory);
  const processes = new Processes(main, log);
  await Promise.all(Object.keys(starters).map((each) => processes.start(each)));
  log.info('the outside world is up');
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.on(signal, () => {
      processes.stop();
      process.exit(0);
    });
} else {
  if (!isName(name)) throw new Error(`There is no stand-in called ${name}`);
  // Whoever started it is gone: nobody would ever stop it.
  process.on('disconnect', () => process.exit(0));
  process.on('SIGINT', () => undefined);
  await starters[name]();
  process.send?.('up');
}
