import { parsePhoneNumberFromString } from 'libphonenumber-js';
import type { EppContact } from '../epp/objects';
import type { Contact } from './contact';
import { latinForm, isAscii } from './latin';

/**
 * A contact as registries take it.
 *
 * @param privacy asks them not to show it
 * @param isLatin the registry takes ASCII only
 * @throws Error where it does, and the contact has no Latin form: to be asked for before
 */
export function eppContact(
  contact: Contact,
  handle: string,
  privacy: boolean,
  code: string,
  isLatin = false,
): EppContact {
  const written = isLatin ? latinForm(contact) : contact;
  if (!written) throw new Error(`${handle} has no Latin form`);
  const { name, organisation, street, city, region, postalCode, country, phone, email } = written;
  return {
    id: handle,
    postal: isAscii([name, organisation ?? '', street, city, region].join('')) ? 'int' : 'loc',
    name,
    ...(organisation ? { organisation } : {}),
    street: [street],
    city,
    ...(region ? { region } : {}),
    ...(postalCode ? { postalCode } : {}),
    country,
    voice: eppPhone(phone),
    email,
    disclose: !privacy,
    authCode: code,
  };
}

/** `+353209150123` as RFC 5733 section 2.5 wants it: `+353.209150123`. */
function eppPhone(phone: string): string {
  const number = parsePhoneNumberFromString(phone);
  return number ? `+${number.countryCallingCode}.${number.nationalNumber}` : phone;
}
