import type { Money } from '@tienda/core/epp/objects';
import { decimalAmount, type Minor } from '@tienda/core/money/money';

/** What is agreed to with a command about a premium name (RFC 8748 section 5.2). @param amount USD cents */
export function agreedFee(amount: Minor): Money {
  return { currency: 'USD', amount: decimalAmount(amount, 'USD') };
}
