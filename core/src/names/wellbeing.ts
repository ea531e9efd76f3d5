import type { FailedTry } from '../lifecycle/renewalCare';
import { daysBetween, type IsoDate } from '../time/isoDate';
import type { ShownName } from './shownName';

/** Whether all is well with a name; else what is most urgent about it. */
export type Wellbeing =
  | { readonly is: 'well' }
  /** Out of service, since its holder has not confirmed the address. */
  | { readonly is: 'suspended' }
  /** It was not renewed while it could be. */
  | { readonly is: 'grace' | 'redemption' | 'pendingDelete' }
  /** Auto-renew could not be paid. */
  | { readonly is: 'unpaid'; readonly failed: FailedTry; readonly nextTry?: IsoDate }
  /** Auto-renew is off, and it ends within so many days. */
  | { readonly is: 'ending'; readonly days: number };

/** From so many days before its end a name that does not renew by itself needs its holder. */
export const endingWithinDays = 60;

export function wellbeingOf(
  { stage, suspended, autoRenew, autoRenewal, expiresOn }: ShownName,
  today: IsoDate,
): Wellbeing {
  if (stage === 'pendingDelete' || stage === 'redemption') return { is: stage };
  const { failed, nextTry } = autoRenewal ?? {};
  if (failed) return { is: 'unpaid', failed, ...(nextTry === undefined ? {} : { nextTry }) };
  if (stage === 'grace') return { is: stage };
  if (suspended) return { is: 'suspended' };
  const days = daysBetween(today, expiresOn);
  return !autoRenew && days <= endingWithinDays ? { is: 'ending', days } : { is: 'well' };
}
