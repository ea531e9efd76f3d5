import type { Contact } from './contact';

/** Registries that take contacts only in the international form: ASCII (RFC 5733 section 2.4, `type="int"`). */
const internationalOnly: ReadonlySet<string> = new Set(['lanternhead', 'quarrystone']);

export function needsLatin(registry: string): boolean {
  return internationalOnly.has(registry);
}

/** The parts of a contact that are written in letters. */
const lettered = ['name', 'organisation', 'street', 'city', 'region'] as const;

/** Letters that lose nothing but a mark by Unicode's decomposition, and those that it does not take apart. */
const undecomposed: Readonly<Record<string, string>> = {
  ß: 'ss', ẞ: 'SS', ø: 'o', Ø: 'O', æ: 'ae', Æ: 'AE', œ: 'oe', Œ: 'OE', đ: 'd', Đ: 'D', ð: 'd', Ð: 'D',
  ł: 'l', Ł: 'L', þ: 'th', Þ: 'Th', ı: 'i', ħ: 'h', Ħ: 'H', '’': "'", '‘': "'", '–': '-', '—': '-',
}; // oxfmt-ignore

/** A text in ASCII where its letters are Latin; undefined where they are of another script. */
export function asciiOf(text: string): string | undefined {
  const plain = [...text.normalize('NFD').replace(/\p{M}/gu, '')]
    .map((letter) => undecomposed[letter] ?? letter)
    .join('');
  return isAscii(plain) ? plain : undefined;
}

export function isAscii(text: string): boolean {
  return /^[\x20-\x7e]*$/.test(text);
}

/** True where a contact is written in another script than Latin, so that its holder has to say it in Latin letters. */
export function isForeign(contact: Pick<Contact, (typeof lettered)[number]>): boolean {
  return lettered.some((field) => asciiOf(contact[field] ?? '') === undefined);
}

/**
 * The contact in the international form: as its holder writes it in Latin letters, else without marks.
 *
 * @returns undefined where it is of another script and no Latin form was given
 */
export function latinForm(contact: Contact): Contact | undefined {
  const { latinName, latinOrganisation, latinStreet, latinCity } = contact;
  const written = {
    name: asciiOf(contact.name) ?? latinName,
    organisation: asciiOf(contact.organisation ?? '') ?? latinOrganisation,
    street: asciiOf(contact.street) ?? latinStreet,
    city: asciiOf(contact.city) ?? latinCity,
    region: asciiOf(contact.region) ?? '',
  };
  const { name, organisation, street, city, region } = written;
  if (!name || organisation === undefined || !street || !city) return undefined;
  return { ...contact, name, organisation, street, city, region };
}
