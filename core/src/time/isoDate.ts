/** A calendar date in UTC, `YYYY-MM-DD`. */
export type IsoDate = string;

const pattern = /^\d{4}-\d{2}-\d{2}$/;

/** The UTC calendar date of an instant. `isoDate(new Date('2026-11-24T23:59:00Z'))` is `'2026-11-24'`. */
export function isoDate(instant: Date): IsoDate {
  return instant.toISOString().slice(0, 10);
}

/** True for a real calendar date written `YYYY-MM-DD`. */
export function isIsoDate(text: string): boolean {
  if (!pattern.test(text)) return false;
  const instant = new Date(`${text}T00:00:00Z`);
  return !Number.isNaN(instant.getTime()) && isoDate(instant) === text;
}

/**
 * The same day `years` later; 29 February becomes 28 February where the later year has none,
 * as registries do when they extend a name.
 *
 * `addYears('2024-02-29', 1)` is `'2025-02-28'`.
 */
export function addYears(date: IsoDate, years: number): IsoDate {
  const year = String(Number(date.slice(0, 4)) + years).padStart(4, '0');
  const moved = `${year}${date.slice(4)}`;
  return isIsoDate(moved) ? moved : `${year}-02-28`;
}

/** `days` later (earlier when negative). `addDays('2026-12-31', 1)` is `'2027-01-01'`. */
export function addDays(date: IsoDate, days: number): IsoDate {
  const instant = new Date(`${date}T00:00:00Z`);
  instant.setUTCDate(instant.getUTCDate() + days);
  return isoDate(instant);
}

/** How many days `to` is after `from`; negative where it is before. `daysBetween('2026-12-31', '2027-01-02')` is `2`. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / (24 * 3600 * 1000));
}

/** The same day of the year, in the year where it first comes after `today`; as it is where it is still to come. */
export function comingAnniversary(date: IsoDate, today: IsoDate): IsoDate {
  const years = Math.max(0, Number(today.slice(0, 4)) - Number(date.slice(0, 4)));
  const sameYear = addYears(date, years);
  return sameYear > today ? sameYear : addYears(date, years + 1);
}
