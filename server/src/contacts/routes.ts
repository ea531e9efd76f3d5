import { Contact, e164 } from '@tienda/core/contacts/contact';
import type { Clock } from '../clock/clock';
import { accountRoute, type Route } from '../http/route';
import type { ContactStore } from './store';

export function contactRoutes(contacts: ContactStore, clock: Clock): Route[] {
  return [
    accountRoute('get', '/api/me/contacts', { summary: 'People and organisations kept' }, async ({ accountId }) => ({
      body: await contacts.ofAccount(accountId),
    })),
    accountRoute(
      'post',
      '/api/me/contacts',
      { summary: 'Keeps a contact', model: Contact, perMinute: 30 },
      async ({ accountId, body }) => {
        const phone = e164(body.phone) ?? body.phone;
        return { status: 201, body: await contacts.add(accountId, { ...body, phone }, clock.now()) };
      },
    ),
  ];
}
