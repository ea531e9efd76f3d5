import type { Extension } from '../catalogue/extension';
import { grown, type Minor } from '../money/money';
import { longestTerm } from './yearRail';

/** Years that keep cost is shown for unless others are chosen. */
export const defaultHorizon = 5;

export interface KeepTerms {
  /** Paid today for the whole term, before tax. */
  readonly paid: Minor;
  /** A later year at today's prices: renewal + fee + privacy. */
  readonly yearly: Minor;
  /** T, the years bought now. */
  readonly years: number;
  /** Yearly growth of later prices, decimal string: `'0.03'`. */
  readonly growth?: string;
  /** The shortest renewal the extension allows; 1 almost everywhere. */
  readonly renewalYears?: number;
}

/**
 * Everything paid, before tax, to keep a name `horizon` years when `years` are bought now and then
 * renewed as shortly as allowed. What is paid stays paid: a horizon shorter than the term costs the term.
 *
 * @example keepCost({ paid: 568, yearly: 1718, years: 1 }, 3) // 4004
 */
export function keepCost({ paid, yearly, years, growth = '0', renewalYears = 1 }: KeepTerms, horizon: number): Minor {
  let cost = paid;
  for (let due = years; due < horizon; due += renewalYears) cost += grown(yearly * renewalYears, growth, due);
  return cost;
}

/** What is known of a name's price: what the first year costs and a later one, privacy and fee in both or in neither. */
export interface YearPrices {
  readonly firstYear: Minor;
  readonly renewal: Minor;
}

/** What keeping a free name costs, bought for its shortest term and renewed as shortly as allowed. */
export function keepCostOf(
  { firstYear, renewal }: YearPrices,
  { terms }: Pick<Extension, 'terms'>,
  horizon: number,
): Minor {
  const years = Math.min(...terms.register);
  const paid = firstYear + renewal * (years - 1);
  return keepCost({ paid, yearly: renewal, years, renewalYears: Math.min(...terms.renew) }, horizon);
}

/** `keepCost` for 1 to 10 years. */
export function keepCosts({ paid, yearly, years, growth = '0', renewalYears = 1 }: KeepTerms): Minor[] {
  let cost = paid;
  let due = years;
  return Array.from({ length: longestTerm }, (_, index) => {
    for (; due < index + 1; due += renewalYears) cost += grown(yearly * renewalYears, growth, due);
    return cost;
  });
}
