import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { extensionEntries } from '@tienda/core/catalogue/shipped';
import { fonts } from './theme';

const shipped = path.join(__dirname, '../../public');

interface Face {
  readonly family: string;
  readonly letters: ReadonlySet<number>;
  /** Empty where the machine has it. */
  readonly file: string;
}

/** Faces that the app declares, and the letters that each is for. */
function faces(): Face[] {
  const css = readFileSync(path.join(shipped, 'base.css'), 'utf8');
  return [...css.matchAll(/@font-face \{([^}]*)\}/g)].map(([, face = '']) => {
    const [, family = ''] = /font-family: '([^']+)'/.exec(face) ?? [];
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
    return { family, letters: new Set(letters), file };
  });
}

test('every letter of an extension is in a font that comes with the app', () => {
  const all = faces().filter(({ file }) => file !== '');
  const letters = new Set(extensionEntries.flatMap(({ unicode }) => [...unicode]));
  const lacking = [...letters].filter((letter) => !all.some((face) => face.letters.has(letter.codePointAt(0) ?? 0)));
  expect(lacking).toEqual([]);
  expect(letters.has('网')).toBe(true);
  expect(all.map(({ file }) => file).filter((file) => !existsSync(path.join(shipped, file)))).toEqual([]);
});

test('fonts of the machine stand in for letters of the app’s own fonts, and for no others', () => {
  const own = faces().filter(({ family }) => family.startsWith('Atkinson'));
  const letters = new Set(own.flatMap((face) => [...face.letters]));
  const standIns = faces().filter(({ file }) => file === '');
  for (const standIn of standIns) expect(standIn.letters).toEqual(letters);
  const named = [
    ...Object.values(fonts)
      .join()
      .matchAll(/'([^']+)'/g),
  ].map(([, family]) => family);
  const declared = new Set(faces().map(({ family }) => family));
  expect(new Set(named)).toEqual(declared);
});
