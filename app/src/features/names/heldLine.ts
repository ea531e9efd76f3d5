import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { ShownName } from '@tienda/core/names/shownName';

/**
 * The renewal of a name as a line of the basket, or its restoring where that is what it needs; undefined where neither
 * can be done.
 *
 * @param most it is renewed for so many years, or as many as can be added; for its shortest term where left out
 */
export function heldLine(held: ShownName, most = 0): BasketLine | undefined {
  const { name, unicode, stage, renewFor, renewal, privacy, autoRenew, expiresOn } = held;
  const action = stage === 'redemption' ? 'restore' : 'renew';
  const years = action === 'restore' ? renewal.years : (renewFor.findLast((some) => some <= most) ?? renewFor[0]);
  return years === undefined
    ? undefined
    : { name, action, unicode, years, privacy, autoRenew, heldUntil: expiresOn, stage };
}
