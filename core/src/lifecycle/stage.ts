import type { Lifecycle } from '../catalogue/extension';
import type { IsoDate } from '../time/isoDate';
import { afterExpiry } from './lifeOfName';

/** Where a name stands in its life (RFC 3915, section 2). */
export type Stage = 'active' | 'grace' | 'redemption' | 'pendingDelete' | 'free';

/**
 * The stage of a name that nobody renews.
 *
 * @example stageOf('2026-12-20', usual, '2027-02-10') // 'redemption'
 */
export function stageOf(expiresOn: IsoDate, days: Lifecycle, today: IsoDate): Stage {
  const { graceFrom, redemptionFrom, pendingDeleteFrom, freeFrom } = afterExpiry(expiresOn, days);
  if (today < graceFrom) return 'active';
  if (today < redemptionFrom) return 'grace';
  if (today < pendingDeleteFrom) return 'redemption';
  return today < freeFrom ? 'pendingDelete' : 'free';
}
