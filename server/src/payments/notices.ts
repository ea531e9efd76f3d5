import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Context } from 'koa';
import type { BalanceService } from '../balance/service';
import { Problem } from '../http/problem';
import { route, type Route } from '../http/route';
import { isUuid } from '../http/uuid';
import type { Orders } from '../orders/openOrders';

/** A notice older than this is taken for a repetition by somebody else. */
const goodForSeconds = 300;

/**
 * What the payment provider tells us, signed. A notice only says where to look: what happened is asked of the
 * provider, so that one that comes twice, late, or before an answer changes nothing.
 */
export function paymentNoticeRoutes(
  secret: string,
  { store, cashier }: Pick<Orders, 'store' | 'cashier'>,
  balance: BalanceService,
): Route[] {
  return [
    route(
      'post',
      '/api/payments/notices',
      { summary: 'Notices of the payment provider, signed', opensTo: 'provider' },
      async ({ ctx }) => {
        expectSignature(ctx, secret);
        const { type, intent, reference } = { ...(ctx.request.body as Record<string, unknown>) };
        if (typeof type !== 'string' || typeof intent !== 'string' || typeof reference !== 'string') return {};
        if (!isUuid(reference) || (await balance.advance(reference))) return {};
        const head = await store.head(reference);
        if (!head) return {};
        const isHeard = type !== 'intent.paid' || (await cashier.paidLate(head.id, intent));
        await cashier.push(head.id);
        if (!isHeard) throw new Problem(503, 'order-busy', 'The order is at work', 'Tell it again in a moment.');
        return {};
      },
    ),
  ];
}

/** @throws Problem 401 unless the provider signed this body a moment ago */
function expectSignature(ctx: Context, secret: string): void {
  const [, seconds, signature] = /^t=(\d{1,12}),v1=([0-9a-f]{64})$/.exec(ctx.get('Payments-Signature')) ?? [];
  const { rawBody } = ctx.request as unknown as { readonly rawBody?: string };
  const expected = createHmac('sha256', secret)
    .update(`${seconds}.${rawBody ?? ''}`)
    .digest();
  const isFresh = Math.abs(Date.now() / 1000 - Number(seconds)) <= goodForSeconds;
  if (!signature || !isFresh || !timingSafeEqual(expected, Buffer.from(signature, 'hex')))
    throw new Problem(401, 'not-signed', 'Not signed', 'The signature does not belong to this notice.');
}
