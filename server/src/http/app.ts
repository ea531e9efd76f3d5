import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { bodyParser } from '@koa/bodyparser';
import Router from '@koa/router';
import Koa, { type Middleware } from 'koa';
import helmet from 'koa-helmet';
import serve from 'koa-static';
import type { Logger } from 'pino';
import type { Sessions } from '../accounts/sessions';
import type { Config } from '../config';
import { AnswerSchemas } from './answerSchemas';
import type { Limits } from './limits';
import { answerProblems, knowVisitor, logRequests, refuseControlCharacters } from './middleware';
import { openApi } from './openapi';
import { mount, route, type Route } from './route';

/** Pages whose address ends in a name, which only looks like a file. */
const pagesOfNames = /^\/(names|find)\//;

const yearInMs = 365 * 24 * 3600 * 1000;

/** The server as a list of what every request passes through. */
export function createApp(
  config: Config,
  routes: readonly Route[],
  sessions: Sessions,
  limits: Limits,
  log: Logger,
  version: string,
): Koa {
  const documented = [
    ...routes,
    route('get', '/api/openapi.json', { summary: 'This document' }, async () => ({ body: document })),
  ];
  const document = openApi(documented, version, new AnswerSchemas(config.answerSchemas));
  const router = new Router();
  mount(router, documented, limits);

  // Behind proxies of ours the visitor's address and protocol are those that the outermost of them wrote down.
  const app = new Koa({ proxy: config.proxies > 0, maxIpsCount: config.proxies });
  app.on('error', (fault: Error & { code?: string }) => {
    if (!hungUp.has(fault.code ?? '')) log.error({ err: fault }, 'a response failed');
  });
  app.use(logRequests(log));
  app.use(answerProblems(log));
  app.use(refuseControlCharacters);
  app.use(secureHeaders(config));
  app.use(bodyParser({ enableTypes: ['json'], jsonLimit: '1mb' }));
  app.use(knowVisitor(sessions));
  app.use(router.routes());
  app.use(webApp(config.web));
  return app;
}

/** The visitor went away while being answered. */
const hungUp: ReadonlySet<string> = new Set(['EPIPE', 'ECONNRESET', 'ERR_STREAM_PREMATURE_CLOSE']);

function secureHeaders({ paymentsUrl, isSecure }: Config): Middleware {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        // React Native Web makes one empty style element and fills it through the CSSOM: the digest of nothing.
        styleSrc: ["'self'", "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        connectSrc: ["'self'", paymentsUrl],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    referrerPolicy: { policy: 'same-origin' },
    xFrameOptions: { action: 'deny' },
    strictTransportSecurity: isSecure ? { maxAge: yearInMs / 1000, includeSubDomains: true } : false,
  });
}

/** The built app: files by their names, hashed ones for a year; every other path is the app itself. */
function webApp(folder: string): Middleware {
  const files = serve(folder, {
    index: false,
    brotli: true,
    gzip: true,
    setHeaders: (response, file) => {
      const hashed = file.includes(`${path.sep}_expo${path.sep}`) || file.includes(`${path.sep}assets${path.sep}`);
      response.setHeader('Cache-Control', hashed ? `public, max-age=${yearInMs / 1000}, immutable` : 'no-cache');
    },
  });
  const index = path.join(folder, 'index.html');
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/') || !['GET', 'HEAD'].includes(ctx.method)) return next();
    await files(ctx, async () => {
      if (path.extname(ctx.path) !== '' && !pagesOfNames.test(ctx.path)) return;
      ctx.set('Cache-Control', 'no-cache');
      ctx.type = 'html';
      ctx.body = existsSync(index) ? await readFile(index) : 'The app is not built: npm start builds it.';
    });
  };
}
