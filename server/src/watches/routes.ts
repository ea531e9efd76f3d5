import { accountRoute, type Route } from '../http/route';
import type { WatchService } from './service';

export function watchRoutes(watches: WatchService): Route[] {
  return [
    accountRoute('get', '/api/me/watches', { summary: 'Taken names that are watched' }, async ({ accountId }) => ({
      body: await watches.list(accountId),
    })),
    accountRoute(
      'put',
      '/api/me/watches/:name',
      { summary: 'Watches a taken name: a mail comes when it is free', perMinute: 60 },
      async ({ accountId, params }) => ({ body: await watches.begin(accountId, params['name'] ?? '') }),
    ),
    accountRoute(
      'delete',
      '/api/me/watches/:name',
      { summary: 'Watches a name no more' },
      async ({ accountId, params }) => {
        await watches.end(accountId, params['name'] ?? '');
        return {};
      },
    ),
  ];
}
