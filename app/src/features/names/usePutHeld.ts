import type { ShownName } from '@tienda/core/names/shownName';
import { usePutInBasket } from '../../api/basket';

/**
 * Puts the renewal of a name in the basket, for its shortest term, or its restoring where that is what it needs; nothing
 * happens where neither can be done.
 */
export function usePutHeld({ name, unicode, stage, renewFor, renewal, privacy, autoRenew, expiresOn }: ShownName) {
  const put = usePutInBasket();
  const action = stage === 'redemption' ? 'restore' : 'renew';
  const years = action === 'restore' ? renewal.years : renewFor[0];
  return {
    ...put,
    mutate: (whenPut?: () => void) => {
      if (years === undefined) return;
      const line = { name, action, unicode, years, privacy, autoRenew, heldUntil: expiresOn, stage } as const;
      put.mutate(line, whenPut ? { onSuccess: whenPut } : {});
    },
  };
}
