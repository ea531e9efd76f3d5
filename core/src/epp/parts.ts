import { EppRefusal } from './command';
import { holding } from './content';
import { valueOf, type ValueForm } from './values';
import { child, type Element } from './xml';

/** The name of a domain or host, in lower case. */
export function nameIn(element: Element): string {
  return valueOf(element, 'domainName').toLowerCase();
}

/** The auth code of an object; undefined where none is given. */
export function authCodeIn(element: Element): string | undefined {
  const authInfo = child(element, element.namespace, 'authInfo');
  if (!authInfo) return undefined;
  if (child(authInfo, element.namespace, 'ext')) throw new EppRefusal(2102, 'Auth codes are passwords here');
  if (child(authInfo, element.namespace, 'pw')?.attributes['roid'] !== undefined)
    throw new EppRefusal(2102, 'The auth code of a contact is not taken for that of a name');
  return value(holding(authInfo, 'pw'), 'pw', 'authCode');
}

/** A child that the content has been held to. */
export function the(element: Element, name: string, attributes: readonly string[] = []): Element {
  const found = child(element, element.namespace, name);
  if (!found) return missing(name);
  const strange = Object.keys(found.attributes).find((attribute) => !attributes.includes(attribute));
  if (strange) throw new EppRefusal(2001, `${name} has no attribute ${strange}`);
  return found;
}

/** @throws EppRefusal 2003 */
export function missing(name: string): never {
  throw new EppRefusal(2003, `${name} is missing`);
}

/** The text of a child that has to be there. @throws EppRefusal 2003 where it is not, 2005 for another form */
export function value(element: Element, name: string, form: ValueForm): string {
  return valueOf(the(element, name), form);
}

/** The text of a child that may be left out. */
export function optional(element: Element, name: string, form: ValueForm): string | undefined {
  const found = child(element, element.namespace, name);
  return found && valueOf(found, form);
}
