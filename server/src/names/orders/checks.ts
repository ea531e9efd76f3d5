import { neededDeclarations } from '@tienda/core/contacts/declarations';
import { latinForm, needsLatin } from '@tienda/core/contacts/latin';
import { contactRoles, contactsOf } from '@tienda/core/contacts/roles';
import type { AgreedQuote } from '@tienda/core/pricing/quoteChanges';
import { domainName } from '@tienda/core/names/domainName';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { StoredContact } from '../../people/contacts/store';
import { badFields, type FieldError } from '../../platform/http/problem';
import { expectDeclared } from '../agreements/declared';
import type { NewOrder } from './models';
import type { OrderHead } from './store';
import { toULabel } from '@tienda/core/idna/idna';

type AgreedLine = AgreedQuote['lines'][number];

/** What must be right with an order besides its price: terms, contacts, what extensions ask. */
export class OrderChecks {
  constructor(private readonly catalogue: CatalogueReader) {}

  /** @throws Problem 422 where the terms of a registry are not agreed to */
  expectAgreed(lines: readonly AgreedLine[], { agreements }: NewOrder): void {
    const needed = new Set(
      lines.flatMap(({ name }) => {
        const read = domainName(name, this.catalogue.current());
        return read.kind === 'name' ? read.extension.agreements.map(({ id }) => id) : [];
      }),
    );
    const missing = [...needed].flatMap((id): FieldError[] => {
      const agreement = this.catalogue.agreement(id);
      const agreed = agreements.some((given) => given.id === id && given.version === agreement?.version);
      if (agreed) return [];
      return [
        {
          pointer: '/agreements',
          code: 'notAgreed',
          detail: `Read and agree to: ${agreement?.title ?? id}.`,
          facts: { title: agreement?.title ?? id },
        },
      ];
    });
    if (missing.length > 0) throw badFields(missing);
  }

  /** What is said of the requirements, with their words. @throws Problem 422 where one is not met by what was said */
  declared(lines: readonly AgreedLine[], { declarations = [] }: NewOrder): OrderHead['declarations'] {
    const names = lines.flatMap(({ name, unicode }) => {
      const read = domainName(name, this.catalogue.current());
      return read.kind === 'name' ? [{ name, unicode, extension: read.extension }] : [];
    });
    const asked = neededDeclarations(names);
    expectDeclared(
      asked,
      declarations,
      (number) => `Say so${number ? ', with the number' : ''}, or take the name out.`,
    );
    return asked.map(({ name, code, text }) => {
      const evidence = declarations.find((said) => said.name === name && said.code === code)?.evidence;
      return { name, code, text, ...(evidence === undefined ? {} : { evidence }) };
    });
  }

  /** @throws Problem 422 where a contact is not the account's, or a name is not in the quote */
  differing(
    contacts: readonly StoredContact[],
    lines: readonly AgreedLine[],
    { contacts: wantedContacts = [] }: NewOrder,
  ): OrderHead['differing'] {
    const kept = new Set(contacts.map(({ id }) => id));
    const faults = wantedContacts.flatMap((wanted, index): FieldError[] => {
      if (!lines.some(({ name }) => name === wanted.name))
        return [
          {
            pointer: `/contacts/${index}/name`,
            code: 'notInQuote',
            detail: `${wanted.name} is not in the quote.`,
            facts: { name: toULabel(wanted.name) },
          },
        ];
      return contactRoles
        .filter((role) => wanted[role] !== undefined && !kept.has(wanted[role]))
        .map((role) => ({
          pointer: `/contacts/${index}/${role}`,
          code: 'unknownContact',
          detail: 'This contact is not among yours: choose another.',
        }));
    });
    if (faults.length > 0) throw badFields(faults);
    return Object.fromEntries(
      wantedContacts.map((wanted) => [
        wanted.name,
        Object.fromEntries(contactRoles.flatMap((role) => (wanted[role] ? [[role, wanted[role]]] : []))),
      ]),
    );
  }

  /** @throws Problem 422 where a registry takes Latin letters only, and a contact of its name has none */
  expectLatin(
    contacts: readonly StoredContact[],
    defaultContact: StoredContact,
    lines: readonly AgreedLine[],
    differing: OrderHead['differing'],
  ): void {
    const faults = lines.flatMap(({ name, unicode }): FieldError[] => {
      const read = domainName(name, this.catalogue.current());
      if (read.kind !== 'name' || !needsLatin(read.extension.registry)) return [];
      const ids = new Set(Object.values(contactsOf(defaultContact.id, differing[name])));
      return contacts
        .filter((contact) => ids.has(contact.id) && !latinForm(contact))
        .map((contact) => ({
          pointer: '/contactId',
          code: 'latinNeeded',
          detail: `The registry of ${unicode} takes Latin letters only: write ${contact.name} in Latin letters too.`,
          facts: { name: unicode, contact: contact.name },
        }));
    });
    if (faults.length > 0) throw badFields(faults);
  }
}
