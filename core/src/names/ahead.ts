import type { Currency, Minor } from '../money/money';
import { addYears, type IsoDate } from '../time/isoDate';
import type { ShownName } from './shownName';

/** Names that fall due in a stretch of time, and what renewing them all costs, before tax. */
export interface DueNames {
  readonly names: readonly ShownName[];
  readonly total: Minor;
  /** Left out where there is no name. */
  readonly currency?: Currency;
}

/** What falls due within twelve months, and what later. */
export function dueAhead(names: readonly ShownName[], today: IsoDate): { thisYear: DueNames; later: DueNames } {
  const yearEnd = addYears(today, 1);
  return {
    thisYear: summed(names.filter(({ renewal }) => renewal.on <= yearEnd)),
    later: summed(names.filter(({ renewal }) => renewal.on > yearEnd)),
  };
}

function summed(names: readonly ShownName[]): DueNames {
  const currency = names[0]?.renewal.currency;
  const total = names.reduce((sum, { renewal }) => sum + renewal.amount, 0);
  return { names, total, ...(currency === undefined ? {} : { currency }) };
}
