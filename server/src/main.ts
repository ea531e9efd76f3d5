import pino from 'pino';
import { readConfig } from './config';
import { openTienda } from './tienda';

const config = readConfig();
const log = pino({ level: config.logLevel });
const tienda = await openTienda(config, log);
const server = tienda.app.listen(config.port, config.host, () => {
  log.info({ port: config.port }, 'Tienda is open');
});

function closeDown(): void {
  server.close();
  server.closeAllConnections();
  tienda.close().then(
    () => process.exit(0),
    (fault: unknown) => {
      log.error({ fault }, 'closing down failed');
      process.exit(1);
    },
  );
}
process.on('SIGTERM', closeDown);
process.on('SIGINT', closeDown);
