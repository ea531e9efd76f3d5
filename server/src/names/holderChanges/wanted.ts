import type { Declaration } from '@tienda/core/contacts/declarations';
import { contactRoles, type NameContacts } from '@tienda/core/contacts/roles';
import type { StoredContact } from '../../people/contacts/store';
import { badField, badFields } from '../../platform/http/problem';

/** Who is to be what to names: ids of contacts; those left out stay. */
export interface WantedContacts extends Partial<NameContacts> {
  readonly declarations?: readonly Declaration[];
}

/** Roles that the holder had go to the new one, unless somebody else is to have them. */
export function contactsAfter(before: NameContacts, wanted: Partial<NameContacts>): NameContacts {
  const { registrant = before.registrant } = wanted;
  const role = (one: 'admin' | 'tech' | 'billing') =>
    wanted[one] ?? (before[one] === before.registrant ? registrant : before[one]);
  return { registrant, admin: role('admin'), tech: role('tech'), billing: role('billing') };
}

/** @throws Problem 422 where a contact is not among those of the account, or none is named */
export function expectKnown(known: ReadonlyMap<string, StoredContact>, wanted: Partial<NameContacts>): void {
  const named = contactRoles.filter((role) => wanted[role] !== undefined);
  if (named.length === 0) throw badField('/registrant', 'nobody', 'Choose at least one contact.');
  const faults = named
    .filter((role) => !known.has(wanted[role] ?? ''))
    .map((role) => ({
      pointer: `/${role}`,
      code: 'unknownContact',
      detail: 'This contact is not among yours: choose another.',
    }));
  if (faults.length > 0) throw badFields(faults);
}
