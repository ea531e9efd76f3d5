/** Unicode names of the scripts that extensions may offer. */
export const knownScripts = [
  'Latin', 'Greek', 'Cyrillic', 'Armenian', 'Hebrew', 'Arabic', 'Devanagari', 'Bengali', 'Tamil', 'Thai',
  'Georgian', 'Hangul', 'Hiragana', 'Katakana', 'Bopomofo', 'Han',
] as const; // oxfmt-ignore

const scriptPatterns = knownScripts.map((script) => ({ script, pattern: new RegExp(`\\p{Script=${script}}`, 'u') }));

/** The scripts a label is written in; digits and hyphens belong to none. */
export function scriptsOf(uLabel: string): string[] {
  if (/^[a-z0-9-]+$/.test(uLabel)) return /[a-z]/.test(uLabel) ? ['Latin'] : [];
  return scriptPatterns.filter(({ pattern }) => pattern.test(uLabel)).map(({ script }) => script);
}
