const begin = 0x811c9dc5;

/** A text as it has been read so far, as one number: what begins alike need not be read twice. */
export function readSoFar(text: string, before = begin): number {
  let hash = before;
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return hash;
}

/**
 * A number from 0 to 1 that a text always gives: what looks like chance and is the same every time.
 *
 * @param before what stands before the text
 */
export function chanceOf(text: string, before = begin): number {
  let hash = readSoFar(text, before);
  hash = Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = Math.imul(hash ^ (hash >>> 12), 0x297a2d39);
  return ((hash ^ (hash >>> 15)) >>> 0) / 2 ** 32;
}
