import type { Extension } from '@tienda/core/catalogue/extension';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { SearchPrice } from '@tienda/core/search/searchEvent';
import { canRegister, type NameStatus, type PremiumPrice } from '@tienda/core/names/availability';
import { introRuns, unitPrices } from '@tienda/core/pricing/linePrice';
import type { Currency } from '@tienda/core/money/money';
import type { Clock } from '../../platform/clock/clock';
import { rateOf } from '../catalogue/rates';

/** What names cost as a search shows it, in each currency. */
export class SearchPrices {
  private known = new Map<Currency, DayPrices>();
  private day = '';

  constructor(private readonly clock: Clock) {}

  /** Prices of today in a currency; good for one search. */
  today(currency: Currency): DayPrices {
    const day = isoDate(this.clock.now());
    if (day !== this.day) this.known = new Map();
    this.day = day;
    const known = this.known.get(currency) ?? new DayPrices(currency, day);
    this.known.set(currency, known);
    return known;
  }
}

/** What names cost on a day in a currency, as JSON (`SearchPrice`): what ordinary ones cost is written once. */
export class DayPrices {
  private readonly ordinary = new Map<Extension, string>();
  private readonly hintEnds = new Map<Extension, Map<NameStatus, HintEnd>>();

  constructor(
    private readonly currency: Currency,
    private readonly day: IsoDate,
  ) {}

  of(extension: Extension, premium?: PremiumPrice): string {
    if (premium) return JSON.stringify(this.price(extension, premium));
    const price = this.ordinary.get(extension) ?? JSON.stringify(this.price(extension, undefined));
    this.ordinary.set(extension, price);
    return price;
  }

  /**
   * The line of a hint from after its name on: the same for all names of an extension of which the index says the same,
   * until it is built anew.
   */
  hintEnd(extension: Extension, status: NameStatus, at: string): string {
    const ends = this.hintEnds.get(extension) ?? new Map<NameStatus, HintEnd>();
    this.hintEnds.set(extension, ends);
    const known = ends.get(status);
    if (known?.at === at) return known.text;
    const price = canRegister(status) || status === 'unknown' ? this.of(extension) : 'null';
    // Through octets it becomes one piece, where it would else be gathered from its parts in every search.
    const text = Buffer.from(lineEnd(extension, status, price, at, 'zone')).toString();
    ends.set(status, { at, text });
    return text;
  }

  private price(extension: Extension, premium: PremiumPrice | undefined): SearchPrice {
    const { currency, day } = this;
    const shortest = extension.terms.register[0] ?? 1;
    const prices = unitPrices(extension, premium, introRuns(extension, shortest, day), currency, rateOf(currency));
    return {
      currency,
      firstYear: (prices.intro ?? prices.register) + prices.fee,
      renewal: prices.renew + prices.fee,
      intro: prices.intro !== undefined,
    };
  }
}

interface HintEnd {
  readonly at: string;
  readonly text: string;
}

/**
 * A line of an answer (`SearchAnswer`) from after its name on.
 *
 * @param price JSON
 * @param more fields, each with a comma before it
 */
export function lineEnd(
  { label }: Extension,
  status: NameStatus,
  price: string,
  checkedAt: string,
  source: string,
  more = '',
): string {
  return `","extension":"${label}","status":"${status}","price":${price},"checkedAt":"${checkedAt}","source":"${source}"${more}}\n`;
}
