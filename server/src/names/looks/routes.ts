import { accountRoute, type Route } from '../../platform/http/route';
import type { NameStore } from '../held/store';
import type { RegistryLooks } from './service';

/** @param isChanging true while its registry has not answered a change that was asked for */
export function lookRoutes(
  looks: RegistryLooks,
  names: NameStore,
  isChanging: (accountId: string, name: string) => Promise<boolean>,
): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/names/:name/registry',
      { needs: 'seeNames', summary: 'A name as its registry has it now, and what differs', perMinute: 120 },
      async ({ actor, params }) => {
        const held = await names.need(actor, params['name'] ?? '');
        return { body: await looks.look(held, await isChanging(held.accountId, held.name)) };
      },
    ),
  ];
}
