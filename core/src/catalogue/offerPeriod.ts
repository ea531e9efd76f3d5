import { addYears, comingAnniversary, type IsoDate } from '../time/isoDate';

/** The day whose offers and prices the data files say. */
export const shippedOn: IsoDate = '2026-11-24';

interface Period {
  readonly startsAt: IsoDate;
  readonly endsAt: IsoDate;
}

/**
 * When an offer begins and ends that ships with Tienda. In later years too one that ran when it shipped runs, and ends on
 * the same day of the year; one that was to come is still to come; one that was over stays over.
 *
 * @param today on which the shop is opened
 * @example offerPeriod({ startsAt: '2026-01-01', endsAt: '2027-03-01' }, '2030-05-01').endsAt // '2031-03-01'
 */
export function offerPeriod({ startsAt, endsAt }: Period, today: IsoDate): Period {
  if (endsAt <= shippedOn) return { startsAt, endsAt };
  if (startsAt <= shippedOn) return { startsAt, endsAt: comingAnniversary(endsAt, today) };
  const next = comingAnniversary(startsAt, today);
  return { startsAt: next, endsAt: addYears(endsAt, Number(next.slice(0, 4)) - Number(startsAt.slice(0, 4))) };
}
