import type { Context } from 'koa';
import type { AccountStore } from '../../people/accounts/store';
import type { Sessions } from '../../platform/http/sessions';
import { actorOf, queryChoice, route, sessionOf, type Route } from '../../platform/http/route';
import { BasketCodesModel, BasketLinesModel, ChosenLineModel } from './models';
import type { BasketOwner, BasketService } from './service';

export function basketRoutes(basket: BasketService, sessions: Sessions, accounts: AccountStore): Route[] {
  /** The account's basket for those signed in, that of a helper for the account helped, else the visitor's own. */
  async function ownerOf(ctx: Context): Promise<BasketOwner | undefined> {
    const session = sessionOf(ctx);
    const holding = actorOf(ctx);
    const id = session?.help?.basketId ?? (holding ? await accounts.basketOf(holding.account) : session?.basketId);
    return id === undefined ? undefined : { id, ...(holding ? { holding } : {}) };
  }

  /** The same, begun where there was none. */
  async function needOwner(ctx: Context): Promise<BasketOwner> {
    return (await ownerOf(ctx)) ?? { id: (await sessions.begin(ctx)).basketId };
  }

  const show = async (owner: BasketOwner | undefined, check?: boolean) => ({ body: await basket.show(owner, check) });
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
      async ({ ctx }) => show(await ownerOf(ctx), queryChoice(ctx, 'check', ['true', 'false']) === 'true'),
    ),
    route(
      'put',
      '/api/basket/:name',
      {
        summary: 'Puts a name in the basket, or changes what was chosen for it',
        model: ChosenLineModel,
        perMinute: 600,
      },
      async ({ ctx, params, body: { action = 'register', years, privacy, autoRenew } }) => {
        const owner = await needOwner(ctx);
        const line = { name: params['name'] ?? '', action, years, privacy, autoRenew };
        await basket.put(owner, [line], (_place, field) => `/${field}`);
        return show(owner);
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
        const owner = await needOwner(ctx);
        const chosen = lines.map(({ action = 'register', ...line }) => ({ ...line, action }));
        await basket.put(owner, chosen, (place, field) => `/lines/${place}/${field}`);
        return show(owner);
      },
    ),
    route('post', '/api/basket/seen', { summary: 'Takes what has changed as read' }, async ({ ctx }) => {
      const owner = await ownerOf(ctx);
      if (owner) await basket.see(owner);
      return show(owner);
    }),
    route(
      'put',
      '/api/basket-codes',
      { summary: 'The promo codes typed, and which to use', model: BasketCodesModel, perMinute: 240 },
      async ({ ctx, body: { typed, use } }) => {
        const owner = await needOwner(ctx);
        await basket.keepCodes(owner.id, { typed, ...(use === undefined ? {} : { use }) });
        return show(owner);
      },
    ),
    route('delete', '/api/basket', { summary: 'Takes every name out of the basket' }, async ({ ctx }) => {
      const owner = await ownerOf(ctx);
      if (owner) await basket.empty(owner.id);
      return show(owner);
    }),
    route('delete', '/api/basket/:name', { summary: 'Takes a name out of the basket' }, async ({ ctx, params }) => {
      const owner = await ownerOf(ctx);
      if (owner) await basket.remove(owner.id, params['name'] ?? '');
      return show(owner);
    }),
  ];
}
