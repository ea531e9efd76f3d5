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
      async ({ actor: { account: accountId } }) => ({
        body: await balance.show(accountId),
      }),
    ),
    accountRoute(
      'get',
      '/api/me/top-ups',
      { needs: 'seeBalance', summary: 'Payments into the balance' },
      async ({ actor: { account: accountId } }) => ({
        body: await balance.list(accountId),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/top-ups',
      { needs: 'topUp', summary: 'Pays into the balance', model: NewTopUp, perMinute: 10, takesKey: true },
      ({ ctx, actor: { account: accountId }, body }) =>
        idempotency.once(ctx, accountId, async () => ({
          status: 201,
          body: await balance.begin(accountId, ctx.get('Idempotency-Key'), body),
        })),
    ),
    accountRoute(
      'get',
      '/api/me/top-ups/:id',
      { needs: 'seeBalance', summary: 'One payment into the balance' },
      async ({ actor: { account: accountId }, params }) => ({
        body: await balance.find(accountId, params['id'] ?? ''),
      }),
    ),
  ];
}
