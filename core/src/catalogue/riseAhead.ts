import { convert, type Currency, type Minor } from '../money/money';
import type { IsoDate } from '../time/isoDate';
import type { Extension } from './extension';

/** Renewals cost more from a day on. */
export interface UnitRise {
  readonly on: IsoDate;
  /** What a year costs more then. */
  readonly more: Minor;
}

/** The rise of renewals that a registry has announced; premium names have prices of their own. */
export function unitRise({ rise, prices }: Extension, currency: Currency, rate: string): UnitRise | undefined {
  if (!rise) return undefined;
  const more = convert(rise.renew, currency, rate) - convert(prices.renew, currency, rate);
  return more > 0 ? { on: rise.from, more } : undefined;
}

/** What a rise of prices that is announced means for a name that is held. */
export interface RiseAhead extends UnitRise {
  /** The most years that can be added before. */
  readonly years: number;
  /** What they cost less now than after it. */
  readonly saves: Minor;
}

/** @returns undefined where no rise is announced, or no year can be added before it */
export function riseAhead(rise: UnitRise | undefined, mostYears: number): RiseAhead | undefined {
  return rise && mostYears > 0 ? { ...rise, years: mostYears, saves: mostYears * rise.more } : undefined;
}
