import { grown, type Minor } from '../money/money';
import { longestTerm } from './yearRail';
import { canRenew } from '../lifecycle/stage';
import { addYears, type IsoDate } from '../time/isoDate';
import type { ShownName } from '../names/shownName';

/** What falls due in one month, before tax. */
export interface AheadMonth {
  /** `YYYY-MM`. */
  readonly month: string;
  /** Of the names that are kept. */
  readonly kept: Minor;
  /** Of those that end in it unless they are renewed. */
  readonly ends: Minor;
}

/** What names cost over the next ten years. */
export interface Ahead {
  /** From today's month on, ten years of them. */
  readonly months: readonly AheadMonth[];
  /** Of the names that are kept, by calendar year, from this one on. */
  readonly years: readonly { readonly year: string; readonly total: Minor }[];
  readonly total: Minor;
  /** What the names that are not kept would have cost. */
  readonly saved: Minor;
}

/** A name that falls due in a month: on which day, and what that costs. */
export interface DueName {
  readonly name: ShownName;
  readonly on: IsoDate;
  readonly amount: Minor;
}

/**
 * Every payment of ten years: each name when its term ends, and again after each shortest renewal.
 *
 * @param isKept of each name; one that is not ends with its term
 * @param growth of prices, yearly, a decimal string: a payment k years from now is `round_half_up(amount * (1 + g)^k)`
 */
export function aheadOf(
  names: readonly ShownName[],
  isKept: (name: ShownName) => boolean,
  today: IsoDate,
  growth = '0',
): Ahead {
  const months = Array.from({ length: monthsAhead }, () => ({ kept: 0, ends: 0 }));
  const prices = new GrownPrices(growth);
  let total = 0;
  let saved = 0;
  for (const name of names) {
    const keeps = isKept(name);
    for (const [count, { on, amount }] of payments(name, today, prices).entries()) {
      const month = months[monthsBetween(today, on)];
      if (!month) break;
      if (keeps) {
        month.kept += amount;
        total += amount;
      } else {
        if (count === 0) month.ends += amount;
        saved += amount;
      }
    }
  }
  const named = months.map((month, place) => ({ month: monthAfter(today, place), ...month }));
  const years = new Map<string, Minor>();
  for (const { month, kept } of named) years.set(month.slice(0, 4), (years.get(month.slice(0, 4)) ?? 0) + kept);
  return { months: named, years: [...years].map(([year, sum]) => ({ year, total: sum })), total, saved };
}

/** The names that fall due in a month, the soonest first; of those not kept only where they end in it. */
export function dueIn(
  month: string,
  names: readonly ShownName[],
  isKept: (name: ShownName) => boolean,
  today: IsoDate,
  growth = '0',
): DueName[] {
  const prices = new GrownPrices(growth);
  return names
    .flatMap((name) => {
      const all = payments(name, today, prices);
      const due = (isKept(name) ? all : all.slice(0, 1)).find(({ on }) => on.startsWith(month));
      return due ? [{ name, ...due }] : [];
    })
    .sort((a, b) => (`${a.on} ${a.name.name}` < `${b.on} ${b.name.name}` ? -1 : 1));
}

const monthsAhead = longestTerm * 12;

/** Prices after years of growth, each computed once. */
class GrownPrices {
  private readonly known = new Map<string, Minor>();

  constructor(private readonly growth: string) {}

  after(amount: Minor, years: number): Minor {
    const key = `${amount} ${years}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const price = grown(amount, this.growth, years);
    this.known.set(key, price);
    return price;
  }
}

/** Payments of ten years; what is in grace is due today, and what cannot be renewed any more never. */
function payments(
  { renewal: { on, years, amount }, stage }: ShownName,
  today: IsoDate,
  prices: GrownPrices,
): { on: IsoDate; amount: Minor }[] {
  if (!canRenew(stage)) return [];
  const due: { on: IsoDate; amount: Minor }[] = [];
  for (let count = 0; ; count += 1) {
    const ends = addYears(on, count * years);
    const day = ends < today ? today : ends;
    if (monthsBetween(today, day) >= monthsAhead) return due;
    due.push({ on: day, amount: prices.after(amount, wholeYears(today, day)) });
  }
}

/** The names that cost most a year at today's prices, the dearest first; what cannot be renewed any more is none. */
export function dearest(names: readonly ShownName[], count: number): ShownName[] {
  const yearly = ({ renewal: { amount, years } }: ShownName) => amount / years;
  return names
    .filter(({ stage }) => canRenew(stage))
    .sort((a, b) => yearly(b) - yearly(a) || (a.name < b.name ? -1 : 1))
    .slice(0, count);
}

function monthsBetween(from: IsoDate, to: IsoDate): number {
  const months = (day: IsoDate) => Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7));
  return months(to) - months(from);
}

function monthAfter(day: IsoDate, count: number): string {
  const month = Number(day.slice(0, 4)) * 12 + Number(day.slice(5, 7)) - 1 + count;
  return `${Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}`;
}

function wholeYears(from: IsoDate, to: IsoDate): number {
  return Number(to.slice(0, 4)) - Number(from.slice(0, 4)) - (to.slice(5) < from.slice(5) ? 1 : 0);
}
