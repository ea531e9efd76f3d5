/** A pair of 32-bit hashes, together 64 bits. */
export interface LabelHash {
  readonly high: number;
  readonly low: number;
}

/** Mixes the bits of a 32-bit word so that each depends on all (the finaliser of MurmurHash3). */
export function mixed(word: number): number {
  let bits = word ^ (word >>> 16);
  bits = Math.imul(bits, 0x85ebca6b);
  bits ^= bits >>> 13;
  bits = Math.imul(bits, 0xc2b2ae35);
  return (bits ^ (bits >>> 16)) >>> 0;
}

/** Two multiplicative hashes over the characters, each mixed with the other at the end. Not cryptographic. */
export function labelHash(label: string): LabelHash {
  let first = 0x9e3779b1 ^ label.length;
  let second = 0x41c6ce57;
  for (let i = 0; i < label.length; i += 1) {
    const code = label.charCodeAt(i);
    first = Math.imul(first ^ code, 0x9e3779b1);
    first = (first << 13) | (first >>> 19);
    second = Math.imul(second ^ code, 0x5f356495);
    second = (second << 15) | (second >>> 17);
  }
  const high = mixed(first ^ Math.imul(second, 0x27d4eb2f));
  return { high, low: mixed(second ^ Math.imul(high, 0x165667b1)) };
}
