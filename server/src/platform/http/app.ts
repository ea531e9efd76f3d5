import path from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { bodyParser } from '@koa/bodyparser';
import Koa, { type Context, type Middleware } from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import serve from 'koa-static';
import type { Logger } from 'pino';
import type { Sessions } from './sessions';
import type { Config } from '../config';
import { AnswerSchemas } from './answerSchemas';
import type { Limits } from './limits';
import { answerProblems, knowVisitor, logRequests, refuseBody, refuseControlCharacters } from './middleware';
import { openApi } from './openapi';
import { addressOfSearch, pageLanguage, Pages, type Page, type SentPage } from './pages';
import { route, served, type Route } from './route';

/** Folders of files, where nobody looks for a page. */
const onlyFiles = /^\/(_expo|assets)\//;

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
  const documented: readonly Route[] = [
    ...routes,
    route('get', '/api/openapi.json', { summary: 'This document' }, async () => ({ body: readDocument() })),
  ];
  // Made when it is first asked for: a server that starts has a tenth less to do.
  let document: object | undefined;
  const readDocument = (): object =>
    (document ??= openApi(documented, version, new AnswerSchemas(config.answerSchemas)));

  // Behind proxies of ours the visitor's address and protocol are those that the outermost of them wrote down.
  const app = new Koa({ proxy: config.proxies > 0, maxIpsCount: config.proxies });
  app.on('error', (fault: Error & { code?: string }) => {
    if (!hungUp.has(fault.code ?? '')) log.error({ err: fault }, 'a response failed');
  });
  app.use(logRequests(log));
  app.use(answerProblems(log));
  app.use(refuseControlCharacters);
  app.use(secureHeaders(config));
  app.use(bodyParser({ enableTypes: ['json'], jsonLimit: '1mb', onError: refuseBody }));
  app.use(knowVisitor(sessions));
  app.use(served(documented, limits));
  app.use(webApp(config));
  return app;
}

/** The visitor went away while being answered. */
const hungUp: ReadonlySet<string> = new Set(['EPIPE', 'ECONNRESET', 'ERR_STREAM_PREMATURE_CLOSE']);

const nothingWritten: Pick<Page, 'scripts' | 'styles' | 'styleAttributes'> = {
  scripts: [],
  styles: [],
  styleAttributes: [],
};

/** What may be loaded and run: the shop's own files, and what the build itself wrote into a page. */
function contentPolicy({ paymentsUrl }: Config, { scripts, styles, styleAttributes } = nothingWritten) {
  return {
    useDefaults: false,
    directives: {
      defaultSrc: ["'none'"],
      scriptSrc: ["'self'", ...scripts],
      // React Native Web fills a style element through the CSSOM; it is empty where the page did not bring one: the
      // digest of nothing.
      styleSrc: ["'self'", "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='", ...styles],
      ...(styleAttributes.length > 0 ? { styleSrcAttr: ["'unsafe-hashes'", ...styleAttributes] } : {}),
      fontSrc: ["'self'"],
      imgSrc: ["'self'", 'data:'],
      connectSrc: ["'self'", paymentsUrl],
      workerSrc: ["'self'"],
      manifestSrc: ["'self'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  };
}

function secureHeaders(config: Config): Middleware {
  const { isSecure } = config;
  return helmet({
    contentSecurityPolicy: contentPolicy(config),
    referrerPolicy: { policy: 'same-origin' },
    xFrameOptions: { action: 'deny' },
    strictTransportSecurity: isSecure ? { maxAge: yearInMs / 1000, includeSubDomains: true } : false,
  });
}

/** The built app: files by their names, hashed ones for a year; every other path is a page. */
function webApp(config: Config): Middleware {
  const files = serve(config.web, {
    index: false,
    brotli: true,
    gzip: true,
    setHeaders: (response, file) => {
      const hashed = file.includes(`${path.sep}_expo${path.sep}`) || file.includes(`${path.sep}assets${path.sep}`);
      response.setHeader('Cache-Control', hashed ? `public, max-age=${yearInMs / 1000}, immutable` : 'no-cache');
    },
  });
  const pages = new Pages(config.pages);
  const packed = new PackedPages();
  const small = compress({ br: { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } } });
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/') || !['GET', 'HEAD'].includes(ctx.method)) return next();
    await files(ctx, async () => {
      if (onlyFiles.test(ctx.path)) return;
      await small(ctx, async () => showPage(ctx, config, pages, packed));
    });
  };
}

const packers = { br: promisify(brotliCompress), gzip: promisify(gzip) } as const;

/** Pages that are always the same, compressed once. */
class PackedPages {
  private readonly known = new Map<string, Promise<Buffer>>();

  get({ address, language, html }: Page, encoding: keyof typeof packers): Promise<Buffer> {
    const key = `${encoding} ${language} ${address}`;
    const packed = this.known.get(key) ?? packers[encoding](html);
    this.known.set(key, packed);
    return packed;
  }
}

async function showPage(ctx: Context, config: Config, pages: Pages, packed: PackedPages): Promise<void> {
  const search = addressOfSearch(ctx.path);
  if (search !== undefined) return ctx.redirect(search);
  const { q = '' } = ctx.query;
  const language = pageLanguage(ctx.cookies.get('language'), (offered) => ctx.acceptsLanguages(offered));
  const page = pages.at(ctx.path, typeof q === 'string' ? q : '', language);
  ctx.set('Cache-Control', 'no-cache');
  ctx.vary('Accept-Language');
  ctx.vary('Cookie');
  ctx.type = 'html';
  if (!page) return void (ctx.body = 'The app is not built: npm start builds it.');
  ctx.status = page.isThere ? 200 : 404;
  await sendPage(ctx, page, packed);
  await helmet.contentSecurityPolicy(contentPolicy(config, page))(ctx, async () => undefined);
}

async function sendPage(ctx: Context, page: SentPage, packed: PackedPages): Promise<void> {
  const encoding = page.isWhole ? ctx.acceptsEncodings('br', 'gzip', 'identity') : 'identity';
  if (encoding !== 'br' && encoding !== 'gzip') return void (ctx.body = page.html);
  ctx.vary('Accept-Encoding');
  ctx.set('Content-Encoding', encoding);
  ctx.body = await packed.get(page, encoding);
}
