import type { Declaration } from '@tienda/core/contacts/declarations';
import { contactRoles, type NameContacts } from '@tienda/core/contacts/roles';
import { Stored } from '../stored/stored';

/** What was chosen on the way to an order, so that going back or reloading loses nothing. */
export interface CheckoutChoices {
  /** Who holds the names and is billed; the latest contact kept where left out. */
  readonly defaultContact?: string;
  /** Contacts that differ from the order's own, by name. */
  readonly contacts: Readonly<Record<string, Partial<NameContacts>>>;
  readonly declarations: readonly Declaration[];
  /** Id of the group that the names are registered for. */
  readonly group?: string;
}

export const checkoutStore = new Stored<CheckoutChoices>(
  'tienda.checkout',
  { contacts: {}, declarations: [] },
  (kept) => {
    if (!isRecord(kept)) return undefined;
    const contacts = isRecord(kept['contacts']) ? kept['contacts'] : {};
    const declarations = Array.isArray(kept['declarations']) ? kept['declarations'] : [];
    return {
      ...(typeof kept['defaultContact'] === 'string' ? { defaultContact: kept['defaultContact'] } : {}),
      ...(typeof kept['group'] === 'string' ? { group: kept['group'] } : {}),
      contacts: Object.fromEntries(Object.entries(contacts).map(([name, roles]) => [name, readRoles(roles)])),
      declarations: declarations.flatMap(readDeclaration),
    };
  },
  true,
);

function readRoles(kept: unknown): Partial<NameContacts> {
  if (!isRecord(kept)) return {};
  const roles = contactRoles.map((role) => [role, kept[role]] as const);
  return Object.fromEntries(roles.filter(([, id]) => typeof id === 'string'));
}

function readDeclaration(kept: unknown): Declaration[] {
  const { name, code, evidence } = isRecord(kept) ? kept : {};
  if (typeof name !== 'string' || typeof code !== 'string') return [];
  return [{ name, code, ...(typeof evidence === 'string' ? { evidence } : {}) }];
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
