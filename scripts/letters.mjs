import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { bundled } from './bench/bundle.mjs';
import { root } from './setup.mjs';

/** What the shop's own fonts end with. */
const lastLatin = 0x24f;
const facesIn = path.join(root, 'app', 'public', 'base.css');
const begin = '/* Letters of extensions: `npm run catalogue` writes these. */\n';
const end = '/* That was all of them. */\n';

/**
 * Makes small fonts of the letters of extensions that the shop's own fonts lack, so that they are seen on every machine,
 * and the faces by which browsers load those that a page needs. They are taken from the fonts of the shop's documents.
 *
 * @param {readonly string[]} labels as they are written
 * @returns {Promise<number>} letters drawn
 */
export async function drawLetters(labels) {
  const { default: subset } = await import('subset-font');
  const { format } = await import('oxfmt');
  const { create } = createRequire(path.join(root, 'server', 'package.json'))('fontkit');
  const { others } = await bundled('fonts', "export { others } from './src/money/papers/fonts'");
  const left = new Set(labels.flatMap((label) => [...label]).filter((letter) => letter.codePointAt(0) > lastLatin));
  const count = left.size;
  const faces = [];
  for (const source of others) {
    const file = readFileSync(source);
    const font = create(file);
    const had = [...left].filter((letter) => font.hasGlyphForCodePoint(letter.codePointAt(0))).sort();
    if (had.length === 0) continue;
    for (const letter of had) left.delete(letter);
    const name = `extensions-${path.parse(source).name}.woff2`;
    const content = await subset(file, had.join(''), { targetFormat: 'woff2' });
    writeFileSync(path.join(root, 'app', 'public', 'fonts', name), content);
    faces.push(faceOf(name, had));
  }
  if (left.size > 0) throw new Error(`No font here has ${[...left].join(' ')}: add one to scripts/letters.mjs`);
  const css = readFileSync(facesIn, 'utf8');
  const before = css.slice(0, css.indexOf(begin) + begin.length);
  const written = before + faces.join('') + css.slice(css.indexOf(end));
  const { code } = await format(facesIn, written, JSON.parse(readFileSync(path.join(root, '.oxfmtrc.json'), 'utf8')));
  writeFileSync(facesIn, code);
  return count;
}

function faceOf(name, letters) {
  const range = letters.map((letter) => `U+${letter.codePointAt(0).toString(16).toUpperCase().padStart(4, '0')}`);
  return `@font-face {
  font-family: 'Extension Letters';
  font-display: swap;
  src: url('/fonts/${name}') format('woff2');
  unicode-range: ${range.join(', ')};
}
`;
}
