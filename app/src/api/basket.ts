import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { call } from './client';

const key = ['basket'];

export interface BasketView {
  readonly lines: readonly BasketLine[];
  readonly codes: BasketCodes;
}

export const emptyBasket: BasketView = { lines: [], codes: { typed: [] } };

const basketQuery = { queryKey: key, queryFn: () => call<BasketView>('GET', '/api/basket') };

export function useBasket() {
  return useQuery(basketQuery);
}

/** How many names are in it; whatever else changes, this does not. */
export function useBasketCount(): number {
  return useQuery({ ...basketQuery, select: ({ lines }) => lines.length }).data ?? 0;
}

/** Changes that this page has made to the basket so far. */
let changesMade = 0;

/** The basket once its registries have been asked of what was not known lately; shown wherever the basket is. */
export function useBasketCheck() {
  const queries = useQueryClient();
  return useQuery({
    queryKey: ['basketCheck'],
    queryFn: async () => {
      const before = changesMade;
      const basket = await call<BasketView>('GET', '/api/basket?check=true');
      // Registries take their time: what was changed meanwhile is newer than this answer.
      if (changesMade === before) queries.setQueryData(key, basket);
      return basket;
    },
    gcTime: 0,
    refetchInterval: 5 * 60 * 1000,
  });
}

/** Changes to the basket show at once, and are taken back where the server refuses them. */
function useBasketChange<Change>(
  apply: (basket: BasketView, change: Change) => Partial<BasketView>,
  send: (change: Change) => Promise<BasketView>,
) {
  const queries = useQueryClient();
  return useMutation({
    mutationKey: key,
    scope: { id: 'basket' },
    mutationFn: send,
    onMutate: async (change: Change) => {
      changesMade += 1;
      await queries.cancelQueries({ queryKey: key });
      const before = queries.getQueryData<BasketView>(key);
      const basket = before ?? emptyBasket;
      queries.setQueryData<BasketView>(key, { ...basket, ...apply(basket, change) });
      return { before };
    },
    onError: (_fault, _change, context) => queries.setQueryData(key, context?.before),
    onSuccess: (basket) => {
      if (queries.isMutating({ mutationKey: key }) === 1) queries.setQueryData(key, basket);
    },
  });
}

function withLines(basket: BasketView, lines: readonly BasketLine[]): Partial<BasketView> {
  const changed = new Map(lines.map((line) => [line.name, line]));
  const known = basket.lines.map((line) => changed.get(line.name) ?? line);
  const names = new Set(basket.lines.map(({ name }) => name));
  return { lines: [...known, ...lines.filter(({ name }) => !names.has(name))] };
}

const chosen = ({ years, privacy, autoRenew }: BasketLine) => ({ years, privacy, autoRenew });

export function usePutInBasket() {
  return useBasketChange<BasketLine>(
    (basket, line) => withLines(basket, [line]),
    (line) => call('PUT', `/api/basket/${encodeURIComponent(line.name)}`, chosen(line)),
  );
}

/** Puts many names in at once, or changes what was chosen for them. */
export function usePutManyInBasket() {
  return useBasketChange<readonly BasketLine[]>(withLines, (lines) =>
    call('POST', '/api/basket/lines', { lines: lines.map((line) => ({ name: line.name, ...chosen(line) })) }),
  );
}

export function useRemoveFromBasket() {
  return useBasketChange<string>(
    ({ lines }, name) => ({ lines: lines.filter((line) => line.name !== name) }),
    (name) => call('DELETE', `/api/basket/${encodeURIComponent(name)}`),
  );
}

export function useEmptyBasket() {
  return useBasketChange<undefined>(
    () => ({ lines: [] }),
    () => call('DELETE', '/api/basket'),
  );
}

/** The promo codes typed, and which of all to use. */
export function useKeepCodes() {
  return useBasketChange<BasketCodes>(
    (_, codes) => ({ codes }),
    (codes) => call('PUT', '/api/basket-codes', codes),
  );
}

/** What has changed has been read. */
export function useSeeChanges() {
  return useBasketChange<undefined>(
    ({ lines }) => ({ lines: lines.map(({ changes: _, ...line }) => line) }),
    () => call('POST', '/api/basket/seen'),
  );
}
