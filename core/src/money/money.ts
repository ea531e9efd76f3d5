import Big from 'big.js';

/** An amount in the minor unit of its currency (cents, yen, fils): always a whole number. */
export type Minor = number;

/** ISO 4217 decimals of the currencies Tienda charges in. */
const decimals = {
  USD: 2,
  EUR: 2,
  GBP: 2,
  CHF: 2,
  NOK: 2,
  SEK: 2,
  DKK: 2,
  CAD: 2,
  AUD: 2,
  MXN: 2,
  JPY: 0,
  KWD: 3,
} as const;

/** ISO 4217 code. */
export type Currency = keyof typeof decimals;

export const currencies = Object.keys(decimals).filter(isCurrency);

export function isCurrency(code: string): code is Currency {
  return Object.hasOwn(decimals, code);
}

/** `decimalsOf('KWD')` is 3. */
export function decimalsOf(currency: Currency): number {
  return decimals[currency];
}

/**
 * A catalogue price, USD cents, as a unit price in another currency:
 * `round_half_up(p * rate * 10^(d_target - d_usd))`, in exact decimal arithmetic.
 *
 * @param rate units of `currency` for one US dollar, as a decimal string
 * @example convert(18, 'EUR', '0.92') // 17, from 16.56
 */
export function convert(usdCents: Minor, currency: Currency, rate: string): Minor {
  if (currency === 'USD' && rate === '1') return usdCents;
  return Big(usdCents)
    .times(rate)
    .times(Big(10).pow(decimals[currency] - decimals.USD))
    .round(0, Big.roundHalfUp)
    .toNumber();
}

/**
 * `round_half_up(amount * factor)`, exact.
 *
 * @param factor a decimal string, such as a tax rate: `'0.23'`
 */
export function portion(amount: Minor, factor: string): Minor {
  return Big(amount).times(factor).round(0, Big.roundHalfUp).toNumber();
}

/** `round_up(amount * factor)`, exact: no less than `portion`. */
export function portionUp(amount: Minor, factor: string): Minor {
  return Big(amount).times(factor).round(0, Big.roundUp).toNumber();
}

/**
 * `round_half_up(amount * percent / 100)`, exact. Whole percents need no decimal arithmetic.
 *
 * @example percentOf(3200, 15) // 480
 */
export function percentOf(amount: Minor, percent: number): Minor {
  if (!Number.isInteger(percent) || !Number.isSafeInteger(amount * percent + 50))
    return Big(amount).times(percent).div(100).round(0, Big.roundHalfUp).toNumber();
  const hundredths = amount * percent + 50;
  return (hundredths - (hundredths % 100)) / 100;
}

/**
 * A payment that falls due `years` from now, when prices grow by `growth` a year:
 * `round_half_up(amount * (1 + growth)^years)`, exact.
 */
export function grown(amount: Minor, growth: string, years: number): Minor {
  if (years === 0 || Number(growth) === 0) return amount;
  return Big(amount).times(Big(1).plus(growth).pow(years)).round(0, Big.roundHalfUp).toNumber();
}

/** The amount as a plain decimal of its currency: `decimalAmount(1450, 'USD')` is `'14.50'`. */
export function decimalAmount(amount: Minor, currency: Currency): string {
  return Big(amount).div(Big(10).pow(decimals[currency])).toFixed(decimals[currency]);
}

/**
 * The inverse of `decimalAmount`.
 *
 * @throws Error where the text is not an amount of the currency, to its last unit
 */
export function minorAmount(decimal: string, currency: Currency): Minor {
  const minor = Big(decimal).times(Big(10).pow(decimals[currency]));
  if (!minor.eq(minor.round(0))) throw new Error(`${decimal} has more decimals than ${currency}`);
  return minor.toNumber();
}
