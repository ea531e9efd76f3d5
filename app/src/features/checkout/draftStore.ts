import type { Contact } from '@tienda/core/contacts/contact';
import { Stored } from '../../api/stored';

/** A holder being typed and not kept yet: it is there again after a reload. */
export const draftStore = new Stored<Contact | null>(
  'tienda.holder',
  null,
  (kept) => {
    const whole = typeof kept === 'object' && kept !== null && 'kind' in kept && 'name' in kept;
    return whole ? (kept as Contact) : undefined;
  },
  true,
);
