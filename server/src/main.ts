import http from 'node:http';
import pino from 'pino';
import { readConfig } from './config';
import { openTienda } from './tienda';

const config = readConfig();
const log = pino({ level: config.logLevel });
const tienda = await openTienda(config, log);
/** A search for 500 names is a long address. */
const longestHeaders = 256 * 1024;
const answer = tienda.app.callback();
const server = http.createServer({ maxHeaderSize: longestHeaders }, (request, response) => {
  void answer(request, response);
});
server.listen(config.port, config.host, () => {
  log.info({ port: config.port }, 'Tienda is open');
});

/** What has not closed by then is cut off: nothing is lost that way, since all work can be taken up again. */
const longestClosingMs = 10_000;

function closeDown(): void {
  setTimeout(() => {
    log.warn('closing down took too long');
    process.exit(1);
  }, longestClosingMs).unref();
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
