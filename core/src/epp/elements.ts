import * as ns from './namespaces';
import type { ContactLink, EppContact } from './objects';
import type { Written } from './xml';

export type Content = string | readonly (Written | undefined)[];

/** An element without attributes. */
export function element(tag: string, content: Content): Written {
  return [tag, {}, content];
}

/** An element of the domain mapping (RFC 5731) that declares its namespace. */
export function domainElement(name: string, content: Content): Written {
  return [`domain:${name}`, { 'xmlns:domain': ns.domain }, content];
}

/** An element of the contact mapping (RFC 5733) that declares its namespace. */
export function contactElement(name: string, content: Content): Written {
  return [`contact:${name}`, { 'xmlns:contact': ns.contact }, content];
}

/** An element of the host mapping (RFC 5732) that declares its namespace. */
export function hostElement(name: string, content: Content): Written {
  return [`host:${name}`, { 'xmlns:host': ns.host }, content];
}

/** The hosts a name is delegated to (RFC 5731 section 1.1); nothing where there are none. */
export function nameservers(hosts: readonly string[] = []): Written | undefined {
  if (hosts.length === 0) return undefined;
  return element(
    'domain:ns',
    hosts.map((host) => element('domain:hostObj', host)),
  );
}

export function contactLinks(contacts: readonly ContactLink[]): Written[] {
  return contacts.map(({ type, id }): Written => ['domain:contact', { type }, id]);
}

/** For how long a fee is (RFC 8748 section 3.3). */
export function feePeriod(years: number): Written {
  return ['fee:period', { unit: 'y' }, String(years)];
}

/** Name, organisation and address of a contact (RFC 5733 section 2.4), then phone and mail. */
export function contactDetails(contact: EppContact): (Written | undefined)[] {
  const { organisation, region, postalCode } = contact;
  return [
    [
      'contact:postalInfo',
      { type: contact.postal },
      [
        element('contact:name', contact.name),
        organisation === undefined ? undefined : element('contact:org', organisation),
        element('contact:addr', [
          ...contact.street.map((street) => element('contact:street', street)),
          element('contact:city', contact.city),
          region === undefined ? undefined : element('contact:sp', region),
          postalCode === undefined ? undefined : element('contact:pc', postalCode),
          element('contact:cc', contact.country),
        ]),
      ],
    ],
    element('contact:voice', contact.voice),
    element('contact:email', contact.email),
  ];
}

/** The auth code, then what not to show (sections 2.8 and 2.9). */
export function contactClosing({ authCode, disclose, postal: type }: EppContact): (Written | undefined)[] {
  return [
    element('contact:authInfo', [element('contact:pw', authCode)]),
    disclose
      ? undefined
      : [
          'contact:disclose',
          { flag: '0' },
          [
            ['contact:name', { type }],
            ['contact:org', { type }],
            ['contact:addr', { type }],
            element('contact:voice', []),
            element('contact:email', []),
          ],
        ],
  ];
}
