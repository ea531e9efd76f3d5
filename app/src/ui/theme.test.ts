import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { extensionEntries } from '@tienda/core/catalogue/shipped';

const shipped = path.join(__dirname, '../../public');

/** The letters that a face of the app's is declared for, and the file in which they are. */
function faces(): { letters: ReadonlySet<number>; file: string }[] {
  const css = readFileSync(path.join(shipped, 'base.css'), 'utf8');
  return [...css.matchAll(/@font-face \{([^}]*)\}/g)].map(([, face = '']) => {
    const [, file = ''] = /url\('([^']+)'\)/.exec(face) ?? [];
    const [, ranges = ''] = /unicode-range:([^;]+);/.exec(face) ?? [];
    const letters = ranges.split(',').flatMap((range) => {
      const [first = 0, last = first] = range
        .trim()
        .slice(2)
        .split('-')
        .map((code) => parseInt(code, 16));
      return Array.from({ length: last - first + 1 }, (_, k) => first + k);
    });
    return { letters: new Set(letters), file };
  });
}

test('every letter of an extension is in a font that comes with the app', () => {
  const all = faces();
  const letters = new Set(extensionEntries.flatMap(({ unicode }) => [...unicode]));
  const lacking = [...letters].filter((letter) => !all.some((face) => face.letters.has(letter.codePointAt(0) ?? 0)));
  expect(lacking).toEqual([]);
  expect(letters.has('网')).toBe(true);
  expect(all.map(({ file }) => file).filter((file) => !existsSync(path.join(shipped, file)))).toEqual([]);
});
