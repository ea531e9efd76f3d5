import { PassThrough, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import Router from '@koa/router';
import type { Logger } from 'pino';
import type { RegistryKeeper } from './keeper';

/**
 * The registries' zone files for those who have the password: `GET /zones` lists them with their serials,
 * `GET /zones/org.zone` is the master file (RFC 1035), `GET /zones/org.zone.gz` the same, compressed.
 */
export function zoneFileRouter(keepers: readonly RegistryKeeper[], password: string, log: Logger): Router {
  const router = new Router();
  const keeperOf = new Map(keepers.flatMap((keeper) => keeper.registry.zones.map((zone) => [zone, keeper])));
  router.use(async (ctx, next) => {
    if (ctx.get('Authorization') === `Bearer ${password}`) await next();
    else ctx.status = 401;
  });
  router.get('/zones', async (ctx) => {
    const lists = await Promise.all(keepers.map(({ zones }) => zones.serials()));
    ctx.body = lists.flat();
  });
  router.get('/zones/:file', async (ctx) => {
    const [, zone = '', compressed] = /^(.+)\.zone(\.gz)?$/.exec(String(ctx.params['file'])) ?? [];
    const keeper = keeperOf.get(zone);
    if (!keeper) return void (ctx.status = 404);
    const lines = keeper.zones.zoneFile(zone);
    ctx.type = compressed ? 'application/gzip' : 'text/dns';
    const out = new PassThrough();
    ctx.body = out;
    sent(lines, out, !!compressed).catch((fault: unknown) =>
      log.warn({ zone, err: fault }, 'a zone file was not sent whole'),
    );
  });
  return router;
}

function sent(lines: Readable, out: PassThrough, compressed: boolean): Promise<void> {
  return compressed ? pipeline(lines, createGzip({ level: 4 }), out) : pipeline(lines, out);
}
