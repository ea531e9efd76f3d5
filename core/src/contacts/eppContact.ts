import { parsePhoneNumberFromString } from 'libphonenumber-js';
import type { EppContact } from '../epp/objects';
import type { Contact } from './contact';

/** A contact as registries take it; `privacy` asks them not to show it. */
export function eppContact(contact: Contact, handle: string, privacy: boolean, code: string): EppContact {
  const { name, organisation, street, city, region, postalCode, country, phone, email } = contact;
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

function isAscii(text: string): boolean {
  return /^[\x20-\x7e]*$/.test(text);
}
