import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../../platform/clock/clock';
import { accountRoute, type Route } from '../../platform/http/route';
import { currencyParameter } from '../../platform/http/parameters';
import { readCurrency } from '../../find/search/routes';
import { linkToNext, namesQuery, readNamesWanted } from './pages';
import { placeOf, type NameLists } from './lists';
import type { NameStore } from './store';
import type { NameViews } from './views';

const query = { currency: currencyParameter };

export function nameRoutes(names: NameStore, lists: NameLists, views: NameViews, clock: Clock): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names',
      { needs: 'seeNames', summary: 'Names held, the soonest to expire first', query: { ...query, ...namesQuery } },
      async ({ ctx, actor: { account: accountId } }) => {
        const currency = readCurrency(ctx);
        const wanted = readNamesWanted(ctx);
        const page = await lists.page(accountId, wanted);
        const last = page.at(-1);
        if (last && page.length === wanted.limit) linkToNext(ctx, placeOf(last, wanted.sort));
        return { body: page.map((held) => views.inList(held, currency)) };
      },
    ),
    accountRoute(
      'get',
      '/api/me/name-counts',
      { needs: 'seeNames', summary: 'How many names are held, and how many of them need somebody' },
      async ({ actor }) => ({ body: await lists.counts(actor.account, isoDate(clock.now())) }),
    ),
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
