import type { ShownName } from '@tienda/core/names/shownName';
import { usePutInBasket } from '../../api/basket';

/** Puts the renewal of a name in the basket, for its shortest term; nothing happens where it cannot be renewed. */
export function usePutRenewal({ name, unicode, renewFor, privacy, autoRenew, expiresOn }: ShownName) {
  const put = usePutInBasket();
  const [years] = renewFor;
  return {
    ...put,
    mutate: (whenPut?: () => void) => {
      if (years === undefined) return;
      const line = { name, action: 'renew', unicode, years, privacy, autoRenew, heldUntil: expiresOn } as const;
      put.mutate(line, whenPut ? { onSuccess: whenPut } : {});
    },
  };
}
