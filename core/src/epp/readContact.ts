import { EppRefusal, type EppCommand } from './command';
import { holding } from './content';
import * as ns from './namespaces';
import type { EppContact } from './objects';
import { authCodeIn, missing, optional, the, value } from './parts';
import { valueOf } from './values';
import { child, childrenOf, type Element } from './xml';

/** Reads a command on a contact (RFC 5733). @throws EppRefusal */
export function onContact(verb: string, object: Element): EppCommand {
  if (verb === 'renew') throw new EppRefusal(2101, 'Contacts have no term');
  if (verb === 'update' || verb === 'delete') throw new EppRefusal(2101, 'Contacts cannot be changed');
  if (verb === 'transfer') throw new EppRefusal(2101, 'Contacts stay with their registrar');
  if (verb === 'check') {
    holding(object, 'id+');
    return { type: 'checkContacts', ids: object.children.map((id) => valueOf(id, 'clientId')) };
  }
  if (verb === 'info') {
    holding(object, 'id authInfo?');
    const authCode = authCodeIn(object);
    return {
      type: 'infoContact',
      id: value(object, 'id', 'clientId'),
      ...(authCode === undefined ? {} : { authCode }),
    };
  }
  holding(object, 'id postalInfo+ voice? fax? email authInfo disclose?');
  if (childrenOf(object, ns.contact, 'postalInfo').length > 1)
    throw new EppRefusal(2306, 'A contact has one postalInfo here');
  if (child(object, ns.contact, 'fax')) throw new EppRefusal(2306, 'Fax numbers are not kept');
  return { type: 'createContact', contact: readContact(value(object, 'id', 'clientId'), object) };
}

/** Reads the parts of a contact that create commands and info answers share. */
export function readContact(id: string, object: Element): EppContact {
  const postalInfo = holding(the(object, 'postalInfo', ['type']), 'name org? addr', ['type']);
  const address = holding(the(postalInfo, 'addr'), 'street* city sp? pc? cc');
  const postal = postalInfo.attributes['type'];
  if (postal !== 'int' && postal !== 'loc') throw new EppRefusal(2005, 'postalInfo type is int or loc');
  const street = childrenOf(address, ns.contact, 'street').map((line) => valueOf(line, 'text'));
  if (street.length > 3) throw new EppRefusal(2001, 'street has 3 lines at most');
  const organisation = optional(postalInfo, 'org', 'text');
  const region = optional(address, 'sp', 'text');
  const postalCode = optional(address, 'pc', 'postalCode');
  const contact: EppContact = {
    id,
    postal,
    name: value(postalInfo, 'name', 'text'),
    ...(organisation === undefined ? {} : { organisation }),
    street,
    city: value(address, 'city', 'text'),
    ...(region === undefined ? {} : { region }),
    ...(postalCode === undefined ? {} : { postalCode }),
    country: value(address, 'cc', 'country'),
    voice: value(object, 'voice', 'phone'),
    email: value(object, 'email', 'email'),
    disclose: isDisclosed(child(object, ns.contact, 'disclose')),
    authCode: authCodeIn(object) ?? missing('authInfo'),
  };
  const written = [contact.name, organisation, ...street, contact.city, region, postalCode].join('');

  if (postal === 'int' && !/^[\0-\x7f]*$/.test(written))
    throw new EppRefusal(2005, 'The international form is written in ASCII');
  return contact;
}

/** Everything about a holder is shown or nothing (RFC 5733 section 2.9). */
function isDisclosed(disclose: Element | undefined): boolean {
  if (!disclose) return true;
  holding(disclose, 'name* org* addr* voice? fax? email?', ['flag']);
  const { flag = '' } = disclose.attributes;
  if (!['0', '1', 'true', 'false'].includes(flag)) throw new EppRefusal(2005, 'flag is 0 or 1');
  const named = new Set(disclose.children.map(({ name }) => name));
  const left = ['name', 'org', 'addr', 'voice', 'email'].filter((part) => !named.has(part));
  if (left.length > 0) throw new EppRefusal(2306, `All is shown or nothing: ${left.join(', ')} is not named`);
  return flag === '1' || flag === 'true';
}
