import type { Catalogue, WholeExtension } from '@tienda/core/catalogue/extension';
import { extensionOf } from '@tienda/core/catalogue/extensionOf';
import { toULabel } from '@tienda/core/idna/idna';
import type { Currency } from '@tienda/core/money/money';
import type { AheadName, AheadPrice } from '@tienda/core/pricing/ahead';
import { allowedTerms } from '@tienda/core/pricing/priceItem';
import { growthFrom } from '@tienda/core/pricing/termAdvice';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { HeldName } from '../held/store';
import { pricesOf, yearly } from '../held/views';

/** What the years ahead of a name depend on. */
export type RenewableName = Pick<HeldName, 'name' | 'expiresOn' | 'autoRenew' | 'groupId' | 'privacy' | 'premiumRenew'>;

/** Names with what renewing them costs; what many have in common is reckoned once. */
export function aheadNames(
  names: readonly RenewableName[],
  catalogue: Catalogue<WholeExtension>,
  currency: Currency,
  today: IsoDate,
): AheadName[] {
  const prices = new Map<string, AheadPrice>();
  const terms = new Map<string, number>();
  return names.map((held) => {
    const { name, expiresOn, autoRenew, groupId, privacy, premiumRenew } = held;
    const extension = extensionOf(name, catalogue);
    if (!extension) throw new Error(`${name} is held and in no extension`);
    const unicode = name.includes('xn--') ? toULabel(name) : name;
    return {
      name,
      unicode,
      autoRenew,
      ...(groupId === null ? {} : { groupId }),
      on: expiresOn,
      price: once(prices, `${extension.label} ${privacy} ${premiumRenew ?? ''}`, () =>
        priceOf(held, extension, currency),
      ),
      mostYears: once(
        terms,
        `${extension.label} ${expiresOn}`,
        () => allowedTerms('renew', { name, unicode, extension, heldUntil: expiresOn }, today).at(-1) ?? 0,
      ),
    };
  });
}

function priceOf(held: RenewableName, extension: WholeExtension, currency: Currency): AheadPrice {
  const years = Math.min(...extension.terms.renew);
  const { rise } = pricesOf(held, extension, currency);
  return {
    years,
    amount: yearly(held, extension, currency) * years,
    growth: growthFrom(extension.trend.renew),
    ...(rise ? { rise } : {}),
  };
}

function once<Value>(known: Map<string, Value>, key: string, make: () => Value): Value {
  const before = known.get(key);
  if (before !== undefined) return before;
  const made = make();
  known.set(key, made);
  return made;
}
