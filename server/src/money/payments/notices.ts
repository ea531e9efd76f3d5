import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Context } from 'koa';
import { Problem } from '../../platform/http/problem';
import { route, type Route } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';

/** What the provider says of a payment of ours. */
interface PaymentNotice {
  readonly type: string;
  /** The provider's id. */
  readonly intent: string;
  /** Ours, a UUID. */
  readonly reference: string;
}

/** Somebody whose payments the provider tells of: it is not of theirs, was heard, or they are at work on it now. */
export type HearsOfPayment = (notice: PaymentNotice) => Promise<'other' | 'heard' | 'busy'>;

/** A notice older than this is taken for a repetition by somebody else. */
const goodForSeconds = 300;

/**
 * What the payment provider tells us, signed. A notice only says where to look: what happened is asked of the
 * provider, so that one that comes twice, late, or before an answer changes nothing.
 */
export function paymentNoticeRoutes(secret: string, hearers: readonly HearsOfPayment[]): Route[] {
  return [
    route(
      'post',
      '/api/payments/notices',
      { summary: 'Notices of the payment provider, signed', opensTo: 'provider' },
      async ({ ctx }) => {
        expectSignature(ctx, secret);
        const { type, intent, reference } = { ...(ctx.request.body as Record<string, unknown>) };
        if (typeof type !== 'string' || typeof intent !== 'string' || !isUuid(reference)) return {};
        for (const hear of hearers) {
          const how = await hear({ type, intent, reference });
          if (how === 'busy')
            throw new Problem(503, 'order-busy', 'The order is at work', 'Tell it again in a moment.');
          if (how === 'heard') return {};
        }
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
