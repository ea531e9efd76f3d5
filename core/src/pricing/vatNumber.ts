import { checkVAT, countries } from 'jsvat';

/** Format and check digits of a VAT number, and that it is the country's own. Greece writes EL for GR. */
export function isValidVatNumber(vatId: string, country: string): boolean {
  const { isValid, country: found } = checkVAT(vatId, countries);
  return isValid && found?.isoCode.short === country;
}
