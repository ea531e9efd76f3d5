import { accountRoute, type Route } from '../../platform/http/route';
import { currencyParameter } from '../../platform/http/parameters';
import { readCurrency } from '../../find/search/routes';
import type { NameStore } from './store';
import type { NameViews } from './views';

const query = { currency: currencyParameter };

export function nameRoutes(names: NameStore, views: NameViews): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names/:name',
      { needs: 'seeNames', summary: 'One name held', query },
      async ({ ctx, actor: { account: accountId }, params }) => {
        const held = await names.need(accountId, params['name'] ?? '');
        return { body: await views.alone(held, readCurrency(ctx)) };
      },
    ),
    accountRoute(
      'get',
      '/api/me/names/:name/log',
      { needs: 'seeNames', summary: 'What happened to a name held, the latest first' },
      async ({ actor: { account: accountId }, params }) => ({
        body: await names.logOf(await names.need(accountId, params['name'] ?? '')),
      }),
    ),
  ];
}
