import { grown, type Minor } from '../money/money';
import type { UnitPrices } from './linePrice';
import type { QuoteAction } from './quoteRequest';

/** Names can be held at most this far ahead. */
export const longestTerm = 10;

/** 1 to 10 years. */
export const everyTerm: readonly number[] = Array.from({ length: longestTerm }, (_, index) => index + 1);

/**
 * One year of a name: `paid` with this order, `later` as a renewal, or `beyond` what may be paid ahead.
 * `total = charge + fee + privacy`.
 */
export interface YearCell {
  readonly year: number;
  readonly state: 'paid' | 'later' | 'beyond';
  readonly charge: Minor;
  readonly fee: Minor;
  readonly privacy: Minor;
  readonly total: Minor;
}

export interface RailOptions {
  readonly action: QuoteAction;
  readonly years: number;
  readonly privacy: boolean;
  /** Years the name is already paid for; 0 for a new name. */
  readonly yearsAhead?: number;
  /** Yearly growth of later prices, decimal string. */
  readonly growth?: string;
}

/** What the first year of an action costs before fee and privacy. */
export function firstYearCharge(action: QuoteAction, prices: UnitPrices): Minor {
  switch (action) {
    case 'register':
      return prices.intro ?? prices.register;
    case 'renew':
      return prices.renew;
    case 'restore':
      return prices.restore + prices.renew;
    case 'privacy':
      return 0;
    case 'transfer':
      return prices.transfer;
  }
}

/** The ten year-cells of a name. A later payment grows as a whole; the growth shows in its charge. */
export function yearRail(prices: UnitPrices, options: RailOptions): YearCell[] {
  const { action, years, yearsAhead = 0, growth = '0' } = options;
  const privacy = options.privacy ? prices.privacy : 0;
  return Array.from({ length: longestTerm }, (_, index) => {
    const year = index + 1;
    const state = yearsAhead + year > longestTerm ? 'beyond' : year <= years ? 'paid' : 'later';
    // Years that are paid for already cost no more than what is added.
    const isAdded = action === 'privacy' && state === 'paid';
    const charge = isAdded ? 0 : year === 1 ? firstYearCharge(action, prices) : prices.renew;
    const fee = isAdded ? 0 : prices.fee;
    const today = charge + fee + privacy;
    const total = state === 'later' ? grown(today, growth, index) : today;
    return { year, state, charge: charge + total - today, fee, privacy, total };
  });
}
