import type { Currency } from '@tienda/core/money/money';
import type { QuoteLine } from '@tienda/core/pricing/quote';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';

/** What is paid for a name that is bought of its holder, the price and the fee apart. */
export function purchaseWords({ price, fee }: NonNullable<QuoteLine['purchase']>, currency: Currency): string {
  const { split, splitTheirs } = texts.offer;
  return fee > 0
    ? split(wholeAmount(price, currency), wholeAmount(fee, currency))
    : splitTheirs(wholeAmount(price, currency));
}
