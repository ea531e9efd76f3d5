import { labelHash, mixed, type LabelHash } from './labelHash';

/**
 * A set of labels that answers "surely not" or "probably": a binary fuse filter of 8 bits (Graf and Lemire,
 * "Binary Fuse Filters: Fast and Smaller Than Xor Filters", 2022). It takes about 1.13 bytes a label, says
 * "probably" of one label in 256 that is not in it, and never "surely not" of one that is.
 */
export interface FuseFilter {
  /** Labels it was built from. */
  readonly size: number;
  readonly seed: number;
  /** A power of two. */
  readonly segmentLength: number;
  readonly segmentCount: number;
  readonly fingerprints: Uint8Array;
}

/** How often a label that is not in the filter is taken to be: 1 in 256. */
export const falsePositiveRate = 1 / 256;

const arity = 3;
const mostAttempts = 100;
const longestSegment = 1 << 16;

/** The hashes of labels, gathered while a zone is read: eight bytes a label. */
export class LabelHashes {
  private words = new Uint32Array(2048);
  private count = 0;

  add(label: string): void {
    if (2 * this.count === this.words.length) {
      const larger = new Uint32Array(this.words.length * 2);
      larger.set(this.words);
      this.words = larger;
    }
    const { high, low } = labelHash(label);
    this.words[2 * this.count] = low;
    this.words[2 * this.count + 1] = high;
    this.count += 1;
  }

  /** In order of their high words, each once: building the filter then walks memory in order. */
  distinct(): { readonly high: Uint32Array; readonly low: Uint32Array } {
    const sorted = new BigUint64Array(this.words.buffer, 0, this.count).sort();
    const words = new Uint32Array(sorted.buffer, 0, 2 * this.count);
    const high = new Uint32Array(this.count);
    const low = new Uint32Array(this.count);
    let kept = 0;
    for (let i = 0; i < this.count; i += 1) {
      const [h, l] = [words[2 * i + 1] ?? 0, words[2 * i] ?? 0];
      if (kept > 0 && high[kept - 1] === h && low[kept - 1] === l) continue;
      high[kept] = h;
      low[kept] = l;
      kept += 1;
    }
    return { high: high.subarray(0, kept), low: low.subarray(0, kept) };
  }
}

/** Builds the filter of some labels; repeated ones count once. */
export function buildFilter(hashes: LabelHashes): FuseFilter {
  const keys = hashes.distinct();
  const size = keys.high.length;
  const shape = shapeFor(size);
  for (let attempt = 1; attempt <= mostAttempts; attempt += 1) {
    const seed = mixed(Math.imul(attempt, 0x9e3779b1));
    const fingerprints = assign(keys, shape, seed);
    if (fingerprints) return { size, seed, ...shape, fingerprints };
  }
  throw new Error(`No filter could be built of ${size} labels`);
}

/** False only where the label is surely not in the filter. */
export function mayHold(filter: FuseFilter, label: string): boolean {
  return mayHoldHash(filter, labelHash(label));
}

/** `mayHold` for a hash made once and asked of many filters. */
export function mayHoldHash(filter: FuseFilter, { high, low }: LabelHash): boolean {
  if (filter.size === 0) return false;
  const { fingerprints } = filter;
  const at = new Positions(filter, filter.seed);
  at.find(high, low);
  const found = (fingerprints[at.h0] ?? 0) ^ (fingerprints[at.h1] ?? 0) ^ (fingerprints[at.h2] ?? 0);
  return found === at.fingerprint;
}

type Shape = Pick<FuseFilter, 'segmentLength' | 'segmentCount'>;

/** Sizes as in the paper's reference: segments of a power of two, about an eighth more room than labels. */
function shapeFor(size: number): Shape {
  if (size < 2) return { segmentLength: 4, segmentCount: 1 };
  const segmentLength = Math.min(longestSegment, 2 ** Math.floor(Math.log(size) / Math.log(3.33) + 2.25));
  const room = Math.max(1.125, 0.875 + (0.25 * Math.log(1_000_000)) / Math.log(size));
  const segments = Math.ceil(Math.round(size * room) / segmentLength);
  return { segmentLength, segmentCount: Math.max(1, segments - (arity - 1)) };
}

/** Where a label's fingerprint is spread over the table. One object serves many labels. */
class Positions {
  h0 = 0;
  h1 = 0;
  h2 = 0;
  fingerprint = 0;
  private readonly mask: number;
  private readonly length: number;
  private readonly reach: number;

  constructor(
    { segmentLength, segmentCount }: Shape,
    private readonly seed: number,
  ) {
    this.length = segmentLength;
    this.mask = segmentLength - 1;
    this.reach = segmentLength * segmentCount;
  }

  find(high: number, low: number): void {
    const bits = mixed(low ^ this.seed);
    this.h0 = Math.floor((((high + this.seed) >>> 0) / 2 ** 32) * this.reach);
    this.h1 = (this.h0 + this.length) ^ (bits & this.mask);
    this.h2 = (this.h0 + 2 * this.length) ^ ((bits >>> 16) & this.mask);
    this.fingerprint = mixed(high ^ Math.imul(low, 0x2c1b3c6d)) & 0xff;
  }
}

/**
 * Finds an order in which every label has a place of its own, then fills the places backwards. Undefined where
 * this seed gives no such order.
 */
function assign(keys: { high: Uint32Array; low: Uint32Array }, shape: Shape, seed: number): Uint8Array | undefined {
  const size = keys.high.length;
  const length = (shape.segmentCount + arity - 1) * shape.segmentLength;
  const at = new Positions(shape, seed);
  // Per place: how many labels touch it (times four, plus which of their three places it is, xored) and their hashes, xored.
  const counts = new Uint8Array(length);
  const highs = new Uint32Array(length);
  const lows = new Uint32Array(length);
  const touch = (place: number, which: number, by: 4 | -4, high: number, low: number) => {
    const count = ((counts[place] ?? 0) + by) ^ which;
    counts[place] = count;
    highs[place] = (highs[place] ?? 0) ^ high;
    lows[place] = (lows[place] ?? 0) ^ low;
    return count;
  };
  for (let i = 0; i < size; i += 1) {
    const [high, low] = [keys.high[i] ?? 0, keys.low[i] ?? 0];
    at.find(high, low);
    // A place that more than 63 labels touch would overflow its counter.
    if ((counts[at.h0] ?? 0) > 247 || (counts[at.h1] ?? 0) > 247 || (counts[at.h2] ?? 0) > 247) return undefined;
    touch(at.h0, 0, 4, high, low);
    touch(at.h1, 1, 4, high, low);
    touch(at.h2, 2, 4, high, low);
  }

  const alone = new Uint32Array(length);
  let waiting = 0;
  for (let place = 0; place < length; place += 1) if ((counts[place] ?? 0) >> 2 === 1) alone[waiting++] = place;
  const orderHigh = new Uint32Array(size);
  const orderLow = new Uint32Array(size);
  const orderWhich = new Uint8Array(size);
  let ordered = 0;
  const release = (place: number, which: number, high: number, low: number) => {
    if (touch(place, which, -4, high, low) >> 2 === 1) alone[waiting++] = place;
  };
  while (waiting > 0) {
    const place = alone[--waiting] ?? 0;
    const count = counts[place] ?? 0;
    if (count >> 2 !== 1) continue;
    const [high, low, which] = [highs[place] ?? 0, lows[place] ?? 0, count & 3];
    orderHigh[ordered] = high;
    orderLow[ordered] = low;
    orderWhich[ordered] = which;
    ordered += 1;
    at.find(high, low);
    if (which !== 0) release(at.h0, 0, high, low);
    if (which !== 1) release(at.h1, 1, high, low);
    if (which !== 2) release(at.h2, 2, high, low);
  }
  if (ordered !== size) return undefined;

  const fingerprints = new Uint8Array(length);
  for (let i = size - 1; i >= 0; i -= 1) {
    at.find(orderHigh[i] ?? 0, orderLow[i] ?? 0);
    const others = (fingerprints[at.h0] ?? 0) ^ (fingerprints[at.h1] ?? 0) ^ (fingerprints[at.h2] ?? 0);
    const place = orderWhich[i] === 0 ? at.h0 : orderWhich[i] === 1 ? at.h1 : at.h2;
    fingerprints[place] = at.fingerprint ^ others ^ (fingerprints[place] ?? 0);
  }
  return fingerprints;
}

const magic = 0x5446_3031;
const headerBytes = 20;

/** The filter as bytes: five 32-bit words, little-endian, then the fingerprints. */
export function writeFilter({ size, seed, segmentLength, segmentCount, fingerprints }: FuseFilter): Uint8Array {
  const bytes = new Uint8Array(headerBytes + fingerprints.length);
  const head = new DataView(bytes.buffer);
  [magic, size, seed, segmentLength, segmentCount].forEach((word, i) => head.setUint32(4 * i, word, true));
  bytes.set(fingerprints, headerBytes);
  return bytes;
}

/** @throws Error where the bytes are not a whole filter */
export function readFilter(bytes: Uint8Array): FuseFilter {
  if (bytes.length < headerBytes) throw new Error('Not a filter: too short');
  const head = new DataView(bytes.buffer, bytes.byteOffset, headerBytes);
  const [word = 0, size = 0, seed = 0, segmentLength = 0, segmentCount = 0] = [0, 4, 8, 12, 16].map((at) =>
    head.getUint32(at, true),
  );
  const fingerprints = bytes.subarray(headerBytes);
  if (word !== magic || fingerprints.length !== (segmentCount + arity - 1) * segmentLength)
    throw new Error('Not a filter, or not all of it');
  return { size, seed, segmentLength, segmentCount, fingerprints };
}
