import type { Server } from 'node:http';
import Koa from 'koa';
import type Router from '@koa/router';
import { bodyParser } from '@koa/bodyparser';
import type { Logger } from 'pino';

/** Serves a router as JSON over HTTP; faults in a request are answered 400 with their message. */
export function serveHttp(router: Router, host: string, port: number, log: Logger): Promise<Server> {
  const app = new Koa();
  app.on('error', (fault: Error & { code?: string }) => {
    if (!['EPIPE', 'ECONNRESET', 'ERR_STREAM_PREMATURE_CLOSE'].includes(fault.code ?? '')) log.error(fault);
  });
  app.use(async (ctx, next) => {
    try {
      await next();
    } catch (fault) {
      if (!(fault instanceof TypeError)) log.error(fault);
      ctx.status = fault instanceof TypeError ? 400 : 500;
      // What failed inside is for the log alone.
      ctx.body = { error: fault instanceof TypeError ? fault.message : 'It failed here' };
    }
  });
  // PowerDNS sends its JSON under the other type.
  const detectJSON = (ctx: Koa.Context) => ctx.is('text/javascript') === 'text/javascript';
  app.use(bodyParser({ enableTypes: ['json'], detectJSON, jsonStrict: false }));
  app.use(router.routes());
  return new Promise((resolve, reject) => {
    const server = app.listen(port, host, () => resolve(server));
    server.once('error', reject);
  });
}
