import { en } from './en';
import { es } from './es';

/** Every text by its path; what is made from parts is made from parts that show. */
function textsOf(of: unknown, path = ''): [string, string][] {
  if (typeof of === 'string') return [[path, of]];
  if (Array.isArray(of)) return of.flatMap((part, index) => textsOf(part, `${path}.${index}`));
  if (typeof of === 'function') {
    const make = of as (...parts: unknown[]) => string;
    const usual = Array.from({ length: make.length }, (_, index) => (index === 0 ? 3 : `part${index}`));
    return [[path, make(...(given.get(path) ?? usual))]];
  }
  return Object.entries(of ?? {}).flatMap(([key, value]) => textsOf(value, `${path}.${key}`));
}

/** What those texts are given that cannot do with a number first. */
const given = new Map<string, unknown[]>([
  ['.name.labelRules', [1, 63, ['Latin']]],
  ['.taken.heldBack', ['part0']],
]);

/** Words that are the same in both languages. */
const same =
  /^(\.app|\.wordbench\.hint|\.find\.filter\.kinds\.generic|.*\.no|.*premium|.*plural|.*singular|.*\.error)$/i;
const spanish = new Map(textsOf(es));

test('every text there is in English there is in Spanish, and it is another', () => {
  const untold = textsOf(en).filter(([path, text]) => {
    const other = spanish.get(path);
    return (
      other === undefined ||
      (other === '') !== (text === '') ||
      (other === text && /[a-z]{3}/.test(text) && !same.test(path))
    );
  });
  expect(untold.map(([path]) => path)).toEqual(['.find.keys.2.0']);
});

test('what a text is given shows in both languages alike', () => {
  const parts = (text: string) => (text.match(/part\d/g) ?? []).sort().join();
  for (const [path, text] of textsOf(en)) expect([path, parts(spanish.get(path) ?? '')]).toEqual([path, parts(text)]);
});

test('Spanish says what is wrong by its code, each as a sentence', () => {
  for (const text of Object.values(es.problems)) expect(text).toMatch(/^[A-ZÁÉÍÓÚ¿].*\.$/);
  expect(es.problems['termNotOffered']).toBeDefined();
});
