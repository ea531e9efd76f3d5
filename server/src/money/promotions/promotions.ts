import { offerPeriod } from '@tienda/core/catalogue/offerPeriod';
import { codeKey, type Promotion } from '@tienda/core/pricing/promotion';
import { startedOn } from '../../platform/clock/clock';
import file from './promotions.json';

/** Every promo code there is, the private ones too: not to be sent as a whole. */
export const promotions: readonly Promotion[] = file.map((entry): Promotion => {
  const { kind, on, years, ...rest } = entry;
  if (!isKind(kind) || !isAction(on) || (years !== 'first' && years !== 'all'))
    throw new Error(`The promo code ${entry.code} is not written as it should be`);
  return { ...rest, ...offerPeriod(rest, startedOn), kind, on, years };
});

export function promotionOf(typed: string): Promotion | undefined {
  const key = codeKey(typed);
  return promotions.find(({ code }) => code === key);
}

function isKind(kind: string): kind is Promotion['kind'] {
  return ['percent', 'amount', 'firstYearPrice', 'freePrivacy'].includes(kind);
}

function isAction(on: string): on is Promotion['on'] {
  return ['register', 'renew', 'transfer', 'all'].includes(on);
}
