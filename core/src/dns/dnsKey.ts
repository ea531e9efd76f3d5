import type { DelegationSigner } from './delegationSigner';

/** ECDSA P-256 with SHA-256 (RFC 6605), what Tienda signs with. */
export const keyAlgorithm = 13;
/** A zone's key that its parent vouches for: zone key and secure entry point (RFC 4034 section 2.1.1). */
export const keyFlags = 257;
const protocol = 3;
const sha256Type = 2;

/** What of a key is published: its data as octets (RFC 4034 section 2). @param publicKey x and y, 64 octets (RFC 6605 section 4) */
export function dnsKeyData(publicKey: Uint8Array): Uint8Array {
  return Uint8Array.of(keyFlags >> 8, keyFlags & 0xff, protocol, keyAlgorithm, ...publicKey);
}

/** Which key is meant, as far as 16 bits can say (RFC 4034 appendix B). */
export function keyTagOf(data: Uint8Array): number {
  const sum = data.reduce((total, octet, index) => total + (index % 2 === 0 ? octet << 8 : octet), 0);
  return (sum + (sum >> 16)) & 0xffff;
}

/** A name as it goes over the wire: each label after its length, the root's at the end (RFC 1035 section 3.1). */
export function nameOctets(name: string): Uint8Array {
  const labels = name.split('.').filter((label) => label !== '');
  return Uint8Array.from([
    ...labels.flatMap((label) => [label.length, ...[...label.toLowerCase()].map((char) => char.charCodeAt(0))]),
    0,
  ]);
}

/**
 * What the parent's zone says of a key (RFC 4034 section 5.1.4, RFC 4509).
 *
 * @param zone as A-labels; the root is empty
 * @param sha256 octets to octets
 */
export function signerOf(
  zone: string,
  publicKey: Uint8Array,
  sha256: (octets: Uint8Array) => Uint8Array,
): DelegationSigner {
  const data = dnsKeyData(publicKey);
  const digest = sha256(Uint8Array.from([...nameOctets(zone), ...data]));
  return {
    keyTag: keyTagOf(data),
    algorithm: keyAlgorithm,
    digestType: sha256Type,
    digest: [...digest].map((octet) => octet.toString(16).padStart(2, '0').toUpperCase()).join(''),
  };
}

/** A private key as name servers read it. @param secret its number, 32 octets in base 64 */
export function privateKeyText(secret: string): string {
  return `Private-key-format: v1.2\nAlgorithm: ${keyAlgorithm} (ECDSAP256SHA256)\nPrivateKey: ${secret}\n`;
}
