import { doubleMetaphone } from 'double-metaphone';
import pluralize from 'pluralize';
import type { Variant } from './idea';
import type { Words } from './words';

const wordsBefore = ['the', 'my', 'our', 'go', 'hello', 'at'];
const wordsAfter = [
  'yard',
  'works',
  'shop',
  'studio',
  'house',
  'craft',
  'club',
  'school',
  'online',
  'team',
  'co',
  'hq',
];

/** A common word put before or after. */
export function addedWords(label: string): Variant[] {
  return [
    ...wordsAfter
      .filter((word) => !label.endsWith(word))
      .map((word): Variant => ({ label: label + word, reason: { kind: 'after', word } })),
    ...wordsBefore
      .filter((word) => !label.startsWith(word))
      .map((word): Variant => ({ label: word + label, reason: { kind: 'before', word } })),
  ];
}

/** The last word in the other number. `inflected(['boat', 'yard'])` has `boatyards`. */
export function inflected(parts: readonly string[]): Variant[] {
  const last = parts.at(-1) ?? '';
  if (!/^[a-z]{3,}$/.test(last)) return [];
  const rest = parts.slice(0, -1).join('');
  const other = pluralize.isPlural(last)
    ? ({ word: pluralize.singular(last), kind: 'singular' } as const)
    : ({ word: pluralize.plural(last), kind: 'plural' } as const);
  return other.word === last ? [] : [{ label: rest + other.word, reason: { kind: other.kind } }];
}

const mostSynonyms = 6;

/** One word replaced by another of the same meaning. */
export function withSynonyms(parts: readonly string[], words: Words): Variant[] {
  return parts.flatMap((part, index) =>
    words
      .synonyms(part)
      .slice(0, mostSynonyms)
      .map((word): Variant => ({
        label: [...parts.slice(0, index), word, ...parts.slice(index + 1)].join(''),
        reason: { kind: 'synonym', word, of: part },
      })),
  );
}

/** A word left out. */
export function shorter(parts: readonly string[]): Variant[] {
  if (parts.length < 2) return [];
  return parts.map((part, index): Variant => ({
    label: parts.filter((_, other) => other !== index).join(''),
    reason: { kind: 'shorter', without: part },
  }));
}

/** Without hyphens. */
export function joined(label: string): Variant[] {
  return label.includes('-') ? [{ label: label.replaceAll('-', ''), reason: { kind: 'joined' } }] : [];
}

/**
 * Two neighbouring words run into one: over the letters they share, else the first up to its last vowel and the
 * second from its first.
 *
 * @example blends(['boat', 'atlas'])[0] // boatlas
 */
export function blends(parts: readonly string[]): Variant[] {
  return parts.slice(0, -1).flatMap((first, index) => {
    const second = parts[index + 1] ?? '';
    const around = (middle: string) => [...parts.slice(0, index), middle, ...parts.slice(index + 2)].join('');
    const reason = { kind: 'blend', of: [first, second] } as const;
    return blended(first, second).map((middle): Variant => ({ label: around(middle), reason }));
  });
}

function blended(first: string, second: string): string[] {
  for (let shared = Math.min(first.length, second.length) - 1; shared > 0; shared -= 1)
    if (first.endsWith(second.slice(0, shared))) return [first + second.slice(shared)];
  const lastVowel = first.search(/[aeiou][^aeiou]*$/);
  const firstVowel = second.search(/[aeiouy]/);
  if (lastVowel < 1 || firstVowel < 0) return [];
  return [first + second.slice(firstVowel), first.slice(0, lastVowel) + second.slice(firstVowel)];
}

/** Spellings that are often heard alike. */
const respellings: readonly (readonly [RegExp, string])[] = [
  [/ph/, 'f'], [/f(?!f)/, 'ph'], [/ck/, 'k'], [/c(?=[aoulr])/, 'k'], [/x/, 'ks'], [/qu/, 'kw'], [/wh/, 'w'],
  [/s$/, 'z'], [/ee/, 'ea'], [/ea/, 'ee'], [/ai/, 'ay'], [/y$/, 'ie'], [/i(?=[^aeiou]e$)/, 'y'], [/le$/, 'el'],
  [/([^aeiou])\1/, '$1'],
]; // oxfmt-ignore

/** Another spelling that sounds the same (Double Metaphone), or a word that is spoken alike. */
export function soundAlikes(label: string, parts: readonly string[], words: Words): Variant[] {
  const [sound] = doubleMetaphone(label);
  const respelt = respellings
    .map(([pattern, instead]) => label.replace(pattern, instead))
    .filter((other) => other !== label && doubleMetaphone(other)[0] === sound);
  const homophones = parts.flatMap((part, index) =>
    words
      .homophones(part)
      .slice(0, 2)
      .map((word) => [...parts.slice(0, index), word, ...parts.slice(index + 1)].join('')),
  );
  return [...homophones, ...respelt].map((other): Variant => ({ label: other, reason: { kind: 'soundsSame' } }));
}

/** Letters beside one another on the usual keyboard. */
const rows = ['qwertyuiop', 'asdfghjkl', 'zxcvbnm'];

function neighbour(letter: string): string | undefined {
  const row = rows.find((keys) => keys.includes(letter));
  const at = row?.indexOf(letter) ?? -1;
  return row?.[at + 1] ?? row?.[at - 1];
}

/** The likeliest slips of the finger: a letter left out, doubled, swapped, or its neighbour hit. */
export function mistypings(label: string): Variant[] {
  if (!/^[a-z]{4,}$/.test(label)) return [];
  const middle = Math.floor(label.length / 2);
  const double = label.search(/(.)\1/);
  const missing = double >= 0 ? double : middle;
  const beside = neighbour(label.charAt(middle));
  const swapAt = label.charAt(middle) === label.charAt(middle + 1) ? middle - 1 : middle;
  const made: readonly (readonly [string, 'missing' | 'doubled' | 'swapped' | 'neighbour'])[] = [
    [label.slice(0, missing) + label.slice(missing + 1), 'missing'],
    [label.slice(0, middle) + label.charAt(middle) + label.slice(middle), 'doubled'],
    [label.slice(0, swapAt) + label.charAt(swapAt + 1) + label.charAt(swapAt) + label.slice(swapAt + 2), 'swapped'],
    ...(beside ? [[label.slice(0, middle) + beside + label.slice(middle + 1), 'neighbour'] as const] : []),
  ];
  return made
    .filter(([other]) => other !== label)
    .map(([other, how]) => ({ label: other, reason: { kind: 'mistyping', how } }));
}
