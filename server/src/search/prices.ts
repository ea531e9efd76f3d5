import type { Extension } from '@tienda/core/catalogue/extension';
import { isoDate } from '@tienda/core/lifecycle/isoDate';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { SearchPrice } from '@tienda/core/names/searchEvent';
import { introRuns, unitPrices } from '@tienda/core/pricing/linePrice';
import type { Currency } from '@tienda/core/pricing/money';
import type { Clock } from '../clock/clock';
import { rateOf } from '../pricing/rates';

/** What names cost as a search shows it: ordinary ones are computed once a day and currency. */
export class SearchPrices {
  private readonly known = new Map<string, SearchPrice>();
  private day = '';

  constructor(private readonly clock: Clock) {}

  of(extension: Extension, premium: RegistryAnswer['premium'], currency: Currency): SearchPrice {
    const today = isoDate(this.clock.now());
    if (today !== this.day) this.known.clear();
    this.day = today;
    if (premium) return this.computed(extension, premium, currency);
    const key = `${extension.label} ${currency}`;
    const price = this.known.get(key) ?? this.computed(extension, undefined, currency);
    this.known.set(key, price);
    return price;
  }

  private computed(extension: Extension, premium: RegistryAnswer['premium'], currency: Currency): SearchPrice {
    const shortest = extension.terms.register[0] ?? 1;
    const prices = unitPrices(extension, premium, introRuns(extension, shortest, this.day), currency, rateOf(currency));
    return {
      currency,
      firstYear: (prices.intro ?? prices.register) + prices.fee,
      renewal: prices.renew + prices.fee,
      intro: prices.intro !== undefined,
    };
  }
}
