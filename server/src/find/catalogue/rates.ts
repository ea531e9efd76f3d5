import type { Currency } from '@tienda/core/money/money';
import file from './rates.json';

/** Units of each currency for one US dollar, as decimal strings. */
export const rates: Readonly<Record<string, string>> = file.rates;

export function rateOf(currency: Currency): string {
  const rate = currency === 'USD' ? '1' : rates[currency];
  if (!rate) throw new Error(`No rate for ${currency}`);
  return rate;
}
