import type { KnownPromotion, Promotion } from '@tienda/core/pricing/promotion';
import { notFound } from '../../platform/http/problem';
import { route, type Route } from '../../platform/http/route';
import { promotionOf, promotions } from './promotions';
import type { CodeUseStore } from './store';

export function promotionRoutes(codeUses: CodeUseStore): Route[] {
  /** With how often it has been used, where only so many may. */
  async function shown(promotion: Promotion): Promise<KnownPromotion> {
    if (promotion.totalUses === undefined) return promotion;
    const uses = await codeUses.uses([promotion], undefined);
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
  ];
}
