import { portion, type Minor } from '../money/money';
import type { Quote, QuoteLine } from './quote';

/** What a later year of all the names costs at today's prices, tax in it. */
export function laterYear({ lines, tax }: Pick<Quote, 'lines' | 'tax'>): Minor {
  const yearly = lines.reduce((sum, { renewal }) => sum + renewal.each, 0);
  return yearly + portion(yearly, tax.rate);
}

/** What names cost before a promo code takes anything off, and before tax. */
export function beforeDiscount(lines: readonly QuoteLine[]): Minor {
  return lines.reduce((sum, { net, discount }) => sum + net + discount, 0);
}

/** A charge for several years: in all, and for one of them. */
export interface ForYears {
  readonly total: Minor;
  readonly each: Minor;
}

/** The charges of one name one by one. `firstYear - introSaving + laterYears.total + fee.total + privacy.total = net` */
export interface LineParts {
  /** The first year before an introductory offer takes anything off. */
  readonly firstYear: Minor;
  readonly introSaving: Minor;
  /** What is paid now for the second year and those after. */
  readonly laterYears: ForYears;
  readonly fee: ForYears;
  readonly privacy: ForYears;
}

/** A line taken apart, as it is read to the buyer. */
export function lineParts({ years, charge, introSaving, fee, privacy, cells }: QuoteLine): LineParts {
  const first = cells[0]?.charge ?? 0;
  const forYears = (total: Minor, count: number): ForYears => ({ total, each: count === 0 ? 0 : total / count });
  return {
    firstYear: first + introSaving,
    introSaving,
    laterYears: forYears(charge - first, years - 1),
    fee: forYears(fee, years),
    privacy: forYears(privacy, years),
  };
}
