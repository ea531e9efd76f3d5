import http from 'node:http';
import { readConfig } from './platform/config';
import { openLog } from './platform/http/log';
import { openTienda } from './tienda';

const config = readConfig();
const log = openLog(config.logLevel);
const tienda = await openTienda(config, log);
/** A search for 500 names is a long address. */
const longestHeaders = 256 * 1024;
/** A connection is kept longer than whoever uses it keeps it: a request must not meet it being closed. */
const keepAliveTimeout = 75_000;
const limits = { maxHeaderSize: longestHeaders, requestTimeout: 30_000, keepAliveTimeout };
const answer = tienda.app.callback();
const server = http.createServer(limits, (request, response) => {
  void answer(request, response);
});
server.listen(config.port, config.host, () => {
  log.info({ port: config.port }, 'Tienda is open');
});

/** So long what is being answered may go on. */
const drainingMs = 3000;
/** What has not closed by then is cut off: nothing is lost that way, since all work can be taken up again. */
const longestClosingMs = 10_000;

/** No visitors any more; those being answered are answered, then the rest is closed. */
async function closeDown(): Promise<void> {
  setTimeout(() => {
    log.warn('closing down took too long');
    process.exit(1);
  }, longestClosingMs).unref();
  tienda.drain();
  const drained = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), drainingMs).unref();
  await drained;
  await tienda.close();
}

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    closeDown().then(
      () => process.exit(0),
      (fault: unknown) => {
        log.error({ err: fault }, 'closing down failed');
        process.exit(1);
      },
    );
  });
