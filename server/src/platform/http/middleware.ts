import { randomUUID } from 'node:crypto';
import type { Context, Middleware, Next } from 'koa';
import type { Logger } from 'pino';
import { csrfMatches, type Sessions } from './sessions';
import { Problem } from './problem';

const unsafeMethods = ['POST', 'PUT', 'PATCH', 'DELETE'];
const isOfInterface = (ctx: Context) => ctx.path.startsWith('/api/');

/**
 * Gives every request an id, which its answer and all that is logged of it carry, and logs a line for each. Addresses
 * are logged as routes, without what stands in them.
 */
export function logRequests(log: Logger): Middleware {
  return async (ctx, next) => {
    const start = performance.now();
    const request = randomUUID();
    ctx.state['request'] = request;
    ctx.set('X-Request-Id', request);
    try {
      await next();
    } finally {
      const ms = Math.round(performance.now() - start);
      const { method, status } = ctx;
      if (isOfInterface(ctx)) log.info({ request, method, route: routeOf(ctx), status, ms }, 'answered');
    }
  };
}

/** The route that answered, as it is documented; nothing of what the visitor sent. */
function routeOf(ctx: Context): string {
  const matched: unknown = ctx['_matchedRoute'];
  return typeof matched === 'string' ? matched : 'none';
}

/** Every fault leaves as problem details; what was not foreseen is logged and shows nothing of its inside. */
export function answerProblems(log: Logger): Middleware {
  return async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined && isOfInterface(ctx))
        throw new Problem(404, 'not-found', 'Not found', 'There is nothing at this address.');
    } catch (fault) {
      const problem = fault instanceof Problem ? fault : (refusalOf(fault) ?? unforeseen(fault, ctx, log));
      if (ctx.headerSent) return void ctx.res.destroy();
      ctx.status = problem.status;
      ctx.type = 'application/problem+json';
      ctx.body = JSON.stringify(problem.body);
    }
  };
}

/** What the libraries that read requests refuse, by the status that they give it. */
const refusals: Readonly<Record<number, readonly [type: string, title: string, detail: string]>> = {
  400: ['bad-request', 'Not understood', 'The request cannot be read: check its address, and brackets and quotes.'],
  403: ['bad-request', 'Not understood', 'There is no such address.'],
  404: ['not-found', 'Not found', 'There is nothing at this address.'],
  413: ['too-large', 'Too large', 'The body is larger than one megabyte: send less at once.'],
  414: ['too-large', 'Too large', 'The address is too long: send less at once.'],
  415: ['bad-encoding', 'Not understood', 'Send the body as JSON in UTF-8, plain or with gzip, deflate or br.'],
};

/**
 * A body could not be read. Only here is what the parsers throw the sender's doing: elsewhere the same is a fault of ours.
 */
export function refuseBody(fault: Error): never {
  if (fault instanceof SyntaxError)
    throw new Problem(400, 'bad-json', 'Not JSON', 'The body is not valid JSON: check its brackets and quotes.');
  // zlib's words for a body that is not what its Content-Encoding says.
  const code = 'code' in fault ? String(fault.code) : '';
  if (/^(Z_|ERR_|ERR__)(DATA|BUF|STREAM|PADDING|BROTLI|_)/.test(code)) throw refusal(400);
  throw refusalWith(fault) ?? fault;
}

/** What reads addresses, and koa itself, say is the sender's doing: they let it be shown. */
function refusalOf(fault: unknown): Problem | undefined {
  if (fault instanceof URIError) return refusal(400);
  return fault instanceof Error && 'expose' in fault && fault.expose === true ? refusalWith(fault) : undefined;
}

function refusalWith(fault: Error): Problem | undefined {
  const status = 'status' in fault ? Number(fault.status) : 0;
  return status >= 400 && status < 500 ? refusal(status) : undefined;
}

function refusal(status: number): Problem {
  const known = Object.hasOwn(refusals, status) ? status : 400;
  const [type, title, detail] = refusals[known] ?? ['bad-request', 'Not understood', ''];
  return new Problem(known === 403 ? 404 : known, type, title, detail);
}

function unforeseen(fault: unknown, ctx: Context, log: Logger): Problem {
  log.error({ err: fault, request: ctx.state['request'], method: ctx.method, route: routeOf(ctx) }, 'a request failed');
  return new Problem(500, 'fault', 'Something went wrong here', 'Nothing was lost. Try again in a moment.');
}

/** Addresses hold text: nothing that cannot be seen, but tabs and line ends in what was pasted into a search. */
export async function refuseControlCharacters(ctx: Context, next: Next): Promise<void> {
  // oxlint-disable-next-line no-control-regex -- these are what is looked for
  if (/[\0-\x08\v\f\x0e-\x1f\x7f]/.test(decodeURIComponent(ctx.url.replace(/\+/g, ' ')))) throw refusal(400);
  await next();
}

/** Finds the visitor's session; asks for its token where something would change. */
export function knowVisitor(sessions: Sessions): Middleware {
  return async (ctx, next) => {
    if (!isOfInterface(ctx)) return next();
    // What the interface answers is kept by nobody between, unless its route says so.
    ctx.set('Cache-Control', 'no-store');
    const session = await sessions.find(ctx);
    ctx.state['session'] = session;
    if (session && unsafeMethods.includes(ctx.method) && !csrfMatches(session, ctx.get('X-Tienda-CSRF')))
      throw new Problem(403, 'csrf', 'Not from here', 'The request lacks this session’s token: reload the page.');
    await next();
  };
}
