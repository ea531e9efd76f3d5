import { exampleExtension } from '../../test/catalogue';
import { neededDeclarations, isDeclared } from './declarations';
import { contactsOf } from './roles';

test('one contact is everything to a name, unless said otherwise', () => {
  expect(contactsOf('maren')).toEqual({ registrant: 'maren', admin: 'maren', tech: 'maren', billing: 'maren' });
  expect(contactsOf('maren', { tech: 'ilse' })).toMatchObject({ registrant: 'maren', tech: 'ilse', billing: 'maren' });
  expect(contactsOf('maren', { registrant: 'ilse' })).toMatchObject({ registrant: 'ilse', admin: 'maren' });
});

const dental = exampleExtension('dental', {
  requirements: [{ code: 'profession', text: 'The holder is admitted by a dental register.' }],
});
const ie = exampleExtension('ie', { requirements: [{ code: 'presence', text: 'The holder lives on the island.' }] });
const names = [
  { name: 'a.dental', unicode: 'a.dental', extension: dental },
  { name: 'b.ie', unicode: 'b.ie', extension: ie },
  { name: 'c.org', unicode: 'c.org', extension: exampleExtension('org', {}) },
];

test('only what the extensions of the names ask for is asked', () => {
  expect(neededDeclarations(names).map(({ name, code, evidence }) => [name, code, evidence])).toEqual([
    ['a.dental', 'profession', true],
    ['b.ie', 'presence', false],
  ]);
});

test('what is proven by a number needs the number', () => {
  const [profession, presence] = neededDeclarations(names);
  if (!profession || !presence) throw new Error('Two are asked for');
  expect(isDeclared(presence, [{ name: 'b.ie', code: 'presence' }])).toBe(true);
  expect(isDeclared(presence, [{ name: 'other.ie', code: 'presence' }])).toBe(false);
  expect(isDeclared(profession, [{ name: 'a.dental', code: 'profession', evidence: ' ' }])).toBe(false);
  expect(isDeclared(profession, [{ name: 'a.dental', code: 'profession', evidence: 'DR-1174' }])).toBe(true);
});
