import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { call } from './client';

const key = ['basket'];

interface BasketView {
  readonly lines: readonly BasketLine[];
}

export function useBasket() {
  return useQuery({ queryKey: key, queryFn: () => call<BasketView>('GET', '/api/basket') });
}

/** Changes to the basket show at once, and are taken back where the server refuses them. */
function useBasketChange<Change>(
  apply: (lines: readonly BasketLine[], change: Change) => readonly BasketLine[],
  send: (change: Change) => Promise<BasketView>,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationKey: key,
    scope: { id: 'basket' },
    mutationFn: send,
    onMutate: async (change: Change) => {
      await queries.cancelQueries({ queryKey: key });
      const before = queries.getQueryData<BasketView>(key);
      queries.setQueryData<BasketView>(key, { lines: apply(before?.lines ?? [], change) });
      return { before };
    },
    onError: (_fault, _change, context) => queries.setQueryData(key, context?.before),
    onSuccess: (basket) => {
      if (queries.isMutating({ mutationKey: key }) === 1) queries.setQueryData(key, basket);
    },
  });
}

export function usePutInBasket() {
  return useBasketChange<BasketLine>(
    (lines, line) =>
      lines.some(({ name }) => name === line.name)
        ? lines.map((other) => (other.name === line.name ? line : other))
        : [...lines, line],
    ({ name, years, privacy, autoRenew }) =>
      call('PUT', `/api/basket/${encodeURIComponent(name)}`, { years, privacy, autoRenew }),
  );
}

export function useRemoveFromBasket() {
  return useBasketChange<string>(
    (lines, name) => lines.filter((line) => line.name !== name),
    (name) => call('DELETE', `/api/basket/${encodeURIComponent(name)}`),
  );
}
