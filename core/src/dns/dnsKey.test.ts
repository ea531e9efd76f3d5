import { dnsKeyData, keyTagOf, nameOctets, privateKeyText, signerOf } from './dnsKey';

/** The example of RFC 6605 section 6.1. */
const key = 'GojIhhXUN/u4v54ZQqGSnyhWJwaubCvTmeexv7bR6edbkrSqQpF64cYbcB7wNcP+e+MAnLr+Wi9xMWyQLc8NAA==';
const octets = Uint8Array.from(atob(key), (char) => char.charCodeAt(0));

test('a key has the tag that resolvers give it', () => {
  expect(keyTagOf(dnsKeyData(octets))).toBe(55648);
});

test('what vouches for a key is made of its owner and its data, whatever the case of the owner', () => {
  const seen: Uint8Array[] = [];
  const signer = signerOf('Example.NET', octets, (given) => {
    seen.push(given);
    return Uint8Array.from([0xb4, 0xc8, 0x01]);
  });
  expect(signer).toEqual({ keyTag: 55648, algorithm: 13, digestType: 2, digest: 'B4C801' });
  expect([...(seen[0] ?? [])]).toEqual([...nameOctets('example.net'), ...dnsKeyData(octets)]);
});

test('names are lengths and labels, the root at their end', () => {
  expect([...nameOctets('')]).toEqual([0]);
  expect([...nameOctets('ab.c.')]).toEqual([2, 97, 98, 1, 99, 0]);
});

test('a private key is written as name servers read it', () => {
  expect(privateKeyText('AAEC')).toBe('Private-key-format: v1.2\nAlgorithm: 13 (ECDSAP256SHA256)\nPrivateKey: AAEC\n');
});
