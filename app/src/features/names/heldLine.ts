import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { ShownName } from '@tienda/core/names/shownName';

/**
 * The renewal of a name as a line of the basket, for its shortest term, or its restoring where that is what it needs;
 * undefined where neither can be done.
 */
export function heldLine({
  name,
  unicode,
  stage,
  renewFor,
  renewal,
  privacy,
  autoRenew,
  expiresOn,
}: ShownName): BasketLine | undefined {
  const action = stage === 'redemption' ? 'restore' : 'renew';
  const years = action === 'restore' ? renewal.years : renewFor[0];
  return years === undefined
    ? undefined
    : { name, action, unicode, years, privacy, autoRenew, heldUntil: expiresOn, stage };
}
