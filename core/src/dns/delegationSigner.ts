/** What vouches in the parent's zone for the key that a zone is signed with (RFC 4034 section 5). */
export interface DelegationSigner {
  readonly keyTag: number;
  /** Of the key (RFC 8624). */
  readonly algorithm: number;
  readonly digestType: number;
  /** In hexadecimal digits, capitals. */
  readonly digest: string;
}

/** Algorithms that keys may have: those that resolvers check and nobody warns of (RFC 8624 section 3.1, RFC 9905). */
export const keyAlgorithms: ReadonlyMap<number, string> = new Map([
  [8, 'RSASHA256'],
  [10, 'RSASHA512'],
  [13, 'ECDSAP256SHA256'],
  [14, 'ECDSAP384SHA384'],
  [15, 'ED25519'],
  [16, 'ED448'],
]);

/** Digits of a digest, by its type: SHA-256 and SHA-384 (RFC 4509, RFC 6605); SHA-1 is not used any more (RFC 9905). */
export const digestDigits: ReadonlyMap<number, number> = new Map([
  [2, 64],
  [4, 96],
]);

export type DsProblemCode = 'form' | 'keyTag' | 'algorithm' | 'digestType' | 'digest';

/** What is wrong with a delegation signer; undefined where nothing is. */
export function dsProblem({ keyTag, algorithm, digestType, digest }: DelegationSigner): DsProblemCode | undefined {
  if (!Number.isInteger(keyTag) || keyTag < 0 || keyTag > 0xffff) return 'keyTag';
  if (!keyAlgorithms.has(algorithm)) return 'algorithm';
  if (!digestDigits.has(digestType)) return 'digestType';
  return /^[0-9A-F]+$/.test(digest) && digest.length === digestDigits.get(digestType) ? undefined : 'digest';
}

/**
 * Reads a delegation signer as it is pasted: the four fields, with the owner, TTL, class and type of its record before
 * them or not, the digest in pieces or not (RFC 4034 section 5.3).
 *
 * @example readDs('saltwhistle.boats. 3600 IN DS 60485 13 2 D4B7…') // { keyTag: 60485, algorithm: 13, … }
 */
export function readDs(line: string): DelegationSigner | DsProblemCode {
  const fields = line.replaceAll(/[()]/g, ' ').trim().split(/\s+/);
  const type = fields.findIndex((field) => field.toUpperCase() === 'DS');
  const [keyTag, algorithm, digestType, ...digest] = type < 0 ? fields : fields.slice(type + 1);
  const numbers = [keyTag, algorithm, digestType].map((field) => (/^\d{1,5}$/.test(field ?? '') ? Number(field) : NaN));
  const [tag = NaN, alg = NaN, kind = NaN] = numbers;
  if (numbers.some(Number.isNaN) || digest.length === 0) return 'form';
  const read = { keyTag: tag, algorithm: alg, digestType: kind, digest: digest.join('').toUpperCase() };
  return dsProblem(read) ?? read;
}

/** As a line of a zone file. */
export function dsText({ keyTag, algorithm, digestType, digest }: DelegationSigner): string {
  return `${keyTag} ${algorithm} ${digestType} ${digest}`;
}

export function isSameDs(one: DelegationSigner, other: DelegationSigner): boolean {
  return dsText(one) === dsText(other);
}
