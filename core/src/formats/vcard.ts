import ICAL from 'ical.js';
import type { Contact } from '../contacts/contact';
import { tidied } from '../contacts/tidied';

// The space that begins a folded line counts too: 75 octets at the most (RFC 6350, section 3.2).
ICAL.foldLength = 74;

/**
 * A contact from the first vCard of a file (RFC 6350, and its forerunner 3.0), as far as the card says it.
 *
 * @returns undefined where there is no card with a name
 */
export function readVCard(text: string): Partial<Contact> | undefined {
  const card = firstCard(text);
  const name = textOf(card, 'fn');
  if (!card || name === '') return undefined;
  const address = partsOf(card, 'adr');
  const part = (index: number) => address[index] ?? '';
  const organisation = partsOf(card, 'org')[0] ?? '';
  const country = part(6).toUpperCase();
  return {
    kind: organisation === '' ? 'person' : 'company',
    name,
    organisation,
    street: [part(0), part(1), part(2)].filter(Boolean).join(', '),
    city: part(3),
    region: part(4),
    postalCode: part(5),
    ...(/^[A-Z]{2}$/.test(country) ? { country } : {}),
    phone: textOf(card, 'tel').replace(/^tel:/, ''),
    email: textOf(card, 'email'),
  };
}

/** A contact as a vCard of version 4.0 (RFC 6350). */
export function writeVCard(contact: Contact): string {
  const { name, organisation, street, city, region, postalCode, country, phone, email, kind } = tidied(contact);
  const card = new ICAL.Component('vcard');
  card.addPropertyWithValue('version', '4.0');
  card.addPropertyWithValue('kind', kind === 'person' ? 'individual' : 'org');
  card.addPropertyWithValue('fn', name);
  if (organisation) {
    // A structured value: a semicolon in it would begin another part.
    const org = new ICAL.Property('org', card);
    org.setValue([organisation]);
    card.addProperty(org);
  }
  const address = new ICAL.Property('adr', card);
  address.setValue(['', '', street, city, region, postalCode, country]);
  card.addProperty(address);
  const tel = new ICAL.Property('tel', card);
  tel.resetType('uri');
  tel.setParameter('value', 'uri');
  tel.setValue(`tel:${dialled(phone)}`);
  card.addProperty(tel);
  card.addPropertyWithValue('email', email);
  return `${card.toString()}\r\n`;
}

/** An international number as RFC 3966 writes it: without what only makes it readable, and without an extension. */
function dialled(phone: string): string {
  return phone.replace(/[a-z#;].*$/i, '').replace(/[^+\d]/g, '');
}

function firstCard(text: string): ICAL.Component | undefined {
  try {
    const parsed: unknown = ICAL.parse(text.trim());
    const [first] = Array.isArray(parsed) && Array.isArray(parsed[0]) ? parsed : [parsed];
    const card = new ICAL.Component(first as never);
    return card.name === 'vcard' ? card : undefined;
  } catch {
    return undefined;
  }
}

function textOf(card: ICAL.Component | undefined, property: string): string {
  const value: unknown = card?.getFirstPropertyValue(property);
  return typeof value === 'string' ? value.trim() : '';
}

/** The parts of a structured value, several values of a part joined. */
function partsOf(card: ICAL.Component, property: string): string[] {
  const value: unknown = card.getFirstPropertyValue(property);
  const parts: unknown[] = Array.isArray(value) ? value : [value];
  return parts.map((part) => (Array.isArray(part) ? part.join(', ') : typeof part === 'string' ? part : '').trim());
}
