import type { Contact } from '@tienda/core/contacts/contact';
import { Stored } from '../../stored/stored';

/** Contacts being typed and not kept yet, by whose details they began with: they are there again after a reload. */
export const draftStore = new Stored<Readonly<Record<string, Contact>>>('tienda.holders', {}, readDrafts, true);

function readDrafts(kept: unknown): Readonly<Record<string, Contact>> | undefined {
  if (typeof kept !== 'object' || kept === null) return undefined;
  return Object.fromEntries(Object.entries(kept).filter(([, draft]) => isWhole(draft)));
}

function isWhole(draft: unknown): draft is Contact {
  return typeof draft === 'object' && draft !== null && 'kind' in draft && 'name' in draft;
}

/** @param contact what is typed; undefined where it was kept, or is given up */
export function keepDraft(about: string, contact: Contact | undefined): void {
  const { [about]: _before, ...others } = draftStore.get();
  draftStore.set(contact ? { ...others, [about]: contact } : others);
}
