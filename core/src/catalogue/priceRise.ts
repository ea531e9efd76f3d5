import type { IsoDate } from '../time/isoDate';
import type { UsdCents } from './extension';
import { shippedOn } from './offerPeriod';
import type { PriceChange } from './priceHistory';

/** By how much a registry raises its prices, each year at the beginning of the same month. */
export interface YearlyRise {
  /** 1 to 12. */
  readonly month: number;
  readonly register: UsdCents;
  /** Of moving a name in too. */
  readonly renew: UsdCents;
}

/** What a registry has announced: from that day on, these are the prices. */
export interface PriceRise {
  readonly from: IsoDate;
  readonly register: UsdCents;
  readonly renew: UsdCents;
}

interface Prices {
  readonly register: UsdCents;
  readonly renew: UsdCents;
  readonly transfer: UsdCents;
  readonly restore: UsdCents;
}

/** The month whose prices the data file says. */
export const pricedIn = shippedOn.slice(0, 'YYYY-MM'.length);

/** So many months before its day a rise is announced: registries owe their registrars half a year. */
const monthsOfNotice = 6;

/** Prices as they have become in a month (`YYYY-MM`), how they came to be so, and the rise that is announced by then. */
export interface RisenPrices<Known extends Prices> {
  readonly prices: Known;
  /** Since the month whose prices the data file says, oldest first. */
  readonly changes: readonly PriceChange[];
  readonly announced?: PriceRise;
}

/** @example `{ month: 3, renew: 50 }` on 13.80 of 2026-11: 14.30 from 2027-03, announced in 2026-11 */
export function risenPrices<Known extends Prices>(
  prices: Known,
  rise: YearlyRise | undefined,
  month: string,
): RisenPrices<Known> {
  if (!rise) return { prices, changes: [] };
  const after = (count: number) => ({
    from: firstRise(rise, count),
    register: prices.register + rise.register * count,
    renew: prices.renew + rise.renew * count,
  });
  const changes: PriceChange[] = [];
  let next = after(1);
  for (let count = 2; next.from <= month; count += 1) {
    changes.push(next);
    next = after(count);
  }
  const risen = {
    ...prices,
    register: prices.register + rise.register * changes.length,
    renew: prices.renew + rise.renew * changes.length,
    transfer: prices.transfer + rise.renew * changes.length,
  };
  const isAnnounced = monthsBetween(month, next.from) <= monthsOfNotice;
  return { prices: risen, changes, ...(isAnnounced ? { announced: { ...next, from: `${next.from}-01` } } : {}) };
}

/** The month of the rise of that count, the first one after the prices were said. */
function firstRise({ month }: YearlyRise, count: number): string {
  const [year = 0, pricedMonth = 0] = pricedIn.split('-').map(Number);
  return `${year + count - (month > pricedMonth ? 1 : 0)}-${String(month).padStart(2, '0')}`;
}

function monthsBetween(month: string, later: string): number {
  const counted = (text: string) => Number(text.slice(0, 4)) * 12 + Number(text.slice(5));
  return counted(later) - counted(month);
}
