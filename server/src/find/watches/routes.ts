import { accountRoute, type Route } from '../../platform/http/route';
import type { WatchService } from './service';

export function watchRoutes(watches: WatchService): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/watches',
      { needs: 'watchNames', summary: 'Taken names that are watched' },
      async ({ actor }) => ({
        body: await watches.list(actor),
      }),
    ),
    accountRoute(
      'put',
      '/api/me/watches/:name',
      { needs: 'watchNames', summary: 'Watches a taken name: a mail comes when it is free', perMinute: 60 },
      async ({ actor, params }) => ({
        body: await watches.begin(actor, params['name'] ?? ''),
      }),
    ),
    accountRoute(
      'delete',
      '/api/me/watches/:name',
      { needs: 'watchNames', summary: 'Watches a name no more' },
      async ({ actor, params }) => {
        await watches.end(actor, params['name'] ?? '');
        return {};
      },
    ),
  ];
}
