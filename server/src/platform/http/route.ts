import Router from '@koa/router';
import type { Context, Middleware } from 'koa';
import { mayDo, owner, type Actor, type Deed } from '@tienda/core/accounts/actor';
import { grouped } from '@tienda/core/text/grouped';
import type { Session } from './sessions';
import type { Limits } from './limits';
import { networkOf } from './network';
import type { Parameters } from './parameters';
import { badField, notAllowed, notFound, signInNeeded } from './problem';
import { readModel, type Model } from './readModel';

export type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

/** What a handler is given besides Koa's context. */
export interface RouteRequest<Body> {
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
  readonly opensTo: 'visitor' | 'account' | 'provider';
  /** What is done there, which who acts has to have leave for. */
  readonly needs?: Deed;
  /** For the document. */
  readonly query?: Parameters;
  /** Path parameters that are not what their names say elsewhere. */
  readonly params?: Parameters;
  /** Takes an Idempotency-Key. */
  readonly takesKey?: boolean;
  /** Media type of the answer. */
  readonly produces: string;
  /** How often one visitor may ask, per minute. */
  readonly perMinute?: number;
  readonly serve: (ctx: Context) => Promise<void>;
}

interface RouteOptions<Body extends object> {
  readonly summary: string;
  readonly model?: Model<Body>;
  readonly query?: Parameters;
  readonly params?: Parameters;
  readonly takesKey?: boolean;
  readonly produces?: string;
  readonly perMinute?: number;
  /** Who signs what is sent, where it is the payment provider. */
  readonly opensTo?: 'provider';
  /** What is done there, of those signed in. */
  readonly needs?: Deed;
}

const json = 'application/json';

/** A route open to all. The handler answers by returning, or writes to `ctx` and returns nothing. */
export function route<Body extends object = never>(
  method: Method,
  path: string,
  options: RouteOptions<Body>,
  handle: (request: RouteRequest<Body>) => Promise<Answer | undefined>,
): Route {
  return {
    opensTo: 'visitor',
    produces: json,
    ...options,
    method,
    path,
    serve: async (ctx) => {
      const params: Record<string, string> = ctx['params'];
      // PostgreSQL keeps no text with a NUL in it.
      if (Object.values(params).some((value) => value.includes('\0'))) throw notFound('address');
      const answer = await handle({ ctx, params, body: bodyOf(options.model, ctx) });
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

/**
 * A route for those signed in; the handler is told who acts, and for which account.
 *
 * @param options `needs`: what is done there, which who acts has to have leave for
 */
export function accountRoute<Body extends object = never>(
  method: Method,
  path: string,
  { needs, ...options }: RouteOptions<Body> & { readonly needs: Deed },
  handle: (request: RouteRequest<Body> & { readonly actor: Actor }) => Promise<Answer | undefined>,
): Route {
  const actorIn = (ctx: Context) => actorOf(ctx) ?? owner(accountOf(ctx));
  const open = route(method, path, { ...options, needs }, (request) =>
    handle({ ...request, actor: actorIn(request.ctx) }),
  );
  return {
    ...open,
    opensTo: 'account',
    serve: (ctx) => {
      // Before anything that was sent is read.
      if (!mayDo(actorIn(ctx), needs)) return Promise.reject(notAllowed());
      return open.serve(ctx);
    },
  };
}

/** The visitor's session, where the request came with one. */
export function sessionOf(ctx: Context): Session | undefined {
  const session: Session | undefined = ctx.state['session'];
  return session;
}

/** Who acts with the request, for themselves or for an account that they help; undefined for those not signed in. */
export function actorOf(ctx: Context): Actor | undefined {
  const session = sessionOf(ctx);
  if (!session?.accountId) return undefined;
  const { help } = session;
  if (!help) return owner(session.accountId);
  const { id, email, account, leave } = help;
  return { who: { type: 'helper', id, email }, account, reach: leave.reach, scopes: leave.scopes };
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

/** A parameter of the query that is one of a few words. @throws Problem 422 where it is another */
export function queryChoice<Choice extends string>(
  ctx: Context,
  name: string,
  choices: readonly Choice[],
): Choice | undefined {
  const text = queryText(ctx, name);
  if (text === undefined) return undefined;
  const choice = choices.find((known) => known === text);
  if (choice === undefined) throw badField(`/${name}`, 'notOffered', `${name} is ${choices.join(' or ')}.`);
  return choice;
}

/**
 * Serves the routes, those for accounts closed to others before anything is read. A request is looked for only among those
 * of its subject, which is the part of the address after `/api`: there are more than a hundred.
 */
export function served(routes: readonly Route[], limits: Limits): Middleware {
  const bySubject = new Map<string, Middleware>();
  for (const [subject, its] of grouped(routes, ({ path }) => subjectOf(path))) {
    const router = new Router();
    for (const { method, path, opensTo, perMinute: times, serve } of its)
      router[method](path, async (ctx) => {
        if (opensTo === 'account') accountOf(ctx);
        const whose = sessionOf(ctx)?.accountId ?? networkOf(ctx.ip);
        if (times) await limits.spendSoon(ctx, { what: `${method} ${path}`, whose, times, seconds: 60 });
        await serve(ctx);
      });
    bySubject.set(subject, router.routes() as Middleware);
  }
  return (ctx, next) => bySubject.get(subjectOf(ctx.path))?.(ctx, next) ?? next();
}

function subjectOf(path: string): string {
  return path.split('/', 3)[2]?.toLowerCase() ?? '';
}
