import type { Currency } from './money';

/** Where each currency that Tienda charges in is what people pay with, as ISO 3166-1 codes. */
const countries: Readonly<Record<Currency, string>> = {
  USD: 'US PR EC SV PA GU VI AS MP UM',
  EUR: 'AT BE BG HR CY EE FI FR DE GR IE IT LV LT LU MT NL PT SK SI ES AD MC SM VA ME XK GP MQ GF RE YT PM BL MF AX',
  GBP: 'GB GG JE IM GI',
  CHF: 'CH LI',
  NOK: 'NO SJ',
  SEK: 'SE',
  DKK: 'DK FO GL',
  CAD: 'CA',
  AUD: 'AU KI NR TV CX CC NF',
  MXN: 'MX',
  JPY: 'JP',
  KWD: 'KW',
};

const byCountry = new Map(
  Object.entries(countries).flatMap(([currency, list]) =>
    list.split(' ').map((country) => [country, currency as Currency] as const),
  ),
);

/**
 * What someone would first pay in: the currency of the country that their language tag names, or most likely means,
 * where Tienda charges in it; else US dollars.
 *
 * @param tags BCP 47, the preferred first
 * @example localCurrency(['es-MX']) // 'MXN'
 */
export function localCurrency(tags: readonly string[]): Currency {
  const [country] = tags.flatMap((tag) => {
    try {
      return new Intl.Locale(tag).region ?? [];
    } catch {
      return [];
    }
  });
  return byCountry.get(country ?? '') ?? 'USD';
}
