import { isCurrency, type Currency } from '@tienda/core/money/money';
import { Stored } from '../stored/stored';

/** The currency everything is shown and charged in: chosen once, remembered by the browser. */
export const currencyStore = new Stored<Currency>('tienda.currency', 'USD', (kept) =>
  typeof kept === 'string' && isCurrency(kept) ? kept : undefined,
);
