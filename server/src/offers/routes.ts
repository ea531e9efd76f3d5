import type { Idempotency } from '../http/idempotency';
import { accountRoute, type Route } from '../http/route';
import { AmountModel, NewOffer } from './models';
import type { OfferService } from './service';

export function offerRoutes(offers: OfferService, idempotency: Idempotency): Route[] {
  return [
    accountRoute('get', '/api/me/offers', { summary: 'Offers made, the latest first' }, async ({ accountId }) => ({
      body: await offers.list(accountId),
    })),
    accountRoute(
      'post',
      '/api/me/offers',
      { summary: 'Makes an offer to the holder of a name', model: NewOffer, perMinute: 20, takesKey: true },
      ({ ctx, accountId, body }) =>
        idempotency.once(ctx, accountId, async () => ({
          status: 201,
          body: await offers.make(accountId, body, ctx.get('Idempotency-Key')),
        })),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/accept',
      { summary: 'Accepts what the holder asks' },
      async ({ accountId, params }) => ({
        body: await offers.move(accountId, params['id'] ?? '', { type: 'buyerAccepted' }),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/raise',
      { summary: 'Offers another amount after the holder asked for more', model: AmountModel },
      async ({ accountId, params, body: { amount } }) => ({
        body: await offers.move(accountId, params['id'] ?? '', { type: 'buyerRaised', amount }),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/withdraw',
      { summary: 'Withdraws an offer' },
      async ({ accountId, params }) => ({
        body: await offers.move(accountId, params['id'] ?? '', { type: 'buyerWithdrew' }),
      }),
    ),
  ];
}
