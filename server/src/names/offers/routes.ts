import type { Idempotency } from '../../platform/http/idempotency';
import { accountRoute, type Route } from '../../platform/http/route';
import { AmountModel, NewOffer } from './models';
import type { OfferService } from './service';

export function offerRoutes(offers: OfferService, idempotency: Idempotency): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/offers',
      { needs: 'makeOffers', summary: 'Offers made, the latest first' },
      async ({ actor }) => ({
        body: await offers.list(actor),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/offers/terms/:name',
      { needs: 'makeOffers', summary: 'What moving a taken name here costs on top of an offer for it', perMinute: 60 },
      async ({ actor, params }) => ({
        body: await offers.terms(actor, params['name'] ?? ''),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/offers',
      {
        needs: 'makeOffers',
        summary: 'Makes an offer to the holder of a name',
        model: NewOffer,
        perMinute: 20,
        takesKey: true,
      },
      ({ ctx, actor, body }) =>
        idempotency.once(ctx, actor.account, async () => ({
          status: 201,
          body: await offers.make(actor, body, ctx.get('Idempotency-Key')),
        })),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/accept',
      { needs: 'makeOffers', summary: 'Accepts what the holder asks' },
      async ({ actor, params }) => ({
        body: await offers.move(actor, params['id'] ?? '', { type: 'buyerAccepted' }),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/raise',
      { needs: 'makeOffers', summary: 'Offers another amount after the holder asked for more', model: AmountModel },
      async ({ actor, params, body: { amount } }) => ({
        body: await offers.move(actor, params['id'] ?? '', { type: 'buyerRaised', amount }),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/offers/:id/withdraw',
      { needs: 'makeOffers', summary: 'Withdraws an offer' },
      async ({ actor, params }) => ({
        body: await offers.move(actor, params['id'] ?? '', { type: 'buyerWithdrew' }),
      }),
    ),
  ];
}
