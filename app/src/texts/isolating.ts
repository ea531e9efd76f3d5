/** Hebrew, Arabic and what else runs from right to left. */
const rightToLeft = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

/** Names are shown from left to right, label after label (RFC 3987 section 4.1); an isolate that is, and its end (UAX #9 section 2.4). */
const [begin, end] = ['\u2066', '\u2069'];

/** Keeps what runs from right to left from turning around the words, numbers and signs that stand beside it. */
const isolated = (value: unknown): unknown =>
  typeof value === 'string' && rightToLeft.test(value) ? `${begin}${value}${end}` : value;

/** Texts that are told names, each name isolated where it has to be. */
export function isolating<Texts>(texts: Texts): Texts {
  if (typeof texts === 'function') {
    const text = texts as (...told: unknown[]) => unknown;
    return ((...told: unknown[]) => text(...told.map(isolated))) as Texts;
  }
  if (Array.isArray(texts)) return texts.map(isolating) as Texts;
  if (typeof texts !== 'object' || texts === null || Object.getPrototypeOf(texts) !== Object.prototype) return texts;
  return Object.fromEntries(Object.entries(texts).map(([key, value]) => [key, isolating<unknown>(value)])) as Texts;
}
