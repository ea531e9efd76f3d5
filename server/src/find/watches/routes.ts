import { accountRoute, type Route } from '../../platform/http/route';
import type { WatchService } from './service';

export function watchRoutes(watches: WatchService): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/watches',
      { needs: 'seeNames', summary: 'Taken names that are watched' },
      async ({ actor: { account: accountId } }) => ({
        body: await watches.list(accountId),
      }),
    ),
    accountRoute(
      'put',
      '/api/me/watches/:name',
      { needs: 'watchNames', summary: 'Watches a taken name: a mail comes when it is free', perMinute: 60 },
      async ({ actor: { account: accountId }, params }) => ({
        body: await watches.begin(accountId, params['name'] ?? ''),
      }),
    ),
    accountRoute(
      'delete',
      '/api/me/watches/:name',
      { needs: 'watchNames', summary: 'Watches a name no more' },
      async ({ actor: { account: accountId }, params }) => {
        await watches.end(accountId, params['name'] ?? '');
        return {};
      },
    ),
  ];
}
