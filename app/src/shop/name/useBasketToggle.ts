import { useCallback, useMemo } from 'react';
import type { Extension } from '@tienda/core/catalogue/extension';
import { canRegister, type RegistryAnswer } from '@tienda/core/names/availability';
import type { SearchAnswer } from '@tienda/core/search/searchEvent';
import { useBasket, usePutInBasket, useRemoveFromBasket } from '../../api/basket';
import { useAutoRenewDefault } from '../../api/session';
import { newLine } from '@tienda/core/basket/newLine';

/** Puts a free name in the basket, or takes it out again. */
export function useBasketToggle() {
  const lines = useBasket().data?.lines;
  const { mutate: put } = usePutInBasket();
  const autoRenew = useAutoRenewDefault();
  const { mutate: remove } = useRemoveFromBasket();
  const inBasket = useMemo(() => new Set(lines?.map(({ name }) => name)), [lines]);
  const toggle = useCallback(
    (name: string, answer: SearchAnswer | undefined, extension: Extension, years?: number) => {
      if (inBasket.has(name)) return remove(name);
      if (answer?.type !== 'result' || !canRegister(answer.status)) return;
      const line = newLine(name, answer.unicode, extension, autoRenew, registryAnswer(answer));
      put(years === undefined ? line : { ...line, years });
    },
    [inBasket, put, remove, autoRenew],
  );
  return { inBasket, toggle };
}

/** What the search said of a free name, as the basket keeps it. */
export function registryAnswer({ status, premium }: SearchAnswer): RegistryAnswer {
  return { status: status === 'premium' ? status : 'available', ...(premium ? { premium } : {}) };
}
