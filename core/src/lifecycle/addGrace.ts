import type { Lifecycle } from '../catalogue/extension';
import { addDays, type IsoDate } from '../time/isoDate';

/** The last day on which a name can be given back that was registered on a day; undefined where its extension has none. */
export function giveBackUntil(registeredOn: IsoDate, { addGraceDays }: Lifecycle): IsoDate | undefined {
  return addGraceDays > 0 ? addDays(registeredOn, addGraceDays) : undefined;
}
