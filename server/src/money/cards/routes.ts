import { notFound } from '../../platform/http/problem';
import { accountRoute, type Route } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';
import type { KeptCardStore } from './store';

export function cardRoutes(cards: KeptCardStore): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/cards',
      { needs: 'seeWaysToPay', summary: 'Cards kept for the next time' },
      async ({ actor: { account: accountId } }) => ({
        body: (await cards.ofAccount(accountId)).map(({ id, last4, expires }) => ({
          id,
          last4,
          ...(expires === null ? {} : { expires }),
        })),
      }),
    ),
    accountRoute(
      'delete',
      '/api/me/cards/:id',
      { needs: 'changeWaysToPay', summary: 'Forgets a card' },
      async ({ actor: { account: accountId }, params }) => {
        const id = params['id'] ?? '';
        if (!isUuid(id) || !(await cards.forget(accountId, id))) throw notFound('card');
        return {};
      },
    ),
  ];
}
