import type { Extension } from '../catalogue/extension';
import { addYears, isoDate, type IsoDate } from '../time/isoDate';
import { keepCosts } from './keepCost';
import type { UnitRise } from '../catalogue/riseAhead';
import { introRuns, unitPrices, type UnitPrices } from './linePrice';
import type { PremiumPrice } from '../names/availability';
import { convert, type Currency, type Minor } from '../money/money';
import { offerSums, type Purchase } from '../names/offer';
import type { QuoteAction, QuoteItem } from './quoteRequest';
import { everyTerm, firstYearCharge, longestTerm, yearRail, type YearCell } from './yearRail';

/** A name of a quote that can be priced. */
export interface Subject {
  readonly name: string;
  readonly unicode: string;
  readonly extension: Extension;
  readonly premium?: PremiumPrice;
  /** When a name already held expires. */
  readonly heldUntil?: IsoDate;
  /** Until when one is paid for that is moved here. */
  readonly paidUntil?: IsoDate;
  /** The agreed offer by which one that is moved here is bought of its holder. */
  readonly purchase?: Purchase;
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
  /** By how much renewals rise, as announced. */
  readonly rise?: UnitRise;
  readonly cells: readonly YearCell[];
  /** To keep the name 1 to 10 years. */
  readonly keepCost: readonly Minor[];
  /** Of what it costs: the price agreed with its holder, the buyer's part of the fee for that, and the move of a premium name. */
  readonly purchase?: { readonly price: Minor; readonly fee: Minor; readonly move: Minor };
}

/** An item to be priced. */
export interface Wanted {
  readonly item: QuoteItem;
  readonly subject: Subject;
  /** Yearly growth of its later prices, decimal string, where it is not that of the whole quote. */
  readonly growth?: string;
}

export interface PricedItem {
  readonly item: QuoteItem;
  readonly subject: Subject;
  readonly withIntro: boolean;
  readonly price: ItemPrice;
}

/** The terms of an action that the extension offers. */
export function offeredTerms(action: QuoteAction, { terms }: Extension): readonly number[] {
  switch (action) {
    case 'register':
      return terms.register;
    case 'renew':
      return terms.renew;
    case 'restore':
      return [Math.min(...terms.renew)];
    case 'privacy':
      return everyTerm;
    case 'transfer':
      return [1];
  }
}

/** The terms that may be chosen: those offered that reach no more than ten years ahead. */
export function allowedTerms(
  action: QuoteAction,
  { extension, heldUntil }: Subject,
  today: IsoDate,
): readonly number[] {
  const offered = offeredTerms(action, extension);
  if (action === 'privacy' && heldUntil) return [yearsToRun(heldUntil, today)];
  if (action !== 'renew' || !heldUntil) return offered;
  const last = addYears(today, longestTerm);
  return offered.filter((years) => addYears(heldUntil, years) <= last);
}

/** Years that a name is still paid for, begun ones whole; at least one. */
export function yearsToRun(heldUntil: IsoDate, today: IsoDate): number {
  return everyTerm.find((years) => addYears(today, years) >= heldUntil) ?? longestTerm;
}

/** True where an item meets all conditions of an introductory price but how many names of an order get it. */
export function meetsIntro({ action, years }: QuoteItem, subject: Subject, today: IsoDate): boolean {
  return action === 'register' && !subject.premium && introRuns(subject.extension, years, today);
}

/** How many names of an order get the introductory price. */
export function mostIntros({ extension }: Subject): number {
  return extension.intro?.maxNamesPerOrder ?? Infinity;
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

  /** @param growth of its later prices, where it is not that of the others */
  price({ item, subject, growth = this.growth }: Wanted, withIntro: boolean): ItemPrice {
    const yearsAhead = item.action === 'privacy' ? 0 : this.yearsAhead(subject);
    const { extension, premium, purchase } = subject;
    const compute = () => this.compute(item, this.unit(subject, withIntro), extension, yearsAhead, growth);
    if (purchase) return this.bought(item, subject, purchase, growth);
    if (premium) return compute();
    const key = `${extension.label} ${item.action} ${item.years} ${item.privacy} ${withIntro} ${yearsAhead} ${growth}`;
    const known = this.prices.get(key);
    if (known) return known;
    const price = compute();
    this.prices.set(key, price);
    return price;
  }

  /** Prices the items of one order: an introductory price for so many names goes to the first that may have it. */
  together(wanted: readonly Wanted[]): PricedItem[] {
    const introTaken = new Map<string, number>();
    return wanted.map((one) => {
      const { item, subject } = one;
      const { label } = subject.extension;
      const taken = introTaken.get(label) ?? 0;
      const withIntro = meetsIntro(item, subject, this.today) && taken < mostIntros(subject);
      if (withIntro) introTaken.set(label, taken + 1);
      return { item, subject, withIntro, price: this.price(one, withIntro) };
    });
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

  /**
   * The price agreed, the fee, and for a premium name the move as its registry asked when it was offered for, are all that
   * it costs: the move of any other, and what its registry asks a year, are in them.
   */
  private bought(item: QuoteItem, subject: Subject, purchase: Purchase, growth: string): ItemPrice {
    const unit = this.unit(subject, false);
    const inCurrency = (usdCents: Minor) => convert(usdCents, this.currency, this.rate);
    const price = inCurrency(purchase.amount);
    const move = inCurrency(purchase.move);
    const all = inCurrency(offerSums(purchase.amount, purchase).buyerPays);
    const priced = this.compute(item, { ...unit, transfer: all - unit.fee }, subject.extension, 0, growth);
    return { ...priced, purchase: { price, fee: all - price - move, move } };
  }

  private yearsAhead({ heldUntil }: Subject): number {
    return heldUntil ? Math.max(0, Math.ceil((Date.parse(heldUntil) - this.now.getTime()) / yearInMs)) : 0;
  }

  private compute(
    { action, privacy, years }: QuoteItem,
    unit: UnitPrices,
    { terms }: Extension,
    yearsAhead: number,
    growth: string,
  ): ItemPrice {
    const privacyEach = privacy ? unit.privacy : 0;
    const isPrivacy = action === 'privacy';
    const firstYear = firstYearCharge(action, unit);
    const charge = isPrivacy ? 0 : firstYear + unit.renew * (years - 1);
    const fee = isPrivacy ? 0 : unit.fee * years;
    const net = charge + fee + privacyEach * years;
    const each = unit.renew + unit.fee + privacyEach;
    const renewalYears = Math.min(...terms.renew);
    return {
      charge,
      firstYear,
      introSaving: unit.intro === undefined ? 0 : unit.register - unit.intro,
      fee,
      privacy: privacyEach * years,
      net,
      each,
      renewalYears,
      ...(unit.rise ? { rise: unit.rise } : {}),
      cells: yearRail(unit, { action, years, privacy, yearsAhead, growth }),
      keepCost: keepCosts({ paid: net, yearly: each, years, growth, renewalYears }),
    };
  }
}
