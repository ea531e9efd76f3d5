import type { Extension } from '@tienda/core/catalogue/extension';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { SearchPrice } from '@tienda/core/search/searchEvent';
import type { PremiumPrice } from '@tienda/core/names/availability';
import { introRuns, unitPrices } from '@tienda/core/pricing/linePrice';
import type { Currency } from '@tienda/core/money/money';
import type { Clock } from '../../platform/clock/clock';
import { rateOf } from '../catalogue/rates';

/** What names cost as a search shows it, as JSON (`SearchPrice`): ordinary ones are written once a day and currency. */
export class SearchPrices {
  private known = new Map<Currency, Map<Extension, string>>();
  private day = '';

  constructor(private readonly clock: Clock) {}

  /** Prices of today in a currency; good for one search. */
  today(currency: Currency): (extension: Extension, premium?: PremiumPrice) => string {
    const day = isoDate(this.clock.now());
    if (day !== this.day) this.known = new Map();
    this.day = day;
    const known = this.known.get(currency) ?? new Map<Extension, string>();
    this.known.set(currency, known);
    return (extension, premium) => {
      if (premium) return JSON.stringify(priceOf(extension, premium, currency, day));
      const price = known.get(extension) ?? JSON.stringify(priceOf(extension, undefined, currency, day));
      known.set(extension, price);
      return price;
    };
  }
}

function priceOf(
  extension: Extension,
  premium: PremiumPrice | undefined,
  currency: Currency,
  day: IsoDate,
): SearchPrice {
  const shortest = extension.terms.register[0] ?? 1;
  const prices = unitPrices(extension, premium, introRuns(extension, shortest, day), currency, rateOf(currency));
  return {
    currency,
    firstYear: (prices.intro ?? prices.register) + prices.fee,
    renewal: prices.renew + prices.fee,
    intro: prices.intro !== undefined,
  };
}
