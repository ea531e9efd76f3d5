import type { knownScripts } from '@tienda/core/idna/scripts';

const letters: Readonly<Record<(typeof knownScripts)[number], string>> = {
  Latin: 'latinas',
  Greek: 'griegas',
  Cyrillic: 'cirílicas',
  Armenian: 'armenias',
  Hebrew: 'hebreas',
  Arabic: 'árabes',
  Devanagari: 'devanagari',
  Bengali: 'bengalíes',
  Tamil: 'tamiles',
  Thai: 'tailandesas',
  Georgian: 'georgianas',
  Hangul: 'hangul',
  Hiragana: 'hiragana',
  Katakana: 'katakana',
  Bopomofo: 'bopomofo',
  Han: 'han',
};

/** `letterWords(['Latin', 'Greek'])` is `'latinas y griegas'`. @param scripts by their Unicode names */
export function letterWords(scripts: readonly string[] = []): string {
  const words = scripts.map((script) => (script in letters ? letters[script as keyof typeof letters] : script));
  return new Intl.ListFormat('es').format(words);
}
