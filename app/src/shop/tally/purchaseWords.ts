import type { Currency } from '@tienda/core/money/money';
import type { QuoteLine } from '@tienda/core/pricing/quote';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';

/** What is paid for a name that is bought of its holder: the price, the fee and a premium name's move apart. */
export function purchaseWords({ price, fee, move }: NonNullable<QuoteLine['purchase']>, currency: Currency): string {
  const { split, splitTheirs, moveIncluded, movePaid } = texts.offer;
  const amount = (minor: number) => wholeAmount(minor, currency);
  const bought = fee > 0 ? split(amount(price), amount(fee)) : splitTheirs(amount(price));
  return `${bought} ${move > 0 ? movePaid(amount(move)) : moveIncluded}`;
}
