import { View } from 'react-native';
import { router } from 'expo-router';
import { contactRoles, contactsOf, type ContactRole } from '@tienda/core/contacts/roles';
import { checkoutStore } from '../../api/checkoutStore';
import type { KeptContact } from '../../api/me';
import { useStored } from '../../stored/stored';
import { texts } from '../../texts/texts';
import { rolesOf, useGroupRoles } from './rolesOf';
import { contactTitle } from '../../shop/holder/contactTitle';
import { Action } from '../../ui/Action';
import { Choice } from '../../ui/Choice';

const words = texts.checkout.contacts;

interface NameContactsProps {
  readonly name: string;
  /** Holder and all else, unless chosen otherwise here. */
  readonly defaultContact: KeptContact;
  readonly contacts: readonly KeptContact[];
}

/** Who is what to one name: each of the four can be another of the contacts kept. */
export function NameContacts({ name, defaultContact, contacts }: NameContactsProps) {
  const choices = useStored(checkoutStore);
  const differing = choices.contacts[name];
  const ofGroup = useGroupRoles();
  const base = contactsOf(defaultContact.id, ofGroup);
  const chosen = contactsOf(defaultContact.id, rolesOf(name, ofGroup, choices.contacts));
  const choose = (role: ContactRole, id: string) => {
    const { [role]: _before, ...others } = differing ?? {};
    const roles = id === base[role] ? others : { ...others, [role]: id };
    checkoutStore.set({ ...choices, contacts: { ...choices.contacts, [name]: roles } });
  };
  const addAnother = () => {
    checkoutStore.set({ ...choices, defaultContact: defaultContact.id });
    router.navigate('/checkout/holder?another=1');
  };
  const options = contacts.map((contact) => ({ value: contact.id, title: contactTitle(contact) }));
  return (
    <View style={{ paddingTop: 6 }}>
      {contactRoles.map((role) => (
        <Choice
          key={role}
          label={words.roles[role]}
          value={chosen[role]}
          options={options}
          onChange={(id) => choose(role, id)}
        />
      ))}
      <View style={{ alignItems: 'flex-start' }}>
        <Action kind="link" title={words.another} onPress={addAnother} />
      </View>
    </View>
  );
}

/** The contact that holds a name: the order's own, unless another was chosen and is still kept. */
export function registrantOf(
  name: string,
  defaultContact: KeptContact,
  contacts: readonly KeptContact[],
  differing: Readonly<Record<string, { readonly registrant?: string }>>,
): KeptContact {
  return contacts.find(({ id }) => id === differing[name]?.registrant) ?? defaultContact;
}
