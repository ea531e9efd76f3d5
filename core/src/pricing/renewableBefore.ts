import type { Extension } from '../catalogue/extension';
import { addYears, type IsoDate } from '../time/isoDate';
import { longestTerm } from './yearRail';

/** Of each extension whose renewals are about to cost more: the last expiry with which a name can be renewed before. */
export function renewableBefore(extensions: Iterable<Extension>, today: IsoDate): Map<string, IsoDate> {
  const last = new Map<string, IsoDate>();
  for (const { label, rise, prices, terms } of extensions)
    if (rise && rise.renew > prices.renew) last.set(label, addYears(today, longestTerm - Math.min(...terms.renew)));
  return last;
}
