import type { KnownPromotion, Promotion } from '@tienda/core/pricing/promotion';
import { badFields, notFound } from '../http/problem';
import { route, sessionOf, type Route } from '../http/route';
import type { CodeUseStore } from './codeUseStore';
import { QuoteRequestModel } from './models';
import { promotionOf, promotions } from './promotions';
import type { QuoteService } from './service';

export function quoteRoutes(quotes: QuoteService, codeUses: CodeUseStore): Route[] {
  /** With how often it has been used, where only so many may. */
  async function shown(promotion: Promotion): Promise<KnownPromotion> {
    if (promotion.totalUses === undefined) return promotion;
    const uses = await codeUses.uses([promotion.code], undefined);
    return { ...promotion, uses: uses.get(promotion.code)?.byAll ?? 0 };
  }

  return [
    route('get', '/api/promotions', { summary: 'Promo codes that anyone may use' }, async () => ({
      body: await Promise.all(promotions.filter((promotion) => promotion.public).map(shown)),
    })),
    route(
      'get',
      '/api/promotions/:code',
      { summary: 'A promo code that was typed, public or not', perMinute: 20 },
      async ({ params }) => {
        const promotion = promotionOf(params['code'] ?? '');
        if (!promotion) throw notFound('promo code');
        return { body: await shown(promotion) };
      },
    ),
    route(
      'post',
      '/api/quotes',
      { summary: 'The price of a basket, binding for 30 minutes', model: QuoteRequestModel, perMinute: 240 },
      async ({ ctx, body }) => {
        const quote = await quotes.bind(body, sessionOf(ctx)?.accountId ?? undefined);
        const repeated = quote.problems.filter(({ code }) => code === 'repeatedName');
        if (repeated.length > 0) throw badFields(repeated);
        return { body: quote };
      },
    ),
  ];
}
