import { Contact, e164 } from '@tienda/core/contacts/contact';
import { tidied } from '@tienda/core/contacts/tidied';
import { isValidVatNumber } from '@tienda/core/pricing/vatNumber';
import type { Clock } from '../../platform/clock/clock';
import { badField, notFound } from '../../platform/http/problem';
import { accountRoute, type Route } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';
import type { ContactStore } from './store';

export function contactRoutes(contacts: ContactStore, clock: Clock): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/contacts',
      { needs: 'seeContacts', summary: 'People and organisations kept' },
      async ({ actor: { account: accountId } }) => ({
        body: await contacts.ofAccount(accountId),
      }),
    ),
    accountRoute(
      'post',
      '/api/me/contacts',
      { needs: 'changeContacts', summary: 'Keeps a contact', model: Contact, perMinute: 30 },
      async ({ actor: { account: accountId }, body }) => {
        const { vatId, ...contact } = tidied({ ...body });
        const phone = e164(contact.phone) ?? contact.phone;
        if (vatId && !isValidVatNumber(vatId, body.country))
          throw badField(
            '/vatId',
            'badVatNumber',
            'This is no VAT number of that country: check it, or leave it out and VAT is charged.',
          );
        const kept = { ...contact, phone, ...(vatId ? { vatId } : {}) };
        return { status: 201, body: await contacts.add(accountId, kept, clock.now()) };
      },
    ),
    accountRoute(
      'delete',
      '/api/me/contacts/:id',
      { needs: 'changeContacts', summary: 'Forgets a contact; names and orders that need it keep it' },
      async ({ actor: { account: accountId }, params }) => {
        const id = params['id'] ?? '';
        if (!isUuid(id) || !(await contacts.forget(accountId, id, clock.now()))) throw notFound('contact');
        return {};
      },
    ),
  ];
}
