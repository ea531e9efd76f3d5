import { addDays, type IsoDate } from '../time/isoDate';

/** Days that a holder has to confirm the address, and when they are reminded (ICANN RAA 2013, WHOIS accuracy, 1.f). */
const daysToConfirm = 15;
const reminderDays = [5, 10, 13] as const;

/** Whether a holder has said that the address is theirs, as stored. */
export interface HolderCheck {
  readonly askedOn: IsoDate;
  /** Reminders sent so far. */
  readonly reminded: number;
  readonly confirmed: boolean;
}

/** A holder's address as its account sees it. */
export interface ShownHolderCheck {
  readonly email: string;
  /** Names of an address not confirmed after this day are suspended. */
  readonly confirmBy: IsoDate;
  readonly confirmed: boolean;
  readonly suspended: boolean;
}

/** The last day on which the address can be confirmed before its names are suspended. */
export function confirmBy({ askedOn }: Pick<HolderCheck, 'askedOn'>): IsoDate {
  return addDays(askedOn, daysToConfirm);
}

/** Addresses asked for before this day and not confirmed are out of time: the inverse of `confirmBy`. */
export function outOfTimeBefore(today: IsoDate): IsoDate {
  return addDays(today, -daysToConfirm);
}

/** True where the names of the address have to be out of service. */
export function isSuspended(check: HolderCheck, today: IsoDate): boolean {
  return !check.confirmed && check.askedOn < outOfTimeBefore(today);
}

/**
 * The reminders that have to go out: to addresses not confirmed that were asked for on one of these days, the first
 * and the last included, and reminded so often.
 */
export function remindersDue(
  today: IsoDate,
): { readonly reminded: number; readonly from: IsoDate; readonly to: IsoDate }[] {
  const from = outOfTimeBefore(today);
  return reminderDays.map((days, reminded) => ({ reminded, from, to: addDays(today, -days) }));
}
