import { createHash } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import Router from '@koa/router';
import type { Context } from 'koa';
import { eq } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { StandInConfig } from '../platform/config';
import type { Database } from '../db/database';
import { cardToken, intent } from '../db/schema';
import { Faults, readFaults } from '../platform/faults';
import { serveHttp } from '../platform/http';
import { hasCheckDigit, outcomeOf } from './cards';
import { begin, capture, move, newId, refund, shown, text, voided, type Answer, type Outcome } from './intents';
import { Ledger, type Known } from './ledger';
import { Notices } from './notices';
import { buyersPages } from './pages';

/** How long a card that times out keeps the shop waiting, though the money is held in the end. */
const slowAnswerMs = 8000;

/**
 * The payment provider: card tokens (asked for by the browser), and intents that are begun, then captured,
 * voided or refunded (asked for by the shop, with its key and an Idempotency-Key). The shop is told of every
 * change by a signed notice.
 */
export async function startPayments(config: StandInConfig, database: Database, log: Logger): Promise<void> {
  const router = new Router();
  const faults = new Faults();
  const ledger = new Ledger(database);
  const notices = new Notices(database, config.noticeSecret, faults, log);

  router.options('/v1/tokens', (ctx) => {
    allowBrowsers(ctx);
    ctx.status = 204;
  });
  router.post('/v1/tokens', async (ctx) => {
    allowBrowsers(ctx);
    const fault = faults.strike('token');
    if (fault?.kind === 'garble') return garble(ctx);
    if (fault) return void ctx.req.socket.destroy();
    const { number, expiry, cvc } = fields(ctx);
    const digits = text(number).replace(/\s/g, '');
    if (!hasCheckDigit(digits)) return fail(ctx, 'number', 'The card number has a mistake in it.');
    if (!inFuture(text(expiry))) return fail(ctx, 'expiry', 'The card has expired, or its month is not MM/YY.');
    if (!/^\d{3,4}$/.test(text(cvc))) return fail(ctx, 'cvc', 'The security code has three or four digits.');
    const token = newId('tok');
    const last4 = digits.slice(-4);
    const expires = monthOf(text(expiry));
    const row = { token, last4, expires, outcome: outcomeOf(digits), createdAt: new Date() };
    await database.insert(cardToken).values(row);
    ctx.body = { token, last4 };
  });

  const shopOnly = async (ctx: Context, next: () => Promise<void>) => {
    if (ctx.get('Authorization') === `Bearer ${config.paymentsKey}`) return next();
    ctx.status = 401;
    ctx.body = { error: 'Unknown key' };
  };
  router.get('/v1/tokens/:id', shopOnly, async (ctx) => {
    const [card] = await database
      .select()
      .from(cardToken)
      .where(eq(cardToken.token, idOf(ctx)));
    respond(
      ctx,
      card
        ? { status: 200, body: { last4: card.last4, expires: card.expires } }
        : { status: 404, body: { error: 'Unknown token' } },
    );
  });
  router.use('/v1/intents', shopOnly);
  router.post('/v1/intents', (ctx) => once(ctx, 'authorise', ({ card, isUsed }) => begin(fields(ctx), card, isUsed)));
  router.post('/v1/intents/:id/capture', (ctx) =>
    once(ctx, 'capture', ({ intent: row }) => move(row, capture(Number(fields(ctx)['amount'])))),
  );
  router.post('/v1/intents/:id/void', (ctx) => once(ctx, 'void', ({ intent: row }) => move(row, voided)));
  router.post('/v1/intents/:id/refund', (ctx) =>
    once(ctx, 'refund', ({ intent: row }) => move(row, refund(Number(fields(ctx)['amount'])))),
  );
  router.get('/v1/intents', async (ctx) => {
    const rows = await ledger.list(eq(intent.reference, text(ctx.query['reference'])));
    ctx.body = rows.map(shown);
  });
  router.get('/v1/intents/:id', async (ctx) => {
    const fault = faults.strike('look');
    if (fault?.kind === 'delay') await pause(fault.ms ?? 1000);
    if (fault?.kind === 'dropBefore' || fault?.kind === 'dropAfter') return void ctx.req.socket.destroy();
    const row = await ledger.find(idOf(ctx));
    respond(ctx, row ? { status: 200, body: shown(row) } : { status: 404, body: { error: 'Unknown intent' } });
  });
  router.put('/faults', (ctx) => {
    faults.set(readFaults(ctx.request.body));
    ctx.status = 204;
  });

  /** Carries out what is asked for under a key, once, with what stands in its way. */
  async function once(ctx: Context, what: string, carryOut: (known: Known) => Outcome): Promise<void> {
    const key = ctx.get('Idempotency-Key');
    if (!key) throw new TypeError('Idempotency-Key is missing');
    const fault = faults.strike(what);
    if (fault?.kind === 'delay') await pause(fault.ms ?? 1000);
    if (fault?.kind === 'dropBefore') return void ctx.req.socket.destroy();
    if (fault?.kind === 'refuse') return respond(ctx, { status: 503, body: { error: 'Out of order' } });
    const asked = fields(ctx);
    const request = createHash('sha256')
      .update(`${ctx.path} ${JSON.stringify(asked)}`)
      .digest('hex');
    const { token } = { ...(asked['method'] as { token?: unknown } | undefined) };
    const about = { intentId: idOf(ctx), token: text(token) };
    const { answer, isRepeated } = await ledger.once({ key, request, ...about }, carryOut);
    notices.soon();
    if (fault?.kind === 'dropAfter') return void ctx.req.socket.destroy();
    if (fault?.kind === 'garble') return garble(ctx);
    if (!isRepeated && answer.body['slow']) await pause(slowAnswerMs * Math.max(config.pace, 0.1));
    respond(ctx, answer);
  }

  buyersPages(router, ledger, () => notices.soon());
  await serveHttp(router, config.host, config.paymentsPort, log);
  // What was not heard before it was started again.
  notices.soon();
  log.info({ port: config.paymentsPort }, 'payment provider listens');
}

function idOf(ctx: Context): string {
  const { id }: Record<string, string> = ctx['params'];
  return id ?? '';
}

function respond(ctx: Context, { status, body }: Answer): void {
  const { slow: _slow, ...open } = body;
  ctx.status = status;
  ctx.body = open;
}

/** What stands in the way now and then, and speaks HTML. */
function garble(ctx: Context): void {
  ctx.type = 'html';
  ctx.body = '<html>busy</html>';
}

function fail(ctx: Context, field: string, error: string): void {
  ctx.status = 422;
  ctx.body = { field, error };
}

/** Card numbers go from the browser straight to the provider, whatever shop it is on. */
function allowBrowsers(ctx: Context): void {
  ctx.set('Access-Control-Allow-Origin', '*');
  ctx.set('Access-Control-Allow-Headers', 'Content-Type');
}

function fields(ctx: Context): Record<string, unknown> {
  const body: unknown = ctx.request.body;
  return typeof body === 'object' && body !== null ? { ...body } : {};
}

/** `MM/YY` as `YYYY-MM`; undefined for anything else. */
function monthOf(expiry: string): string | undefined {
  const [, month, year] = /^(0[1-9]|1[0-2])\s*\/\s*(\d{2})$/.exec(expiry) ?? [];
  return month === undefined ? undefined : `20${year}-${month}`;
}

/** True for `MM/YY` not before this month. */
function inFuture(expiry: string): boolean {
  const month = monthOf(expiry);
  return month !== undefined && month >= new Date().toISOString().slice(0, 'YYYY-MM'.length);
}
