import type { Contact } from './contact';

/** The contact as it is kept: without spaces around what was typed, each space inside it one. */
export function tidied<Typed extends Contact>(contact: Typed): Typed {
  const tidy = (value: unknown) => (typeof value === 'string' ? value.trim().replace(/\s+/g, ' ') : value);
  return { ...contact, ...Object.fromEntries(Object.entries(contact).map(([field, value]) => [field, tidy(value)])) };
}
