import { accountRoute, type Route } from '../../platform/http/route';
import type { Idempotency } from '../../platform/http/idempotency';
import type { NameStore } from '../held/store';
import type { Asking } from '../operations/asking';
import type { GivingBack } from './service';

export function givingBackRoutes(
  givingBack: GivingBack,
  names: NameStore,
  asking: Asking,
  idempotency: Idempotency,
): Route[] {
  return [
    accountRoute(
      'post',
      '/api/me/names/:name/give-back',
      {
        needs: 'giveBack',
        summary:
          'Gives a name back in its first days: it is deleted at its registry, and what was paid for it goes back',
      },
      ({ ctx, actor, params }) =>
        idempotency.once(ctx, actor.account, async () => {
          const held = await names.need(actor, params['name'] ?? '');
          return { body: await givingBack.ask(actor, held, asking) };
        }),
    ),
  ];
}
