import { maren } from '../../test/contacts';
import type { Contact } from './contact';
import { asciiOf, latinForm, isForeign, needsLatin } from './latin';

const contact = (more: Partial<Contact>): Contact => ({ ...maren, kind: 'person', organisation: '', ...more });

test.each([
  ['Ullvík', 'Ullvik'],
  ['Straße der Fähren', 'Strasse der Fahren'],
  ['Øystein Łukasz Þór', 'Oystein Lukasz Thor'],
  ['Марен', undefined],
  ['海岸', undefined],
])('“%s” in ASCII is %s', (text, ascii) => {
  expect(asciiOf(text)).toBe(ascii);
});

test('Latin letters lose their marks; other scripts are written by their holder', () => {
  expect(latinForm(contact({ city: 'Ullvík' }))).toMatchObject({ name: 'Maren Solvik', city: 'Ullvik' });
  const maren = contact({ name: 'Марен Сольвик', city: 'Уллвик' });
  expect([isForeign(maren), latinForm(maren)]).toEqual([true, undefined]);
  expect(latinForm({ ...maren, latinName: 'Maren Solvik', latinCity: 'Ullvik' })).toMatchObject({
    name: 'Maren Solvik',
    street: '4 Slip Lane',
    city: 'Ullvik',
  });
  expect(isForeign(contact({ name: 'Méabh Ó Sé' }))).toBe(false);
});

test('some registries take nothing else', () => {
  expect([needsLatin('lanternhead'), needsLatin('millrace')]).toEqual([true, false]);
});
