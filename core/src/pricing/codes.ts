import { convert, percentOf, type Currency, type Minor } from '../money/money';
import type { ItemPrice, PricedItem } from './priceItem';
import { codeKey, type CodeReason, type CodeUses, type Promotion } from './promotion';
import type { Customer } from './tax';

/** What one code would do here. */
export interface CodeTrial {
  readonly priced: PricedPromotion;
  readonly saves: Minor;
  readonly reason?: CodeReason;
}

/** A promotion with its amounts in the currency charged. */
export interface PricedPromotion {
  readonly promotion: Promotion;
  readonly value: Minor;
  readonly minSpend: Minor;
}

export interface CodeFacts {
  readonly now: Date;
  readonly customer: Customer;
  readonly uses: ReadonlyMap<string, CodeUses>;
  readonly currency: Currency;
  readonly rate: string;
}

/** Amounts of a code are converted like unit prices, each on its own. */
export function inCurrency(promotion: Promotion, { currency, rate }: CodeFacts): PricedPromotion {
  const { kind, value, minSpend = 0 } = promotion;
  const isAmount = kind === 'amount' || kind === 'firstYearPrice';
  return {
    promotion,
    value: isAmount ? convert(value, currency, rate) : value,
    minSpend: convert(minSpend, currency, rate),
  };
}

/** What a code takes off one item that meets its conditions; never more than what it works on. */
export function savingOn({ promotion, value }: PricedPromotion, price: ItemPrice, years: number): Minor {
  const all = promotion.years === 'all';
  const worksOn = all ? price.charge : price.firstYear;
  switch (promotion.kind) {
    case 'percent':
      return Math.min(worksOn, percentOf(worksOn, value));
    case 'amount':
      return Math.min(worksOn, value);
    case 'firstYearPrice':
      return Math.max(0, price.firstYear - value);
    case 'freePrivacy':
      return all ? price.privacy : price.privacy / years;
  }
}

/** Why a code cannot be used at all by this customer now. */
function barred(promotion: Promotion, { now, customer, uses }: CodeFacts): CodeReason | undefined {
  if (now.getTime() < Date.parse(promotion.startsAt)) return 'notYet';
  if (now.getTime() >= Date.parse(promotion.endsAt)) return 'expired';
  if (promotion.newCustomersOnly && !customer.isNew) return 'existingCustomer';
  const used = uses.get(promotion.code);
  const spent = (most: number | undefined, count = 0) => most !== undefined && count >= most;
  if (spent(promotion.perAccount, used?.byAccount) || spent(promotion.totalUses, used?.byAll)) return 'alreadyUsed';
  return undefined;
}

/** What an item is asked, in this order, before a code works on it. */
const asked = ['wrongAction', 'wrongExtension', 'premiumExcluded', 'termTooShort'] as const;

/** How many of the questions in `asked` an item passes; all of them where the code works on it. */
function passes({ on, extensions, excludePremium, minYears = 1 }: Promotion, { item, subject }: PricedItem): number {
  // What is paid to take a name back, to hide its holder later, or to whoever held it, is no charge that codes are for.
  if (
    item.action === 'restore' ||
    item.action === 'privacy' ||
    subject.purchase ||
    (on !== 'all' && item.action !== on)
  )
    return 0;
  if (extensions && !extensions.includes(subject.extension.label)) return 1;
  if (excludePremium && subject.premium) return 2;
  return item.years < minYears ? 3 : asked.length;
}

/** True where only its term keeps a code from an item. */
export function onlyTooShort(promotion: Promotion, priced: PricedItem): boolean {
  return asked[passes(promotion, priced)] === 'termTooShort';
}

/** What a code would save on these items, or the first reason why it saves nothing. */
export function tryCode(
  priced: PricedPromotion,
  items: readonly PricedItem[],
  subtotal: Minor,
  facts: CodeFacts,
): CodeTrial {
  const { promotion, minSpend } = priced;
  const refused = (reason: CodeReason): CodeTrial => ({ priced, saves: 0, reason });
  const bar = barred(promotion, facts);
  if (bar) return refused(bar);
  // The reason is that of the item which comes furthest: those before it kept out every other.
  let furthest = 0;
  const savings: Minor[] = [];
  for (const line of items) {
    const passed = passes(promotion, line);
    if (passed > furthest) furthest = passed;
    if (passed === asked.length) savings.push(savingOn(priced, line.price, line.item.years));
  }
  const failed = asked[furthest];
  if (failed) return refused(failed);
  if (subtotal < minSpend) return refused('minSpend');
  const { maxNames = Infinity } = promotion;
  const counted = savings.length > maxNames ? savings.sort((a, b) => b - a).slice(0, maxNames) : savings;
  const saves = counted.reduce((sum, each) => sum + each, 0);
  return saves > 0 ? { priced, saves } : refused('noSaving');
}

/** What a code that applies takes off each item, in their order; where it is for so many names, off those where it saves most. */
export function takenOff(priced: PricedPromotion, items: readonly PricedItem[]): Minor[] {
  const { promotion } = priced;
  const off = items.map((line) =>
    passes(promotion, line) === asked.length ? savingOn(priced, line.price, line.item.years) : 0,
  );
  const { maxNames = Infinity } = promotion;
  const places = off.map((_, place) => place).sort((a, b) => (off[b] ?? 0) - (off[a] ?? 0) || a - b);
  for (const place of places.slice(maxNames)) off[place] = 0;
  return off;
}

/** The largest saving; among equals the code that ends first, then the first by code. */
export function bestTrial(trials: readonly CodeTrial[]): CodeTrial | undefined {
  return trials.filter(({ saves }) => saves > 0).sort(byWorth)[0];
}

function byWorth(a: CodeTrial, b: CodeTrial): number {
  return (
    b.saves - a.saves ||
    Date.parse(a.priced.promotion.endsAt) - Date.parse(b.priced.promotion.endsAt) ||
    (a.priced.promotion.code < b.priced.promotion.code ? -1 : 1)
  );
}

/** The codes to try: those typed, as typed, then the public ones by code; each once. */
export function codesToTry(
  typed: readonly string[],
  promotions: readonly Promotion[],
): { readonly typed: string; readonly promotion?: Promotion }[] {
  const known = new Map(promotions.map((promotion) => [promotion.code, promotion]));
  const open = promotions.filter((promotion) => promotion.public).map(({ code }) => code);
  const wanted = new Map<string, string>();
  const want = (key: string, asTyped: string) => wanted.set(key, wanted.get(key) ?? asTyped);
  for (const code of typed) want(codeKey(code), code.trim());
  for (const code of open.sort()) want(code, code);
  return [...wanted].map(([key, asTyped]) => {
    const promotion = known.get(key);
    return { typed: asTyped, ...(promotion ? { promotion } : {}) };
  });
}
