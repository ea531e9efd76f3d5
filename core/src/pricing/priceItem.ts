import type { Extension } from '../catalogue/extension';
import { addYears, isoDate, type IsoDate } from '../lifecycle/isoDate';
import { keepCosts } from './keepCost';
import { introRuns, unitPrices, type PremiumPrice, type UnitPrices } from './linePrice';
import type { Currency, Minor } from './money';
import type { QuoteAction, QuoteItem } from './quoteRequest';
import { firstYearCharge, longestTerm, yearRail, type YearCell } from './yearRail';

/** A name of a quote that can be priced. */
export interface Subject {
  readonly name: string;
  readonly unicode: string;
  readonly extension: Extension;
  readonly premium?: PremiumPrice;
  /** When a name already held expires. */
  readonly heldUntil?: IsoDate;
}

/** What an item costs before any promo code, in the currency charged. */
export interface ItemPrice {
  /** All years, before fee and privacy. */
  readonly charge: Minor;
  readonly firstYear: Minor;
  readonly introSaving: Minor;
  readonly fee: Minor;
  readonly privacy: Minor;
  /** `charge + fee + privacy`. */
  readonly net: Minor;
  /** A later year at today's prices: renewal + fee + privacy. */
  readonly each: Minor;
  readonly renewalYears: number;
  readonly cells: readonly YearCell[];
  /** To keep the name 1 to 10 years. */
  readonly keepCost: readonly Minor[];
}

export interface PricedItem {
  readonly item: QuoteItem;
  readonly subject: Subject;
  readonly withIntro: boolean;
  readonly price: ItemPrice;
}

/** The terms of an action that the extension offers. */
export function offeredTerms(action: QuoteAction, { terms }: Extension): readonly number[] {
  if (action === 'transfer') return [1];
  return action === 'renew' ? terms.renew : terms.register;
}

/** The terms that may be chosen: those offered that reach no more than ten years ahead. */
export function allowedTerms(
  action: QuoteAction,
  { extension, heldUntil }: Subject,
  today: IsoDate,
): readonly number[] {
  const offered = offeredTerms(action, extension);
  if (action !== 'renew' || !heldUntil) return offered;
  const last = addYears(today, longestTerm);
  return offered.filter((years) => addYears(heldUntil, years) <= last);
}

/** True where an item meets all conditions of an introductory price but how many names of an order get it. */
export function meetsIntro({ action }: QuoteItem, years: number, subject: Subject, today: IsoDate): boolean {
  return action === 'register' && !subject.premium && introRuns(subject.extension, years, today);
}

const yearInMs = 365.25 * 24 * 3600 * 1000;

/**
 * Prices items of one quote. Names of one extension share most of what is computed, so that a basket of
 * hundreds costs little more than one of each kind.
 */
export class ItemPricer {
  private readonly units = new Map<string, UnitPrices>();
  private readonly prices = new Map<string, ItemPrice>();
  readonly today: IsoDate;

  constructor(
    private readonly now: Date,
    private readonly currency: Currency,
    private readonly rate: string,
    private readonly growth: string,
  ) {
    this.today = isoDate(now);
  }

  price(item: QuoteItem, years: number, subject: Subject, withIntro: boolean): ItemPrice {
    const yearsAhead = this.yearsAhead(subject);
    const { extension, premium } = subject;
    if (premium) return this.compute(item, years, this.unit(subject, withIntro), extension, yearsAhead);
    const key = `${extension.label} ${item.action} ${years} ${item.privacy} ${withIntro} ${yearsAhead}`;
    const known = this.prices.get(key);
    if (known) return known;
    const price = this.compute(item, years, this.unit(subject, withIntro), extension, yearsAhead);
    this.prices.set(key, price);
    return price;
  }

  private unit({ extension, premium }: Subject, withIntro: boolean): UnitPrices {
    if (premium) return unitPrices(extension, premium, withIntro, this.currency, this.rate);
    const key = `${extension.label} ${withIntro}`;
    const known = this.units.get(key);
    if (known) return known;
    const unit = unitPrices(extension, undefined, withIntro, this.currency, this.rate);
    this.units.set(key, unit);
    return unit;
  }

  private yearsAhead({ heldUntil }: Subject): number {
    return heldUntil ? Math.max(0, Math.ceil((Date.parse(heldUntil) - this.now.getTime()) / yearInMs)) : 0;
  }

  private compute(
    { action, privacy }: QuoteItem,
    years: number,
    unit: UnitPrices,
    { terms }: Extension,
    yearsAhead: number,
  ): ItemPrice {
    const { growth } = this;
    const privacyEach = privacy ? unit.privacy : 0;
    const firstYear = firstYearCharge(action, unit);
    const charge = firstYear + unit.renew * (years - 1);
    const net = charge + (unit.fee + privacyEach) * years;
    const each = unit.renew + unit.fee + privacyEach;
    const renewalYears = Math.min(...terms.renew);
    return {
      charge,
      firstYear,
      introSaving: unit.intro === undefined ? 0 : unit.register - unit.intro,
      fee: unit.fee * years,
      privacy: privacyEach * years,
      net,
      each,
      renewalYears,
      cells: yearRail(unit, { action, years, privacy, yearsAhead, growth }),
      keepCost: keepCosts({ paid: net, yearly: each, years, growth, renewalYears }),
    };
  }
}
