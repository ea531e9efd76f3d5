import { decimalAmount, decimalsOf, type Currency, type Minor } from '@tienda/core/pricing/money';
import type { IsoDate } from '@tienda/core/lifecycle/isoDate';

const formats = new Map<string, Intl.NumberFormat>();

function formatFor(currency: Currency): Intl.NumberFormat {
  const known = formats.get(currency);
  if (known) return known;
  const made = new Intl.NumberFormat(undefined, {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: decimalsOf(currency),
    maximumFractionDigits: decimalsOf(currency),
  });
  formats.set(currency, made);
  return made;
}

/** With its sign: `$14.68`. */
export function wholeAmount(amount: Minor, currency: Currency): string {
  return formatFor(currency).format(Number(decimalAmount(amount, currency)));
}

/** As on a till roll, without the sign: `14.68`, `−8.00`. */
export function tillAmount(amount: Minor, currency: Currency): string {
  const digits = decimalAmount(Math.abs(amount), currency).replace(/\B(?=(\d{3})+(?!\d))/g, ',');
  return amount < 0 ? `−${digits}` : digits;
}

/** For narrow places, three digits or so: `14.7`, `240`, `1.2k`. */
export function shortAmount(amount: Minor, currency: Currency): string {
  const value = Number(decimalAmount(amount, currency));
  if (value >= 10_000) return `${Math.round(value / 1000)}k`;
  if (value >= 1000) return `${(value / 1000).toFixed(1)}k`;
  if (value >= 100) return value.toFixed(0);
  return value >= 10 ? value.toFixed(1) : value.toFixed(2);
}

const dateFormat = new Intl.DateTimeFormat(undefined, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** `24 Nov 2027`, as the reader's country writes it. */
export function dateText(date: IsoDate): string {
  return dateFormat.format(new Date(`${date}T00:00:00Z`));
}

const countryNames = new Intl.DisplayNames(undefined, { type: 'region' });

/** `countryText('IE')` is `'Ireland'`. */
export function countryText(country: string): string {
  return countryNames.of(country) ?? country;
}
