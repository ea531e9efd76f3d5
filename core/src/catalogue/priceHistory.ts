import type { PricePoint, UsdCents } from './extension';

/** From this month on (`YYYY-MM`) these prices held, until the next change. */
export interface PriceChange {
  readonly from: string;
  readonly register: UsdCents;
  readonly renew: UsdCents;
}

const monthsShown = 24;

/** `previousMonth('2026-01')` is `'2025-12'`. */
function previousMonth(month: string): string {
  const [year = 0, number = 1] = month.split('-').map(Number);
  return number === 1 ? `${year - 1}-12` : `${year}-${String(number - 1).padStart(2, '0')}`;
}

/**
 * The last 24 months, oldest first, from a list of changes (oldest first). Today's prices hold for the
 * month of `today` and for every month that no earlier change speaks for.
 */
export function priceHistory(
  changes: readonly PriceChange[],
  today: { readonly register: UsdCents; readonly renew: UsdCents },
  todayMonth: string,
): PricePoint[] {
  const points: PricePoint[] = [];
  for (let month = todayMonth, i = 0; i < monthsShown; i += 1, month = previousMonth(month)) {
    const past = changes.filter((change) => change.from <= month).at(-1);
    const price = i === 0 || !past ? today : past;
    points.unshift({ month, register: price.register, renew: price.renew });
  }
  return points;
}
