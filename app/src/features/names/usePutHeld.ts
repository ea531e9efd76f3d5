import type { ShownName } from '@tienda/core/names/shownName';
import { usePutInBasket } from '../../api/basket';
import { heldLine } from './heldLine';

/** Puts what keeps a name in the basket: its renewal, or its restoring; nothing happens where neither can be done. */
export function usePutHeld(name: ShownName) {
  const put = usePutInBasket();
  return {
    ...put,
    /** @param years its shortest term where left out */
    mutate: (whenPut?: () => void, years?: number) => {
      const line = heldLine(name, years);
      if (line) put.mutate(line, whenPut ? { onSuccess: whenPut } : {});
    },
  };
}
