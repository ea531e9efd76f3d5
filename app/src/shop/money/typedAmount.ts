import { minorAmount, type Currency, type Minor } from '@tienda/core/money/money';

/** Digits, thousands apart by one and the same mark or not at all, and cents after another mark. */
const amountForm = /^(\d{1,3}(?:([.,\s'’])\d{3}(?:\2\d{3})*)|\d{1,9})(?:([.,])(\d{1,2}))?$/;

/**
 * An amount as people type it, in minor units; undefined where it is none, or nothing. A mark with exactly three digits behind it sets
 * thousands apart: nobody means a thousandth of a dollar.
 *
 * @example typedAmount('6,000', 'USD') // 600000
 * @example typedAmount('14,5', 'USD') // 1450
 */
export function typedAmount(typed: string | undefined, currency: Currency): Minor | undefined {
  const [, whole, between, mark, cents] = amountForm.exec(typed?.trim() ?? '') ?? [];
  if (whole === undefined || (between !== undefined && between === mark)) return undefined;
  const units = whole.replace(/\D/g, '');
  try {
    return minorAmount(cents === undefined ? units : `${units}.${cents}`, currency) || undefined;
  } catch {
    return undefined;
  }
}
