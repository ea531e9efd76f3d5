import { knownScripts } from '@tienda/core/idna/scripts';
import { textsOf, unlike, untold } from '../../../core/test/texts';
import { en } from './en';
import { es } from './es';
import { letterWords } from './es/scripts';

const given = new Map<string, unknown[]>([
  ['.name.labelRules', [1, 63, ['part0']]],
  ['.taken.heldBack', ['part0']],
]);
const english = textsOf(en, given);
const spanish = textsOf(es, given);

/** Words that are the same in both languages. */
const same =
  /^(\.app|\.wordbench\.hint|\.find\.filter\.kinds\.generic|.*\.no|.*premium|.*plural|.*singular|.*\.error)$/i;

test('every text there is in English there is in Spanish, and it is another', () => {
  expect(untold(english, spanish).filter((path) => !same.test(path))).toEqual(['.find.keys.2.0']);
});

test('what a text is given shows in both languages alike', () => {
  expect(unlike(english, spanish)).toEqual([]);
});

test('Spanish says what is wrong by its code, each as a sentence', () => {
  const facts = {
    typed: 'a_b',
    character: '_',
    position: 2,
    name: 'a',
    extension: 'org',
    length: 70,
    limit: 63,
    scripts: 'Latin',
  };
  for (const words of Object.values(es.problems)) {
    const text = typeof words === 'string' ? words : words(facts);
    expect(text).toMatch(/^[A-ZÁÉÍÓÚ¿“.].*[.?]$/);
    expect(text).not.toContain('undefined');
  }
  expect(es.problems['termNotOffered']).toBeDefined();
});

test('Spanish calls letters by their Spanish names', () => {
  expect(letterWords(['Latin'])).toBe('latinas');
  expect(letterWords(['Latin', 'Greek', 'Cyrillic'])).toBe('latinas, griegas y cirílicas');
  expect(letterWords(['Runic'])).toBe('Runic');
  expect(knownScripts.filter((script) => letterWords([script]) === script)).toEqual([]);
});
