import type { Currency } from '../money/money';
import type { IsoDate } from '../time/isoDate';
import type { AheadName, AheadPrice } from './ahead';

/**
 * The names of an account as far as what they will cost depends on them, made for a hundred thousand: what many share is
 * said once, and each list has its entry for the same name at the same place.
 */
export interface AheadFeed {
  readonly currency: Currency;
  readonly prices: readonly AheadPrice[];
  /** Ids. */
  readonly groups: readonly string[];
  /** A-labels. */
  readonly names: readonly string[];
  /** U-labels of those that have one of their own. */
  readonly unicode: Readonly<Record<string, string>>;
  /** When their terms end. */
  readonly ends: readonly IsoDate[];
  /** Place among the prices. */
  readonly price: readonly number[];
  /** 1 where it renews by itself. */
  readonly autoRenew: readonly number[];
  /** Place among the groups; -1 where it is in none. */
  readonly group: readonly number[];
  readonly mostYears: readonly number[];
}

export function packAhead(names: readonly AheadName[], currency: Currency): AheadFeed {
  const prices = new Places<AheadPrice>();
  const groups = new Places<string>();
  return {
    currency,
    names: names.map(({ name }) => name),
    unicode: Object.fromEntries(
      names.filter(({ name, unicode }) => name !== unicode).map(({ name, unicode }) => [name, unicode]),
    ),
    ends: names.map(({ on }) => on),
    price: names.map(({ price }) => prices.of(price)),
    autoRenew: names.map(({ autoRenew }) => (autoRenew ? 1 : 0)),
    group: names.map(({ groupId }) => (groupId === undefined ? -1 : groups.of(groupId))),
    mostYears: names.map(({ mostYears }) => mostYears),
    prices: prices.all,
    groups: groups.all,
  };
}

/** @throws Error where an entry is missing */
export function unpackAhead({ names, unicode, ends, price, prices, autoRenew, group, groups, mostYears }: AheadFeed) {
  return names.map((name, place): AheadName => {
    const [on, itsPrice, most] = [ends[place], prices[price[place] ?? -1], mostYears[place]];
    if (on === undefined || !itsPrice || most === undefined) throw new Error(`${name} lacks its price or its dates`);
    const groupId = groups[group[place] ?? -1];
    return {
      name,
      unicode: unicode[name] ?? name,
      autoRenew: autoRenew[place] === 1,
      ...(groupId === undefined ? {} : { groupId }),
      on,
      price: itsPrice,
      mostYears: most,
    };
  });
}

/** Numbers what is met, from 0 on; the same again has the same number. */
class Places<Item> {
  readonly all: Item[] = [];
  private readonly known = new Map<Item, number>();

  of(item: Item): number {
    const known = this.known.get(item);
    if (known !== undefined) return known;
    this.known.set(item, this.all.length);
    this.all.push(item);
    return this.all.length - 1;
  }
}
