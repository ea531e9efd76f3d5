import { notFound } from '../http/problem';
import { accountRoute, type Route } from '../http/route';
import { isUuid } from '../http/uuid';
import type { KeptCardStore } from './store';

export function cardRoutes(cards: KeptCardStore): Route[] {
  return [
    accountRoute('get', '/api/me/cards', { summary: 'Cards kept for the next time' }, async ({ accountId }) => ({
      body: (await cards.ofAccount(accountId)).map(({ id, last4 }) => ({ id, last4 })),
    })),
    accountRoute('delete', '/api/me/cards/:id', { summary: 'Forgets a card' }, async ({ accountId, params }) => {
      const id = params['id'] ?? '';
      if (!isUuid(id) || !(await cards.forget(accountId, id))) throw notFound('card');
      return {};
    }),
  ];
}
