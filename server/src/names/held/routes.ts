import type { ShownNameEvent } from '@tienda/core/names/nameEvent';
import { accountRoute, type Route } from '../../platform/http/route';
import { currencyParameter } from '../../platform/http/parameters';
import { readCurrency } from '../../find/search/routes';
import type { NameStore } from './store';
import type { NameViews } from './views';

const query = { currency: currencyParameter };

export function nameRoutes(
  names: NameStore,
  views: NameViews,
  log: (heldId: string) => Promise<ShownNameEvent[]>,
): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names/:name',
      { needs: 'seeNames', summary: 'One name held', query },
      async ({ ctx, actor, params }) => {
        const held = await names.need(actor, params['name'] ?? '');
        return { body: await views.alone(held, readCurrency(ctx)) };
      },
    ),
    accountRoute(
      'get',
      '/api/me/names/:name/log',
      { needs: 'seeNames', summary: 'What happened to a name held, the latest first' },
      async ({ actor, params }) => ({
        body: await log((await names.need(actor, params['name'] ?? '')).id),
      }),
    ),
  ];
}
