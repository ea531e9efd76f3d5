/** One character of a name read out: what it is, what it is called, what it may be taken for. */
export interface SpeltCharacter {
  readonly character: string;
  /** Its word in the spelling alphabet (ICAO Annex 10), or its code point; none for digits and signs, which have names. */
  readonly word?: string;
  /** What it may be taken for when read: `l` for `I` and for `1`. */
  readonly looksLike?: readonly string[];
}

const words: Readonly<Record<string, string>> = {
  a: 'Alfa', b: 'Bravo', c: 'Charlie', d: 'Delta', e: 'Echo', f: 'Foxtrot', g: 'Golf', h: 'Hotel', i: 'India',
  j: 'Juliett', k: 'Kilo', l: 'Lima', m: 'Mike', n: 'November', o: 'Oscar', p: 'Papa', q: 'Quebec', r: 'Romeo',
  s: 'Sierra', t: 'Tango', u: 'Uniform', v: 'Victor', w: 'Whiskey', x: 'X-ray', y: 'Yankee', z: 'Zulu',
}; // oxfmt-ignore

const lookAlikes: Readonly<Record<string, readonly string[]>> = {
  l: ['I', '1'], i: ['l', '1'], '1': ['l', 'I'], o: ['0'], '0': ['O'],
}; // oxfmt-ignore

/**
 * A name letter by letter, to be checked before it is paid for. Letters outside the spelling alphabet
 * are given by their Unicode code point.
 *
 * @param unicode the name as people read it
 */
export function readBack(unicode: string): SpeltCharacter[] {
  return [...unicode].map((character) => {
    const hasName = /[0-9.-]/.test(character);
    const codePoint = `U+${character.codePointAt(0)?.toString(16).toUpperCase().padStart(4, '0')}`;
    const looksLike = lookAlikes[character];
    return {
      character,
      ...(hasName ? {} : { word: words[character] ?? codePoint }),
      ...(looksLike ? { looksLike } : {}),
    };
  });
}
