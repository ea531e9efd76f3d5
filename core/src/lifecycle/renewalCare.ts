import type { Lifecycle } from '../catalogue/extension';
import { portionUp, type Currency, type Minor } from '../money/money';
import { addDays, type IsoDate } from '../time/isoDate';
import { afterExpiry, reminderDays } from './lifeOfName';

/** How many days before expiry it is told what auto-renew will charge. */
export const noticeDays = [60, 30] as const;

/** How many days before (negative: after) expiry auto-renew tries to pay. */
export const tryDays = [30, 14, 7, 2, 1, -3, -10] as const;

/** How long a try waits after it was told that it costs more than was told before. */
const daysAfterNotice = 7;

/** What a renewal comes to, tax included. */
export interface Charge {
  readonly amount: Minor;
  readonly currency: Currency;
}

/** What was last told of a renewal: so much, and never more. */
export interface ToldCharge extends Charge {
  readonly on: IsoDate;
}

/** How far the shop came in looking after the renewal of a name; of one term, and empty after each renewal. */
export interface RenewalCare {
  /** The last day that was seen to. */
  readonly seenTo?: IsoDate;
  readonly told?: ToldCharge;
  /** No try before this day: a notice has to be read first. */
  readonly waitUntil?: IsoDate;
  /** The last try, where it failed. */
  readonly failed?: FailedTry;
}

export interface FailedTry {
  readonly on: IsoDate;
  /** The order that was not paid; left out where there was nothing to pay with. */
  readonly orderId?: string;
}

/** What looking after a renewal depends on. */
export interface CaredFor {
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly autoRenew: boolean;
  readonly care: RenewalCare;
}

/** What is to be done about a renewal on a day, and how far it is cared for after that. */
export interface DueCare {
  /** It is told what will be charged and when. */
  readonly tells: boolean;
  /** Auto-renew is off: what ends, and until when it can be saved. */
  readonly reminds: boolean;
  /** It is to be paid. */
  readonly tries: boolean;
  readonly care: RenewalCare;
}

/**
 * What falls due by a day and has not been seen to; days that nobody looked at are caught up with, each sort once.
 * Whatever is to be charged was told before: what was not, or costs more than was told, is told now and tried later.
 *
 * @param charge of the renewal today, tax included
 */
export function dueCare(
  { registeredOn, expiresOn, autoRenew, care }: CaredFor,
  days: Lifecycle,
  today: IsoDate,
  charge: Charge,
): DueCare {
  const from = care.seenTo ?? registeredOn;
  const isDue = (day: IsoDate) => from < day && day <= today;
  const passed = (before: readonly number[]) => before.some((count) => isDue(addDays(expiresOn, -count)));
  const seen = { ...care, seenTo: today };
  const nothing = { tells: false, reminds: false, tries: false, care: seen };
  if (!autoRenew) return { ...nothing, reminds: passed(reminderDays) };
  if (today < addDays(expiresOn, -noticeDays[0]) || today >= afterExpiry(expiresOn, days).redemptionFrom)
    return nothing;
  const { told, waitUntil } = care;
  const tries = !isWaiting(care, today) && (passed(tryDays) || (waitUntil !== undefined && isDue(waitUntil)));
  const covered = isCovered(told, charge);
  const tells = told === undefined || passed(noticeDays) || (tries && !covered);
  if (!tells) return { ...nothing, tries };
  return {
    ...nothing,
    tells,
    tries: tries && covered,
    care: {
      ...seen,
      told: { on: today, ...charge },
      ...(covered ? {} : { waitUntil: waitAfterNotice(expiresOn, days, today) }),
    },
  };
}

/** The first day after `today` on which something falls due; undefined where nothing does before the next renewal. */
export function nextCareOn(
  { expiresOn, autoRenew, care }: Omit<CaredFor, 'registeredOn'>,
  days: Lifecycle,
  today: IsoDate,
): IsoDate | undefined {
  const counts = autoRenew ? [...noticeDays, ...tryDays] : reminderDays;
  const { redemptionFrom } = afterExpiry(expiresOn, days);
  const last = autoRenew ? redemptionFrom : undefined;
  return [...counts.map((count) => addDays(expiresOn, -count)), ...(care.waitUntil ? [care.waitUntil] : [])]
    .filter((day) => day > today && (last === undefined || day < last))
    .sort()[0];
}

/** The first try after `today`; undefined where none is left. */
export function nextTryOn(
  { expiresOn, care: { waitUntil } }: Pick<CaredFor, 'expiresOn' | 'care'>,
  days: Lifecycle,
  today: IsoDate,
): IsoDate | undefined {
  const { redemptionFrom } = afterExpiry(expiresOn, days);
  return [...tryDays.map((count) => addDays(expiresOn, -count)), ...(waitUntil ? [waitUntil] : [])]
    .filter((day) => day > today && day < redemptionFrom && (waitUntil === undefined || day >= waitUntil))
    .sort()[0];
}

/**
 * The first day on which what was told today for the first time, or is more than was told before, may be charged: in
 * 7 days, or as long as is left less one day, before the expiry where there is time, else before the grace period is over;
 * never before the first try.
 */
export function waitAfterNotice(expiresOn: IsoDate, days: Lifecycle, today: IsoDate): IsoDate {
  const firstTry = addDays(expiresOn, -tryDays[0]);
  const inAWeek = addDays(today, daysAfterNotice);
  if (inAWeek <= firstTry) return firstTry;
  const { redemptionFrom } = afterExpiry(expiresOn, days);
  const lastDays = [addDays(expiresOn, -1), addDays(redemptionFrom, -1)];
  const end = lastDays.find((day) => day > today) ?? addDays(today, 1);
  return end < inAWeek ? end : inAWeek;
}

/** True while a notice is waited for: nothing is charged yet, however often it is tried. */
export function isWaiting({ waitUntil }: RenewalCare, today: IsoDate): boolean {
  return waitUntil !== undefined && today < waitUntil;
}

/** True for no more than was last told, in the same currency. */
export function isCovered(told: ToldCharge | undefined, { amount, currency }: Charge): boolean {
  return told !== undefined && told.currency === currency && amount <= told.amount;
}

/**
 * What a name costs with tax, as it is told: rounded up, so that an order whose tax is computed once on the sum of its
 * names never comes to more than was told of them one by one.
 */
export function chargeToTell(net: Minor, taxRate: string): Minor {
  return net + portionUp(net, taxRate);
}
