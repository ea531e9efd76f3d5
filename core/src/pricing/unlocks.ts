import { onlyTooShort, savingOn, type CodeTrial, type PricedPromotion } from './codes';
import type { Minor } from '../money/money';
import { allowedTerms, meetsIntro, type ItemPrice, type ItemPricer, type PricedItem } from './priceItem';

/** A longer term of one name with which a code would apply, and pay. Amounts before tax. */
export interface Unlock {
  readonly code: string;
  readonly name: string;
  readonly years: number;
  /** The whole order after the change. */
  readonly net: Minor;
  readonly moreToday: Minor;
  /** Keeping the names that long with today's best choice, less `net`. */
  readonly saves: Minor;
}

/** What the order costs now, before tax. */
export interface OrderNow {
  readonly items: readonly PricedItem[];
  readonly subtotal: Minor;
  /** Without any code. */
  readonly netBefore: Minor;
  /** With the code chosen. */
  readonly net: Minor;
  /** With the best code. */
  readonly netBest: Minor;
}

interface Change {
  readonly place: number;
  readonly years: number;
  readonly added: number;
  readonly net: Minor;
  readonly saves: Minor;
}

/**
 * For each code that fails for `termTooShort`, the smallest change of one term that makes it apply; listed
 * where it pays, the largest saving first.
 *
 * Such a code is too short for every name it is meant for, so after one change it works on that name alone:
 * only this name is priced again, and with it the one name that an introductory price may pass from.
 */
export function unlocks(tried: readonly CodeTrial[], order: OrderNow, pricer: ItemPricer): Unlock[] {
  const short = tried.filter(({ reason }) => reason === 'termTooShort');
  if (short.length === 0) return [];
  const intros = introPlaces(order.items, pricer);
  const places = unlike(order.items);
  const found = short.flatMap(({ priced }): Unlock[] => {
    const change = smallestChange(priced, order, places, intros, pricer);
    const name = change && order.items[change.place]?.subject.name;
    if (!change || name === undefined || change.saves <= 0) return [];
    const { years, net, saves } = change;
    return [{ code: priced.promotion.code, name, years, net, moreToday: net - order.net, saves }];
  });
  return found.sort((a, b) => b.saves - a.saves || (a.code < b.code ? -1 : 1));
}

/** By extension, the places of the items that meet its introductory conditions, in order. */
function introPlaces(items: readonly PricedItem[], pricer: ItemPricer): Map<string, number[]> {
  const places = new Map<string, number[]>();
  items.forEach(({ item, subject }, place) => {
    if (!meetsIntro(item, subject, pricer.today)) return;
    const { label } = subject.extension;
    const known = places.get(label);
    if (known) known.push(place);
    else places.set(label, [place]);
  });
  return places;
}

/** The places of the items that differ in price: one changed term of names priced alike is as good as another. */
function unlike(items: readonly PricedItem[]): number[] {
  const seen = new Set<ItemPrice>();
  return items.flatMap(({ price, subject }, place) => {
    if (seen.has(price) && subject.extension.intro?.maxNamesPerOrder === undefined) return [];
    seen.add(price);
    return [place];
  });
}

function smallestChange(
  priced: PricedPromotion,
  order: OrderNow,
  places: readonly number[],
  intros: ReadonlyMap<string, readonly number[]>,
  pricer: ItemPricer,
): Change | undefined {
  const { promotion } = priced;
  let smallest: Change | undefined;
  for (const place of places) {
    const of = order.items[place];
    if (!of || !onlyTooShort(promotion, of)) continue;
    const now = of.item.years;
    for (const years of allowedTerms(of.item.action, of.subject, pricer.today)) {
      const added = years - now;
      if (years < (promotion.minYears ?? 1) || added <= 0) continue;
      if (smallest && added > smallest.added) break;
      const change = changed(priced, order, place, of, years, intros, pricer);
      if (!change) continue;
      if (!smallest || added < smallest.added || change.saves > smallest.saves) smallest = change;
      break;
    }
  }
  return smallest;
}

/** The order with one term changed and the code used, or nothing where the code still does not apply. */
function changed(
  priced: PricedPromotion,
  order: OrderNow,
  place: number,
  of: PricedItem,
  years: number,
  intros: ReadonlyMap<string, readonly number[]>,
  pricer: ItemPricer,
): Change | undefined {
  const { item, subject, price: before } = of;
  const { gets, lost } = introAfter(order.items, place, of, years, intros, pricer);
  const after = pricer.price({ item: { ...item, years }, subject }, gets);
  const subtotal = order.subtotal - before.charge + after.charge + lost;
  const off = savingOn(priced, after, years);
  if (off <= 0 || subtotal < priced.minSpend) return undefined;
  const net = order.netBefore - before.net + after.net + lost - off;
  const laterToday = (before.keepCost[years - 1] ?? before.net) - before.net;
  return { place, years, added: years - item.years, net, saves: order.netBest + laterToday - net };
}

/** Whether the changed item gets the introductory price, and what that costs the item it passes from. */
function introAfter(
  items: readonly PricedItem[],
  place: number,
  { item, subject, withIntro }: PricedItem,
  years: number,
  intros: ReadonlyMap<string, readonly number[]>,
  { today }: ItemPricer,
): { readonly gets: boolean; readonly lost: Minor } {
  const already = meetsIntro(item, subject, today);
  if (already || !meetsIntro({ ...item, years }, subject, today)) return { gets: withIntro, lost: 0 };
  const { label, intro } = subject.extension;
  const most = intro?.maxNamesPerOrder ?? Infinity;
  const others = intros.get(label) ?? [];
  const before = others.filter((other) => other < place).length;
  if (before >= most) return { gets: false, lost: 0 };
  const passed = others.length >= most ? items[others[most - 1] ?? -1] : undefined;
  return { gets: true, lost: passed?.price.introSaving ?? 0 };
}
