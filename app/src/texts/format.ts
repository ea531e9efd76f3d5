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

/** Without decimals, for the marks of a chart: `$1,468`. */
export function roundAmount(amount: Minor, currency: Currency): string {
  const known = roundFormats.get(currency);
  const format =
    known ??
    new Intl.NumberFormat(undefined, {
      style: 'currency',
      currency,
      currencyDisplay: 'narrowSymbol',
      maximumFractionDigits: 0,
    });
  roundFormats.set(currency, format);
  return format.format(Number(decimalAmount(Math.round(amount), currency)));
}

const roundFormats = new Map<string, Intl.NumberFormat>();

const monthFormat = new Intl.DateTimeFormat(undefined, { month: 'short', year: '2-digit', timeZone: 'UTC' });

/** `monthText('2026-11')` is `'Nov 26'`. */
export function monthText(month: string): string {
  return monthFormat.format(new Date(`${month}-01T00:00:00Z`));
}

const timeFormat = new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'medium' });

/** An instant as the reader's clock shows it. */
export function timeText(instant: string): string {
  return timeFormat.format(new Date(instant));
}

/** `termsText([1, 2, 3])` is `'1 to 3 years'`. */
export function termsText(terms: readonly number[]): string {
  const [first = 1] = terms;
  const last = terms.at(-1) ?? first;
  if (terms.length === 1) return first === 1 ? '1 year at a time' : `${first} years at a time`;
  const whole = terms.every((term, index) => term === first + index);
  return whole ? `${first} to ${last} years` : `${terms.join(', ')} years`;
}

const countryNames = new Intl.DisplayNames(undefined, { type: 'region' });

/** `countryText('IE')` is `'Ireland'`. */
export function countryText(country: string): string {
  return countryNames.of(country) ?? country;
}
