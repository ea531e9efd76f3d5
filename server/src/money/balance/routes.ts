import type { Idempotency } from '../../platform/http/idempotency';
import { accountRoute, type Route } from '../../platform/http/route';
import { NewTopUp } from './models';
import type { BalanceService } from './service';

export function balanceRoutes(balance: BalanceService, idempotency: Idempotency): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/balance',
      { needs: 'seeBalance', summary: 'Money of the account’s own' },
      async ({ actor }) => ({
        body: await balance.show(actor),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/top-ups',
      { needs: 'seeBalance', summary: 'Payments into the balance' },
      async ({ actor }) => ({
        body: await balance.list(actor),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/top-ups',
      { needs: 'topUp', summary: 'Pays into the balance', model: NewTopUp, perMinute: 10, takesKey: true },
      ({ ctx, actor, body }) =>
        idempotency.once(ctx, actor.account, async () => ({
          status: 201,
          body: await balance.begin(actor, ctx.get('Idempotency-Key'), body),
        })),
    ),
    accountRoute(
      'get',
      '/api/me/top-ups/:id',
      { needs: 'seeBalance', summary: 'One payment into the balance' },
      async ({ actor, params }) => ({
        body: await balance.find(actor, params['id'] ?? ''),
      }),
    ),
  ];
}
