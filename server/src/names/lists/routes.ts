import { packAhead } from '@tienda/core/pricing/aheadFeed';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { readCurrency } from '../../find/search/routes';
import type { Clock } from '../../platform/clock/clock';
import { currencyParameter } from '../../platform/http/parameters';
import { accountRoute, type Route } from '../../platform/http/route';
import type { NameViews } from '../held/views';
import { aheadNames } from './ahead';
import { linkToNext, namesQuery, readNamesWanted } from './pages';
import { placeOf, type NameLists } from './store';

const query = { currency: currencyParameter };

export function nameListRoutes(lists: NameLists, views: NameViews, catalogue: CatalogueReader, clock: Clock): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names',
      { needs: 'seeNames', summary: 'Names held, the soonest to expire first', query: { ...query, ...namesQuery } },
      async ({ ctx, actor }) => {
        const currency = readCurrency(ctx);
        const wanted = readNamesWanted(ctx);
        const page = await lists.page(actor, wanted, isoDate(clock.now()));
        const last = page.at(-1);
        if (last && page.length === wanted.limit) linkToNext(ctx, placeOf(last, wanted.sort));
        return { body: page.map((held) => views.inList(held, currency)) };
      },
    ),
    accountRoute(
      'get',
      '/api/me/ahead',
      { needs: 'seeNames', summary: 'What the years ahead of all names that can be renewed depend on', query },
      async ({ ctx, actor }) => {
        const currency = readCurrency(ctx);
        const names = await lists.renewable(actor);
        return {
          body: packAhead(aheadNames(names, catalogue.current(), currency, isoDate(clock.now())), currency),
        };
      },
    ),
    accountRoute(
      'get',
      '/api/me/name-counts',
      { needs: 'seeNames', summary: 'How many names are held, and how many of them need somebody' },
      async ({ actor }) => ({ body: await lists.counts(actor, isoDate(clock.now())) }),
    ),
  ];
}
