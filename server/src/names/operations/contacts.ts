import { contactRoles, type NameContacts } from '@tienda/core/contacts/roles';
import { eppContact } from '@tienda/core/contacts/eppContact';
import { needsLatin } from '@tienda/core/contacts/latin';
import type { RegistryGateway } from '../../gateways/registry/registryGateway';
import type { Keyring } from '../../platform/secrets/keyring';
import { authCode, contactHandle } from './identity';
import type { TakenOperation } from './store';

/**
 * Makes the contacts of a name at its registry, or finds them there.
 *
 * @returns why the registry refuses one for good @throws RegistrySilent
 */
export async function needContacts(
  { name, contacts: known }: TakenOperation,
  registry: RegistryGateway,
  contacts: NameContacts,
  privacy: boolean,
  keys: Keyring,
): Promise<string | undefined> {
  for (const id of new Set(contactRoles.map((role) => contacts[role]))) {
    const contact = known.find((one) => one.id === id);
    if (!contact) throw new Error(`${name} has lost a contact`);
    const handle = contactHandle(id, privacy);
    const refusal = await registry.needContact(
      eppContact(contact, handle, privacy, authCode(keys, id, handle), needsLatin(registry.id)),
    );
    if (refusal !== undefined) return refusal;
  }
  return undefined;
}
