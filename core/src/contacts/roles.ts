export const contactRoles = ['registrant', 'admin', 'tech', 'billing'] as const;

/** What a contact is to a name. The registrant holds it in law. */
export type ContactRole = (typeof contactRoles)[number];

/** Ids of the contacts of one name. */
export type NameContacts = Readonly<Record<ContactRole, string>>;

/** The contacts of a name: one for all, but for those that differ. */
export function contactsOf(defaultId: string, differing: Partial<NameContacts> = {}): NameContacts {
  const { registrant = defaultId } = differing;
  return { registrant, admin: defaultId, tech: defaultId, billing: defaultId, ...differing };
}
