import type { PricePoint, PriceTrend } from './extension';

/**
 * The change over the last year, from a history by month, oldest first. No history is no change.
 *
 * @example priceTrend(history).renew // 0.0507: renewals went from 13.80 to 14.50
 */
export function priceTrend(history: readonly PricePoint[]): PriceTrend {
  const now = history.at(-1);
  const then = history.at(-13) ?? history[0];
  if (!now || !then) return { register: 0, renew: 0 };
  const change = (before: number, after: number) => (before === 0 ? 0 : after / before - 1);
  return { register: change(then.register, now.register), renew: change(then.renew, now.renew) };
}
