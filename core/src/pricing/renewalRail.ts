import { addYears, type IsoDate } from '../time/isoDate';
import { yearsToRun } from './priceItem';
import { everyTerm } from './yearRail';

/** One of the ten years that a name can be paid ahead for. */
export interface RenewalCell {
  /** When it ends. */
  readonly until: IsoDate;
  /** How many years are added with it; 0 where it is paid for already. */
  readonly years: number;
  /** False where a renewal cannot be for so many years. */
  readonly isOffered: boolean;
}

/**
 * The ten years from today's: those a held name is paid for, then those that can be added.
 *
 * @param renewFor years for which it can be renewed today
 */
export function renewalRail(expiresOn: IsoDate, renewFor: readonly number[], today: IsoDate): RenewalCell[] {
  const paid = expiresOn <= today ? 0 : yearsToRun(expiresOn, today);
  return everyTerm.map((place) => {
    const years = Math.max(0, place - paid);
    return {
      until: addYears(expiresOn, place - paid),
      years,
      isOffered: years > 0 && renewFor.includes(years),
    };
  });
}
