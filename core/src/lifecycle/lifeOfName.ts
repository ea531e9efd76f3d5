import type { Lifecycle } from '../catalogue/extension';
import { addDays, type IsoDate } from '../time/isoDate';

/** The dates that follow an expiry, each the first day of its stage. */
export interface AfterExpiry {
  /** Still renewable at the renewal price from here... */
  readonly graceFrom: IsoDate;
  /** ...until here, when restoring costs the restore price and one renewal. */
  readonly redemptionFrom: IsoDate;
  /** Nothing can be done from here... */
  readonly pendingDeleteFrom: IsoDate;
  /** ...until anyone may register the name again. */
  readonly freeFrom: IsoDate;
}

/** How many days before (negative: after) expiry the holder is reminded by mail. */
export const reminderDays = [60, 30, 14, 2, -3] as const;

/**
 * What happens to a name that is not renewed. Grace, redemption and pending delete follow one another
 * (RFC 3915, section 2, with the registry's own number of days).
 */
export function afterExpiry(expiresOn: IsoDate, days: Lifecycle): AfterExpiry {
  const redemptionFrom = addDays(expiresOn, days.autoRenewGraceDays);
  const pendingDeleteFrom = addDays(redemptionFrom, days.redemptionDays);
  return {
    graceFrom: expiresOn,
    redemptionFrom,
    pendingDeleteFrom,
    freeFrom: addDays(pendingDeleteFrom, days.pendingDeleteDays),
  };
}
