import type Router from '@koa/router';
import type { Context } from 'koa';
import type { Session } from '../accounts/sessions';
import type { Limits } from './limits';
import { networkOf } from './network';
import { badField, notFound, signInNeeded } from './problem';
import { readModel, type Model } from './readModel';

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/** What a handler is given besides Koa's context. */
export interface Asked<Body> {
  readonly ctx: Context;
  readonly body: Body;
  /** Path parameters. */
  readonly params: Readonly<Record<string, string>>;
}

/** An answer: a body as JSON, with 200 unless said otherwise; no body is 204. */
export interface Answer {
  readonly status?: number;
  readonly body?: unknown;
}

/** A route as it is served and as it is documented: there is no second description. */
export interface Route {
  readonly method: Method;
  readonly path: string;
  readonly summary: string;
  readonly model?: Model<object>;
  readonly needsAccount: boolean;
  /** Query parameters, for the document. */
  readonly query?: Readonly<Record<string, string>>;
  /** Media type of the answer. */
  readonly produces: string;
  /** How often one visitor may ask, per minute. */
  readonly perMinute?: number;
  readonly serve: (ctx: Context) => Promise<void>;
}

interface RouteOptions<Body extends object> {
  readonly summary: string;
  readonly model?: Model<Body>;
  readonly query?: Readonly<Record<string, string>>;
  readonly produces?: string;
  readonly perMinute?: number;
}

const json = 'application/json';

/** A route open to all. The handler answers by returning, or writes to `ctx` and returns nothing. */
export function route<Body extends object = never>(
  method: Method,
  path: string,
  options: RouteOptions<Body>,
  handle: (asked: Asked<Body>) => Promise<Answer | undefined>,
): Route {
  const { summary, model, query, produces = json, perMinute } = options;
  return {
    method,
    path,
    summary,
    needsAccount: false,
    produces,
    ...(model ? { model } : {}),
    ...(query ? { query } : {}),
    ...(perMinute ? { perMinute } : {}),
    serve: async (ctx) => {
      const params: Record<string, string> = ctx['params'];
      // PostgreSQL keeps no text with a NUL in it.
      if (Object.values(params).some((value) => value.includes('\0'))) throw notFound('address');
      const answer = await handle({ ctx, params, body: bodyOf(model, ctx) });
      if (!answer) return;
      ctx.status = answer.status ?? (answer.body === undefined ? 204 : 200);
      if (answer.body !== undefined) ctx.body = answer.body;
    },
  };
}

/** Without a model nothing is read; handlers of such routes have no use for the body. */
function bodyOf<Body extends object>(model: Model<Body> | undefined, ctx: Context): Body {
  return model ? readModel(model, ctx.request.body) : (undefined as never);
}

/** A route for those signed in; the handler is given their account. */
export function accountRoute<Body extends object = never>(
  method: Method,
  path: string,
  options: RouteOptions<Body>,
  handle: (asked: Asked<Body> & { readonly accountId: string }) => Promise<Answer | undefined>,
): Route {
  const open = route(method, path, options, (asked) => handle({ ...asked, accountId: accountOf(asked.ctx) }));
  return { ...open, needsAccount: true };
}

/** The visitor's session, where the request came with one. */
export function sessionOf(ctx: Context): Session | undefined {
  const session: Session | undefined = ctx.state['session'];
  return session;
}

function accountOf(ctx: Context): string {
  const accountId = sessionOf(ctx)?.accountId;
  if (!accountId) throw signInNeeded();
  return accountId;
}

/** A parameter of the query. @throws Problem 422 where it is given more than once */
export function queryText(ctx: Context, name: string): string | undefined {
  const value = ctx.query[name];
  if (Array.isArray(value)) throw badField(`/${name}`, 'repeated', `Give ${name} once.`);
  return value;
}

/** Puts the routes on a router, those for accounts closed to others before anything is read. */
export function mount(router: Router, routes: readonly Route[], limits: Limits): void {
  for (const { method, path, needsAccount, perMinute: times, serve } of routes)
    router[method](path, async (ctx) => {
      if (needsAccount) accountOf(ctx);
      const whose = sessionOf(ctx)?.accountId ?? networkOf(ctx.ip);
      if (times) await limits.spend(ctx, { what: `${method} ${path}`, whose, times, seconds: 60 });
      await serve(ctx);
    });
}
