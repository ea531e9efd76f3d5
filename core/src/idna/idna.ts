import { toASCII, toUnicode } from './uts46';

/** Letters, digits, hyphens and dots are their own A-label and U-label; only `xn--` has to be looked into. */
function isPlain(name: string): boolean {
  return /^[a-z\d.-]*$/i.test(name) && !/xn--/i.test(name);
}

/**
 * The A-label form of a name, lower case, or undefined where there is none.
 * UTS #46, non-transitional, with the registration rules of RFC 5891 (hyphens, joiners, bidi).
 *
 * `toALabel('Bücher')` is `'xn--bcher-kva'`.
 */
export function toALabel(name: string): string | undefined {
  if (isPlain(name)) return name.toLowerCase();
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

/** Full stops of other scripts as the one of ASCII, as UTS #46 maps them. */
export function withPlainDots(text: string): string {
  return text.replace(/[\u3002\uff0e\uff61]/g, '.');
}

/** The U-label form, as people read it. `toULabel('xn--bcher-kva')` is `'bücher'`. */
export function toULabel(name: string): string {
  if (isPlain(name)) return name.toLowerCase();
  const { domain, error } = toUnicode(name, { checkHyphens: false, checkBidi: true, checkJoiners: true });
  return error ? name : domain;
}
