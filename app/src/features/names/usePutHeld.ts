import type { ShownName } from '@tienda/core/names/shownName';
import { usePutInBasket } from '../../api/basket';
import { heldLine } from './heldLine';

/** Puts what keeps a name in the basket: its renewal, or its restoring; nothing happens where neither can be done. */
export function usePutHeld(name: ShownName) {
  const put = usePutInBasket();
  const line = heldLine(name);
  return {
    ...put,
    mutate: (whenPut?: () => void) => {
      if (line) put.mutate(line, whenPut ? { onSuccess: whenPut } : {});
    },
  };
}
