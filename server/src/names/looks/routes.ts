import { accountRoute, type Route } from '../../platform/http/route';
import type { NameStore } from '../held/store';
import type { RegistryLooks } from './service';

export function lookRoutes(looks: RegistryLooks, names: NameStore): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names/:name/registry',
      { needs: 'seeNames', summary: 'A name as its registry has it now, and what differs', perMinute: 120 },
      async ({ actor, params }) => ({ body: await looks.look(await names.need(actor, params['name'] ?? '')) }),
    ),
  ];
}
