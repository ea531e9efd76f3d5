import type { Context } from 'koa';
import type { AccountStore } from '../accounts/store';
import type { Sessions } from '../accounts/sessions';
import { queryChoice, route, sessionOf, type Route } from '../http/route';
import { BasketCodesModel, BasketLineModel, BasketLinesModel } from './models';
import type { BasketService } from './service';

export function basketRoutes(basket: BasketService, sessions: Sessions, accounts: AccountStore): Route[] {
  /** The account's basket for those signed in, else the visitor's own. */
  async function basketOf(ctx: Context): Promise<string | undefined> {
    const session = sessionOf(ctx);
    return session?.accountId ? accounts.basketOf(session.accountId) : session?.basketId;
  }

  /** The same, begun where there was none. */
  async function ownBasket(ctx: Context): Promise<string> {
    return (await basketOf(ctx)) ?? (await sessions.begin(ctx)).basketId;
  }

  const show = async (id: string | undefined, check?: boolean) => ({ body: await basket.show(id, check) });
  return [
    route(
      'get',
      '/api/basket',
      {
        summary: 'What is in the basket, and what has changed since',
        query: {
          check: {
            description: '`true` asks the registries for what is not known lately',
            schema: { type: 'string', enum: ['true', 'false'] },
          },
        },
        perMinute: 240,
      },
      async ({ ctx }) => show(await basketOf(ctx), queryChoice(ctx, 'check', ['true', 'false']) === 'true'),
    ),
    route(
      'put',
      '/api/basket/:name',
      {
        summary: 'Puts a name in the basket, or changes what was chosen for it',
        model: BasketLineModel,
        perMinute: 600,
      },
      async ({ ctx, params, body: { years, privacy, autoRenew } }) => {
        const id = await ownBasket(ctx);
        const line = { name: params['name'] ?? '', years, privacy, autoRenew };
        await basket.put(id, [line], (_place, field) => `/${field}`);
        return show(id);
      },
    ),
    route(
      'post',
      '/api/basket/lines',
      {
        summary: 'Puts many names in, or changes what was chosen for them: all or none',
        model: BasketLinesModel,
        perMinute: 120,
      },
      async ({ ctx, body: { lines } }) => {
        const id = await ownBasket(ctx);
        await basket.put(id, lines, (place, field) => `/lines/${place}/${field}`);
        return show(id);
      },
    ),
    route('post', '/api/basket/seen', { summary: 'Takes what has changed as read' }, async ({ ctx }) => {
      const id = await basketOf(ctx);
      if (id) await basket.see(id);
      return show(id);
    }),
    route(
      'put',
      '/api/basket-codes',
      { summary: 'The promo codes typed, and which to use', model: BasketCodesModel, perMinute: 240 },
      async ({ ctx, body: { typed, use } }) => {
        const id = await ownBasket(ctx);
        await basket.keepCodes(id, { typed, ...(use === undefined ? {} : { use }) });
        return show(id);
      },
    ),
    route('delete', '/api/basket', { summary: 'Takes every name out of the basket' }, async ({ ctx }) => {
      const id = await basketOf(ctx);
      if (id) await basket.empty(id);
      return show(id);
    }),
    route('delete', '/api/basket/:name', { summary: 'Takes a name out of the basket' }, async ({ ctx, params }) => {
      const id = await basketOf(ctx);
      if (id) await basket.remove(id, params['name'] ?? '');
      return show(id);
    }),
  ];
}
