import { localCurrency } from '@tienda/core/money/localCurrency';
import { isCurrency, type Currency } from '@tienda/core/money/money';
import { Stored } from '../stored/stored';
import { wishedLanguages } from '../texts/language';

/** What is offered before one has chosen: the currency of the reader's own country, where it is sold in. */
export const firstCurrency = localCurrency(wishedLanguages);

/** The currency everything is shown and charged in: chosen once, remembered by the browser. */
export const currencyStore = new Stored<Currency>('tienda.currency', firstCurrency, (kept) =>
  typeof kept === 'string' && isCurrency(kept) ? kept : undefined,
);
