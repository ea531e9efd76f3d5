import { maren as example } from '../../test/contacts';
import type { Contact } from '../contacts/contact';
import { readVCard, writeVCard } from './vcard';

const maren: Contact = { ...example, street: '4 Slip Lane; Shed 2' };

test('a contact reads back as it was written', () => {
  const phone = '+353209150123';
  expect(readVCard(writeVCard(maren))).toEqual({ ...maren, phone });
  const person: Contact = { ...maren, kind: 'person', organisation: '', name: 'Ilse Tamboura, née Sørli' };
  expect(readVCard(writeVCard(person))).toEqual({ ...person, phone });
});

test.each(['+353 20 915 0123', '+353 (20) 915-0123', '+353 20 915 0123 ext. 5', '+353209150123'])(
  'a number is written as it is dialled from abroad: %s',
  (phone) => {
    expect(writeVCard({ ...maren, phone })).toContain('TEL;VALUE=uri:tel:+353209150123\r\n');
  },
);

test('a card is written in lines that RFC 6350 allows', () => {
  const lines = writeVCard(maren).split('\r\n');
  expect(lines[0]).toBe('BEGIN:VCARD');
  expect(lines).toContain('VERSION:4.0');
  expect(lines).toContain('ADR:;;4 Slip Lane\\; Shed 2;Ullvik;;V94 T1P0;IE');
  expect(lines).toContain('TEL;VALUE=uri:tel:+353209150123');
});

test('what would begin another part, value or line is escaped, and long lines are folded between characters', () => {
  const odd = {
    ...maren,
    name: 'Maren\rSolvik',
    organisation: 'Salt; whistle, B\\oat',
    street: `${'鹽'.repeat(38)} 4`,
  };
  const card = writeVCard(odd);
  expect(card).toContain('FN:Maren Solvik\r\n');
  expect(card).toContain('ORG:Salt\\; whistle\\, B\\\\oat\r\n');
  for (const line of card.split('\r\n')) {
    expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    expect(line).not.toContain('\r');
  }
  expect(readVCard(card)).toMatchObject({ organisation: odd.organisation, street: odd.street });
});

test('an older card is read as far as it goes, and only the first of a file', () => {
  const card = (name: string) =>
    `BEGIN:VCARD\nVERSION:3.0\nFN:${name}\nN:Tamboura;Ilse;;;\nTEL;TYPE=WORK:+353 20 915 0177\nADR;TYPE=WORK:;;9 Quay Row;Ullvik;;;Ireland\nEND:VCARD\n`;
  expect(readVCard(card('Ilse Tamboura') + card('Somebody Else'))).toEqual({
    kind: 'person',
    name: 'Ilse Tamboura',
    organisation: '',
    street: '9 Quay Row',
    city: 'Ullvik',
    region: '',
    postalCode: '',
    phone: '+353 20 915 0177',
    email: '',
  });
});

test.each(['', 'hello', 'BEGIN:VCALENDAR\nEND:VCALENDAR', 'BEGIN:VCARD\nVERSION:4.0\nEND:VCARD'])(
  'what holds no card with a name is none: “%s”',
  (text) => {
    expect(readVCard(text)).toBeUndefined();
  },
);
