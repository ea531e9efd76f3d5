/**
 * Every text of a language by its path; what is made from parts is made from parts that show.
 *
 * @param given what those texts are given, by path, that cannot do with a number first and words after it
 */
export function textsOf(
  texts: unknown,
  given: ReadonlyMap<string, unknown[]> = new Map(),
  path = '',
): [string, string][] {
  if (typeof texts === 'string') return [[path, texts]];
  if (Array.isArray(texts)) return texts.flatMap((part, index) => textsOf(part, given, `${path}.${index}`));
  if (typeof texts === 'function') {
    const make = texts as (...parts: unknown[]) => string;
    const parts = Array.from({ length: make.length }, (_, index) => (index === 0 ? 3 : `part${index}`));
    return [[path, make(...(given.get(path) ?? parts))]];
  }
  return Object.entries(texts ?? {}).flatMap(([key, value]) => textsOf(value, given, `${path}.${key}`));
}

/** Paths of texts that another language lacks, or has in the very same words. */
export function untold(texts: [string, string][], others: [string, string][]): string[] {
  const other = new Map(others);
  const isUntold = ([path, text]: [string, string]) => {
    const said = other.get(path);
    return said === undefined || (said === '') !== (text === '') || (said === text && /[a-z]{3}/.test(text));
  };
  return texts.filter(isUntold).map(([path]) => path);
}

/** Paths of texts that do not show in both languages what they are given. */
export function unlike(texts: [string, string][], others: [string, string][]): string[] {
  const other = new Map(others);
  const parts = (text = '') => (text.match(/part\d/g) ?? []).sort().join();
  return texts.filter(([path, text]) => parts(text) !== parts(other.get(path))).map(([path]) => path);
}
