import { toASCII, toUnicode } from 'tr46';

/**
 * The A-label form of a name, lower case, or undefined where there is none.
 * UTS #46, non-transitional, with the registration rules of RFC 5891 (hyphens, joiners, bidi).
 *
 * `toALabel('Bücher')` is `'xn--bcher-kva'`.
 */
export function toALabel(name: string): string | undefined {
  return (
    toASCII(name, {
      checkHyphens: false,
      checkBidi: true,
      checkJoiners: true,
      useSTD3ASCIIRules: true,
      transitionalProcessing: false,
      verifyDNSLength: false,
    }) ?? undefined
  );
}

/** The U-label form, as people read it. `toULabel('xn--bcher-kva')` is `'bücher'`. */
export function toULabel(name: string): string {
  const { domain, error } = toUnicode(name, { checkHyphens: false, checkBidi: true, checkJoiners: true });
  return error ? name : domain;
}
