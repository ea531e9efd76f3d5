import { contactRoles, type NameContacts } from '@tienda/core/contacts/roles';
import { checkoutStore } from '../../api/checkoutStore';
import { useGroups } from '../../api/groups';
import { useContacts } from '../../api/me';
import { useStored } from '../../stored/stored';

type Roles = Partial<NameContacts>;

/** Who is what to names, unless chosen otherwise for one: the contacts of the group that they are for, as far as they are kept. */
export function useGroupRoles(): Roles {
  const { group: id } = useStored(checkoutStore);
  const group = useGroups().data?.find((one) => one.id === id);
  const kept = new Set(useContacts().data?.map((contact) => contact.id));
  return Object.fromEntries(
    contactRoles.flatMap((role) => {
      const chosen = group?.contacts[role];
      return chosen !== undefined && kept.has(chosen) ? [[role, chosen]] : [];
    }),
  );
}

/** Who is what to a name besides the order's own contact: as chosen for it, else as its group has it. */
export function rolesOf(name: string, ofGroup: Roles, chosen: Readonly<Record<string, Roles>>): Roles {
  return { ...ofGroup, ...chosen[name] };
}
