import type { Context, Middleware, Next } from 'koa';
import type pg from 'pg';
import type { Logger } from 'pino';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { csrfMatches, type Sessions } from '../accounts/sessions';
import { Problem } from './problem';
import { sessionOf, type Limiter, type Route } from './route';

const unsafeMethods = ['POST', 'PUT', 'PATCH', 'DELETE'];

/** Every fault leaves as problem details; what was not foreseen is logged and shows nothing of its inside. */
export function answerProblems(log: Logger): Middleware {
  return async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined && ctx.path.startsWith('/api/'))
        throw new Problem(404, 'not-found', 'Not found', `There is nothing at ${ctx.method} ${ctx.path}.`);
    } catch (fault) {
      const problem = fault instanceof Problem ? fault : unforeseen(fault, ctx, log);
      if (ctx.headerSent) return void ctx.res.destroy();
      ctx.status = problem.status;
      ctx.type = 'application/problem+json';
      ctx.body = JSON.stringify(problem.body);
    }
  };
}

function unforeseen(fault: unknown, ctx: Context, log: Logger): Problem {
  if (fault instanceof SyntaxError || (fault instanceof Error && 'status' in fault && fault.status === 400))
    return new Problem(400, 'bad-json', 'Not JSON', 'The body is not valid JSON: check its brackets and quotes.');
  if (fault instanceof Error && 'status' in fault && fault.status === 413)
    return new Problem(413, 'too-large', 'Too large', 'The body is larger than one megabyte: send less at once.');
  log.error({ fault, method: ctx.method, path: ctx.path }, 'a request failed');
  return new Problem(500, 'fault', 'Something went wrong here', 'Nothing was lost. Try again in a moment.');
}

/** Finds the visitor's session; asks for its token where something would change. */
export function knowVisitor(sessions: Sessions): Middleware {
  return async (ctx, next) => {
    if (!ctx.path.startsWith('/api/')) return next();
    const session = await sessions.find(ctx);
    ctx.state['session'] = session;
    if (session && unsafeMethods.includes(ctx.method) && !csrfMatches(session, ctx.get('X-Tienda-CSRF')))
      throw new Problem(403, 'csrf', 'Not from here', 'The request lacks this session’s token: reload the page.');
    await next();
  };
}

/** How often something may be asked, and by what it is counted. */
interface Limit {
  readonly points: number;
  readonly seconds: number;
  readonly keyOf: (ctx: Context) => string | undefined;
  /** What went well is not counted. */
  readonly onlyFailures?: boolean;
}

/**
 * Limits shared by all server processes, since they are counted in PostgreSQL: by account where there is one,
 * else by address of the network; and where it is about getting in, by the account that somebody wants in to.
 *
 * @param generosity multiplies every limit
 */
export function limiter(pool: pg.Pool, generosity: number): Limiter {
  const counter = ({ method, path }: Route, { points, seconds }: Limit) =>
    new RateLimiterPostgres({
      storeClient: pool,
      tableName: 'rate_limit',
      tableCreated: true,
      keyPrefix: `${method} ${path} ${seconds}`,
      points: points * generosity,
      duration: seconds,
    });
  return (route) => {
    const counted = limitsOf(route).map((limit) => ({ limit, counter: counter(route, limit) }));
    return async (ctx) => {
      for (const { limit, counter: count } of counted) {
        const key = limit.keyOf(ctx);
        if (key !== undefined) await count.consume(key).catch((refused: unknown) => refuse(ctx, refused));
      }
      await route.serve(ctx);
      for (const { limit, counter: count } of counted) {
        const key = limit.onlyFailures ? limit.keyOf(ctx) : undefined;
        if (key !== undefined) await count.reward(key);
      }
    };
  };
}

function limitsOf({ perMinute, perAddress, failuresPerAddress }: Route): Limit[] {
  return [
    ...(perMinute
      ? [{ points: perMinute, seconds: 60, keyOf: (ctx: Context) => sessionOf(ctx)?.accountId ?? ctx.ip }]
      : []),
    ...(perAddress ? [{ points: perAddress, seconds: 900, keyOf: accountWanted }] : []),
    ...(failuresPerAddress
      ? [{ points: failuresPerAddress, seconds: 900, keyOf: accountWanted, onlyFailures: true }]
      : []),
  ];
}

/** The account that somebody wants in to: by the address typed, or the one whose second step is awaited. */
function accountWanted(ctx: Context): string | undefined {
  const { email } = { ...(ctx.request.body as Record<string, unknown> | undefined) };
  if (typeof email === 'string') return email.toLowerCase().slice(0, 254);
  return sessionOf(ctx)?.awaiting ?? undefined;
}

function refuse(ctx: Context, refused: unknown): never {
  if (!(refused instanceof RateLimiterRes)) throw refused;
  const seconds = Math.ceil(refused.msBeforeNext / 1000);
  ctx.set('Retry-After', String(seconds));
  throw new Problem(429, 'too-often', 'Too often', `That was tried too often: wait ${seconds} seconds.`);
}

/** Adds how long the server took, for the measurements. */
export async function timeAnswers(ctx: Context, next: Next): Promise<void> {
  const start = performance.now();
  await next();
  if (!ctx.headerSent) ctx.set('Server-Timing', `app;dur=${(performance.now() - start).toFixed(1)}`);
}
