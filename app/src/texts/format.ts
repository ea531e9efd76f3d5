import { CountryCodes } from 'validator/lib/isISO31661Alpha2';
import { decimalAmount, decimalsOf, type Currency, type Minor } from '@tienda/core/money/money';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { locale } from './language';
import { texts } from './texts';

/** Formats are dear to make and are made once, when the language is known. */
function kept<Key, Format>(make: (key: Key) => Format): (key: Key) => Format {
  const known = new Map<Key, Format>();
  return (key) => {
    const format = known.get(key) ?? make(key);
    known.set(key, format);
    return format;
  };
}

function once<Format>(make: () => Format): () => Format {
  const format = kept<undefined, Format>(make);
  return () => format(undefined);
}

const money = (currency: Currency, decimals: number) =>
  new Intl.NumberFormat(locale(), {
    style: 'currency',
    currency,
    // Its sign where it can mean nothing else there: $ in Boston, US$ in Dublin, USD in Monterrey.
    currencyDisplay: 'symbol',
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  });
const wholeFormat = kept((currency: Currency) => money(currency, decimalsOf(currency)));
const roundFormat = kept((currency: Currency) => money(currency, 0));
const tillFormat = kept(
  (decimals: number) =>
    new Intl.NumberFormat(locale(), { minimumFractionDigits: decimals, maximumFractionDigits: decimals }),
);
const digitsFormat = kept(
  (digits: number) => new Intl.NumberFormat(locale(), { maximumSignificantDigits: digits, useGrouping: false }),
);

/**
 * Makes the formats that prices and days need. Each takes a phone some twentieth of a second: made one by one while answers
 * are on their way, and not all at once in front of them.
 */
export function makeFormats(currency: Currency): void {
  // The second one finds ready what the first one made.
  for (const make of [() => digitsFormat(12), () => wholeFormat(currency), dateFormat, timeFormat]) setTimeout(make, 0);
}

/** With the sign that means it where the reader is: `$14.68`, `US$14.68`, `USD 14.68`. */
export function wholeAmount(amount: Minor, currency: Currency): string {
  return wholeFormat(currency).format(Number(decimalAmount(amount, currency)));
}

/** As on a till roll, without the sign: `14.68`, `−8.00`. */
export function tillAmount(amount: Minor, currency: Currency): string {
  const digits = tillFormat(decimalsOf(currency)).format(Number(decimalAmount(Math.abs(amount), currency)));
  return amount < 0 ? `−${digits}` : digits;
}

/** As many characters as stand under a year-bar. */
const narrow = 6;

/**
 * For narrow places: the amount to the unit, without decimals that are nothing: `14.68`, `240`; empty where it does
 * not fit, since half a price is none.
 */
export function narrowAmount(amount: Minor, currency: Currency): string {
  const value = Number(decimalAmount(amount, currency));
  const text = tillFormat(Number.isInteger(value) ? 0 : decimalsOf(currency)).format(value);
  return text.length <= narrow ? text : '';
}

/** Without decimals, for the marks of a chart: `$1,468`. */
export function roundAmount(amount: Minor, currency: Currency): string {
  return roundFormat(currency).format(Number(decimalAmount(Math.round(amount), currency)));
}

/** A share as percent, with as many decimals as it needs: `percentText(0.255)` is `'25.5%'`. */
export function percentText(share: number): string {
  return percentFormat().format(share);
}

const percentFormat = once(() => new Intl.NumberFormat(locale(), { style: 'percent', maximumFractionDigits: 2 }));

/** An exchange rate as it is kept, digit for digit: `'0.92'`. */
export function rateText(rate: string): string {
  return digitsFormat(12).format(Number(rate));
}

/** `listText(['.org', '.boats'])` is `'.org and .boats'`. */
export function listText(parts: readonly string[]): string {
  return listFormat().format(parts);
}

/** `eitherText(['I', '1'])` is `'I or 1'`. */
export function eitherText(parts: readonly string[]): string {
  return eitherFormat().format(parts);
}

const eitherFormat = once(() => new Intl.ListFormat(locale(), { type: 'disjunction' }));
const listFormat = once(() => new Intl.ListFormat(locale(), { type: 'conjunction' }));

const dateFormat = once(
  () => new Intl.DateTimeFormat(locale(), { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }),
);

/** `24 Nov 2027`, as the reader's country writes it. */
export function dateText(date: IsoDate): string {
  return dateFormat().format(new Date(`${date}T00:00:00Z`));
}

const dayFormat = once(() => new Intl.DateTimeFormat(locale(), { day: 'numeric', month: 'short', year: 'numeric' }));

/** The day of an instant (ISO 8601) on the reader's calendar, as `dateText` writes days. */
export function dayText(instant: string): string {
  return dayFormat().format(new Date(instant));
}

const hourFormat = once(() => new Intl.DateTimeFormat(locale(), { dateStyle: 'medium', timeStyle: 'short' }));

/** An instant as the reader's clock shows it, to the minute: `3 Dec 2026, 10:43`. */
export function minuteText(instant: string): string {
  return hourFormat().format(new Date(instant));
}

const monthFormat = once(() => new Intl.DateTimeFormat(locale(), { month: 'short', year: '2-digit', timeZone: 'UTC' }));

/** `monthText('2026-11')` is `'Nov 26'`. */
export function monthText(month: string): string {
  return monthFormat().format(new Date(`${month}-01T00:00:00Z`));
}

const timeFormat = once(() => new Intl.DateTimeFormat(locale(), { dateStyle: 'short', timeStyle: 'medium' }));

const clockFormat = once(() => new Intl.DateTimeFormat(locale(), { timeStyle: 'medium' }));

/** An instant of today as the reader's clock shows it: `10:43:07`. */
export function clockText(instant: string): string {
  return clockFormat().format(new Date(instant));
}

/** An instant as the reader's clock and calendar show it. */
export function timeText(instant: string): string {
  return timeFormat().format(new Date(instant));
}

/** `termsText([1, 2, 3])` is `'1 to 3 years'`. */
export function termsText(terms: readonly number[]): string {
  const [first = 1] = terms;
  const last = terms.at(-1) ?? first;
  if (terms.length === 1) return texts.terms.single(first);
  const whole = terms.every((term, index) => term === first + index);
  return whole ? texts.terms.span(first, last) : texts.terms.list(terms.join(', '));
}

const countryNames = once(() => new Intl.DisplayNames(locale(), { type: 'region' }));

/** `countryText('IE')` is `'Ireland'`. */
export function countryText(country: string): string {
  return countryNames().of(country) ?? country;
}

/** Every country of ISO 3166-1, by its name in the reader's language. */
export const countries = once(() =>
  [...CountryCodes].map(String).sort((a, b) => countryText(a).localeCompare(countryText(b), locale())),
);
