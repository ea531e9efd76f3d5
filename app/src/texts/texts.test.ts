import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import * as validator from 'class-validator';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { heldBackTexts } from '@tienda/core/rdap/publicHolder';
import { knownScripts } from '@tienda/core/idna/scripts';
import { textsOf, unlike, untold } from '../../../core/test/texts';
import { en } from './en';
import { es } from './es';
import { letterWords } from './es/scripts';
import { isolating } from './isolating';

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
    hosts: 'ns1.quayhost.example',
    terms: '1, 2',
    email: 'wren@saltwhistle.example',
    title: 'Harbour',
    contact: 'Maren Quay',
    requirement: 'A made-up rule.',
    seconds: 9,
    years: 2,
    day: '1 jun',
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

/** What a rule of class-validator is called in an answer: `Length` is `isLength`; undefined of what is no rule. */
function codeOf(decorator: string): string | undefined {
  class Model {}
  const decorate = validator[decorator as 'IsIn'];
  decorate([])(Model.prototype, 'field');
  const [rule] = validator.getMetadataStorage().getTargetValidationMetadatas(Model, '', false, false);
  return rule?.type === 'customValidation' ? rule.name : undefined;
}

/** The sources of core and server, without their tests. */
const sources = ['core/src', 'server/src'].flatMap((folder) => {
  const root = path.join(__dirname, '../../..', folder);
  return readdirSync(root, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map((file) => readFileSync(path.join(root, file), 'utf8'));
});
/** What a pattern names anywhere in them. */
const named = (pattern: RegExp) => [
  ...new Set(sources.flatMap((source) => Array.from(source.matchAll(pattern), ([, name]) => name ?? ''))),
];
const withoutSpanish = (codes: readonly string[]) => codes.filter((code) => !Object.hasOwn(es.problems, code));

test('Spanish has words for every rule that a form may break', () => {
  const rules = named(/(?:@|return )([A-Z]\w+)\(/g).filter((name) => Object.hasOwn(validator, name));
  const codes = rules
    .filter((name) => !/^Validate(?!d)/.test(name))
    .map(codeOf)
    .filter((code) => code !== undefined);
  expect(codes).toEqual(expect.arrayContaining(['isLength', 'isEmail', 'arrayMaxSize', 'matches']));
  expect(withoutSpanish(codes)).toEqual([]);
});

test('Spanish has words for everything that the server refuses', () => {
  const codes = named(/badField\(\s*(?:'[^']*'|`[^`]*`|\w+(?:\([^)]*\))?),\s*'(\w+)'/g);
  expect(codes).toEqual(expect.arrayContaining(['titleTaken', 'wrongPassword']));
  expect(withoutSpanish(codes)).toEqual([]);
  const types = named(/(?:new Problem|refusals(?:<[^(]+>)?)\(\s*\d+,\s*'([\w-]+)'/g);
  expect(types).toEqual(expect.arrayContaining(['too-often', 'cannot-change']));
  expect(withoutSpanish(types.map((type) => `/problems/${type}`))).toEqual([]);
});

test('Spanish has words for every reason of what the server refuses', () => {
  const several = sources.flatMap((source) =>
    Array.from(
      source.matchAll(/= refusals(?:<[^(]+>)?\(\s*\d+,\s*'([\w-]+)',\s*'[^']*',\s*\{(.+?)\n\}\)/gs),
      ([, type = '', reasons = '']) =>
        Array.from(reasons.matchAll(/^ {2}(\w+): \(/gm), ([, because]) => `/problems/${type}/${because}`),
    ).flat(),
  );
  expect(several).toEqual(expect.arrayContaining(['/problems/cannot-change/over', '/problems/registry-silent/moved']));
  const needed = named(/because: '(\w+)',\s+detail:/g).map((because) => `/problems/account-in-use/${because}`);
  expect(needed).toHaveLength(4);
  expect(withoutSpanish([...several, ...needed])).toEqual([]);
});

test('Spanish says why a holder is not shown, in the registry’s own words where it knows none', () => {
  const { heldBack } = isolating(es).taken;
  expect([heldBackTexts.privacy, heldBackTexts.byRegistry, 'Kept by law'].map(heldBack)).toEqual([
    'no se muestra: protección de privacidad',
    'no se muestra: su operador no muestra datos personales',
    'no se muestra: kept by law',
  ]);
});

test('Spanish says what every extension of the catalogue asks for', () => {
  const asked = new Set(extensionEntries.flatMap(({ requirements }) => requirements.map(({ text }) => text)));
  expect(asked.size).toBeGreaterThan(50);
  expect(Object.keys(es.requirements).sort()).toEqual([...asked].sort());
  for (const text of Object.values(es.requirements)) expect(text).toMatch(/^El .+[.]$/);
});
