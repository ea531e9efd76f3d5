import type { Extension, Intro } from '../catalogue/extension';
import { unitRise, type UnitRise } from '../catalogue/riseAhead';
import type { IsoDate } from '../time/isoDate';
import { convert, type Currency, type Minor } from '../money/money';
import type { PremiumPrice } from '../names/availability';

/** The prices of one name, each per unit and year, already in the currency charged. */
export interface UnitPrices {
  readonly register: Minor;
  /** Undefined where no introductory offer runs, or its conditions are not met. */
  readonly intro?: Minor;
  readonly renew: Minor;
  readonly transfer: Minor;
  /** Once, to take a name back from redemption; a renewal comes on top. */
  readonly restore: Minor;
  readonly fee: Minor;
  /** What a year of privacy costs when asked for; 0 where it is included or cannot be bought. */
  readonly privacy: Minor;
  /** By how much renewals rise, as announced. */
  readonly rise?: UnitRise;
}

/** The introductory offer that runs on a day, whatever else it asks for. */
export function runningIntro({ intro }: Extension, today: IsoDate): Intro | undefined {
  return intro && intro.startsAt <= today && today < intro.endsAt ? intro : undefined;
}

/**
 * True while an introductory offer runs for a registration of so many years. How many names of one order
 * get it (`maxNamesPerOrder`) is the quote's to count.
 */
export function introRuns(extension: Extension, years: number, today: IsoDate): boolean {
  const intro = runningIntro(extension, today);
  return !!intro && years >= (intro.minYears ?? 1);
}

/** What a registry asks for moving a premium name to another registrar. */
export function transferOf({ transfer, renew }: PremiumPrice): Minor {
  return transfer ?? renew;
}

/** Unit prices of a name: the registry's own for a premium name, else the extension's. */
export function unitPrices(
  extension: Extension,
  premium: PremiumPrice | undefined,
  withIntro: boolean,
  currency: Currency,
  rate: string,
): UnitPrices {
  const inCurrency = (usdCents: Minor) => convert(usdCents, currency, rate);
  const { prices, privacy, intro, yearlyFee } = extension;
  const rise = premium ? undefined : unitRise(extension, currency, rate);
  return {
    register: inCurrency(premium?.register ?? prices.register),
    ...(withIntro && intro && !premium ? { intro: inCurrency(intro.price) } : {}),
    renew: inCurrency(premium?.renew ?? prices.renew),
    transfer: inCurrency(premium ? transferOf(premium) : prices.transfer),
    restore: inCurrency(prices.restore),
    fee: inCurrency(yearlyFee),
    privacy: privacy.policy === 'priced' ? inCurrency(privacy.price) : 0,
    ...(rise ? { rise } : {}),
  };
}
