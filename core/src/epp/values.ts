import { EppRefusal } from './command';
import type { Element } from './xml';

/** The form of a value on the wire: what it is called, and what it must look like. */
interface Form {
  readonly pattern: RegExp;
  readonly says: string;
}

/** The simple types of RFC 5730-5733 and 8748 that Tienda's objects are made of. */
const forms = {
  domainName: {
    pattern: /^(?=.{1,253}$)([a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?$/i,
    says: 'is a name of letters, digits and hyphens, 63 at most in each label',
  },
  clientId: { pattern: /^\S(.{1,14})\S$/u, says: 'has 3 to 16 characters' },
  transaction: { pattern: /^\S(.{1,62})\S$/u, says: 'has 3 to 64 characters' },
  password: { pattern: /^.{6,16}$/u, says: 'has 6 to 16 characters' },
  authCode: { pattern: /^.{1,255}$/u, says: 'has 1 to 255 characters' },
  text: { pattern: /^.{1,255}$/u, says: 'has 1 to 255 characters' },
  postalCode: { pattern: /^.{1,16}$/u, says: 'has at most 16 characters' },
  country: { pattern: /^[A-Z]{2}$/, says: 'is two capitals of ISO 3166-1' },
  phone: { pattern: /^\+[0-9]{1,3}\.[0-9]{1,14}$/, says: 'is written as +353.15550123' },
  email: { pattern: /^[^\s@]+@[^\s@]+$/u, says: 'is an address of mail' },
  day: { pattern: /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])Z?$/, says: 'is a day of ISO 8601' },
  instant: {
    pattern: /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d+)?Z$/,
    says: 'is an instant of ISO 8601 in UTC',
  },
  words: { pattern: /\S/u, says: 'says something' },
  years: { pattern: /^[1-9][0-9]?$/, says: 'is 1 to 99' },
  number: { pattern: /^[0-9]{1,5}$/, says: 'is a whole number' },
  hexadecimal: { pattern: /^([0-9a-f]{2})+$/i, says: 'is written in hexadecimal digits' },
  amount: { pattern: /^[0-9]+(\.[0-9]+)?$/, says: 'is a decimal amount' },
  currency: { pattern: /^[A-Z]{3}$/, says: 'is three capitals of ISO 4217' },
} as const satisfies Record<string, Form>;

export type ValueForm = keyof typeof forms;

/** The text of an element that has nothing but text. @throws EppRefusal 2001 for elements inside, 2005 for another form */
export function valueOf({ name, text, children }: Element, form: ValueForm): string {
  if (children[0]) throw new EppRefusal(2001, `${children[0].name} is out of place in ${name}`);
  return inForm(name, text, form);
}

/** @throws EppRefusal 2003 where it is missing, 2005 for another form */
export function inForm(name: string, text: string | undefined, form: ValueForm): string {
  if (!text) throw new EppRefusal(2003, `${name} is missing`);
  const { pattern, says } = forms[form];
  if (!pattern.test(text)) throw new EppRefusal(2005, `${name} ${says}`);
  return text;
}

/** Of RFC 5731, section 2.3. */
const domainStatuses: readonly string[] = [
  ...['Delete', 'Renew', 'Transfer', 'Update'].flatMap((what) => [
    `client${what}Prohibited`,
    `server${what}Prohibited`,
  ]),
  ...['clientHold', 'serverHold', 'inactive', 'ok'],
  ...['Create', 'Delete', 'Renew', 'Transfer', 'Update'].map((what) => `pending${what}`),
];

/** Of RFC 5732, section 2.3. */
const hostStatuses: readonly string[] = [
  ...['Delete', 'Update'].flatMap((what) => [`client${what}Prohibited`, `server${what}Prohibited`]),
  ...['linked', 'ok', 'pendingCreate', 'pendingDelete', 'pendingTransfer', 'pendingUpdate'],
];

/** @throws EppRefusal 2005 for what is not a status of a domain */
export function domainStatus(status: string | undefined): string {
  return statusOf('domain', domainStatuses, status);
}

/** @throws EppRefusal 2005 for what is not a status of a host */
export function hostStatus(status: string | undefined): string {
  return statusOf('host', hostStatuses, status);
}

function statusOf(object: string, known: readonly string[], status: string | undefined): string {
  if (status === undefined || !known.includes(status))
    throw new EppRefusal(2005, `${status ?? 'Nothing'} is not a status of a ${object}`);
  return status;
}
