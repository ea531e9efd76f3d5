/** A calendar date in UTC, `YYYY-MM-DD`. */
export type IsoDate = string;

const pattern = /^\d{4}-\d{2}-\d{2}$/;
const dayMs = 86_400_000;

/**
 * The UTC calendar date of an instant. `isoDate(new Date('2026-11-24T23:59:00Z'))` is `'2026-11-24'`.
 *
 * @throws RangeError for an instant that is none
 */
export function isoDate(instant: Date): IsoDate {
  return ofDay(Math.floor(instant.getTime() / dayMs));
}

/** True for a real calendar date written `YYYY-MM-DD`. */
export function isIsoDate(text: string): boolean {
  if (!pattern.test(text)) return false;
  const [year, month, day] = partsOf(text);
  return month >= 1 && month <= 12 && day >= 1 && day <= daysIn(year, month);
}

/**
 * The same day `years` later; 29 February becomes 28 February where the later year has none,
 * as registries do when they extend a name.
 *
 * `addYears('2024-02-29', 1)` is `'2025-02-28'`.
 */
export function addYears(date: IsoDate, years: number): IsoDate {
  const [year, month, day] = partsOf(date);
  return written(year + years, month, Math.min(day, daysIn(year + years, month)));
}

/** `days` later (earlier when negative). `addDays('2026-12-31', 1)` is `'2027-01-01'`. */
export function addDays(date: IsoDate, days: number): IsoDate {
  return ofDay(dayOf(date) + days);
}

/** How many days `to` is after `from`; negative where it is before. `daysBetween('2026-12-31', '2027-01-02')` is `2`. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return dayOf(to) - dayOf(from);
}

// Dates are reckoned as numbers: lists of thousands of names add years and days to each, and a Date for each is slow.

function partsOf(date: IsoDate): [year: number, month: number, day: number] {
  return [Number(date.slice(0, 4)), Number(date.slice(5, 7)), Number(date.slice(8, 10))];
}

function written(year: number, month: number, day: number): IsoDate {
  return `${String(year).padStart(4, '0')}-${month < 10 ? '0' : ''}${month}-${day < 10 ? '0' : ''}${day}`;
}

function daysIn(year: number, month: number): number {
  if (month === 2) return year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

/** A Gregorian era: 400 years, after which the days of the week and the leap years are the same again. */
const eraDays = 146_097;
/** From the first of March of year 0, from which leap days are last days of a year, to 1970-01-01. */
const epochDays = 719_468;

/** Days since 1970-01-01. */
function dayOf(date: IsoDate): number {
  const [year, month, day] = partsOf(date);
  const fromMarch = month > 2 ? month - 3 : month + 9;
  const marchYear = month > 2 ? year : year - 1;
  const era = Math.floor(marchYear / 400);
  const ofEra = marchYear - era * 400;
  const ofYear = Math.floor((153 * fromMarch + 2) / 5) + day - 1;
  return era * eraDays + ofEra * 365 + Math.floor(ofEra / 4) - Math.floor(ofEra / 100) + ofYear - epochDays;
}

/** @param days since 1970-01-01 */
function ofDay(days: number): IsoDate {
  if (!Number.isFinite(days)) throw new RangeError('This is no instant');
  const shifted = days + epochDays;
  const era = Math.floor(shifted / eraDays);
  const ofEra = shifted - era * eraDays;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const fromMarch = Math.floor((5 * ofYear + 2) / 153);
  const day = ofYear - Math.floor((153 * fromMarch + 2) / 5) + 1;
  const month = fromMarch < 10 ? fromMarch + 3 : fromMarch - 9;
  return written(yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, day);
}

/** The same day of the year, in the year where it first comes after `today`; as it is where it is still to come. */
export function comingAnniversary(date: IsoDate, today: IsoDate): IsoDate {
  const years = Math.max(0, Number(today.slice(0, 4)) - Number(date.slice(0, 4)));
  const sameYear = addYears(date, years);
  return sameYear > today ? sameYear : addYears(date, years + 1);
}
