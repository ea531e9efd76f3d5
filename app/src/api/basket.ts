import { queryOptions, useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { call } from './client';

const key = ['basket'];

export interface BasketView {
  readonly lines: readonly BasketLine[];
  readonly codes: BasketCodes;
}

export const emptyBasket: BasketView = { lines: [], codes: { typed: [] } };

/** The basket as the server has it. */
export const basketQuery = queryOptions({ queryKey: key, queryFn: ({ client }) => readBasket(client) });

export function useBasket() {
  return useQuery(basketQuery);
}

/** The basket, asked for anew by whoever enters: what was not paid for may have come back into it meanwhile. */
export function useFreshBasket() {
  return useQuery({ ...basketQuery, refetchOnMount: 'always' });
}

/** True where the basket is empty for certain: one being fetched may hold again what was not paid for. */
export function isEmpty({ data, isFetching }: ReturnType<typeof useBasket>): boolean {
  return !isFetching && data?.lines.length === 0;
}

/** How many names are in it; whatever else changes, this does not. */
export function useBasketCount(): number {
  return useQuery({ ...basketQuery, select: ({ lines }) => lines.length }).data ?? 0;
}

type Change = (basket: BasketView) => BasketView;

/** Changes under way, on top of what the server last said. */
interface Pending {
  confirmed: BasketView | undefined;
  readonly changes: Change[];
  /** Changes made so far, over or not. */
  made: number;
  /** Those who wait until no change is under way. */
  readonly waiting: (() => void)[];
}

const pendingOf = new WeakMap<QueryClient, Pending>();

function pendingIn(queries: QueryClient): Pending {
  const known = pendingOf.get(queries) ?? { confirmed: undefined, changes: [], made: 0, waiting: [] };
  pendingOf.set(queries, known);
  return known;
}

/** Shows the basket as the server has it, with the changes under way. */
function showBasket(queries: QueryClient, { confirmed, changes }: Pending): void {
  queries.setQueryData<BasketView>(
    key,
    changes.reduce((basket, change) => change(basket), confirmed ?? emptyBasket),
  );
}

/**
 * Asks the server for the basket while nothing is being changed, and again where something was meanwhile: what it said
 * before a change, or beside one, is older than what is shown.
 */
export async function readBasket(queries: QueryClient, path = '/api/basket'): Promise<BasketView> {
  const pending = pendingIn(queries);
  for (;;) {
    while (pending.changes.length > 0) await new Promise<void>((resolve) => pending.waiting.push(resolve));
    const { made } = pending;
    const basket = await call<BasketView>('GET', path);
    if (pending.made === made) return basket;
  }
}

const checkKey = ['basketCheck'];

/** The basket once its registries have been asked of what was not known lately; shown wherever the basket is. */
export function useBasketCheck() {
  const queries = useQueryClient();
  return useQuery({
    queryKey: checkKey,
    queryFn: async () => {
      const basket = await readBasket(queries, '/api/basket?check=true');
      queries.setQueryData(key, basket);
      return basket;
    },
    gcTime: 0,
    refetchInterval: 5 * 60 * 1000,
  });
}

/** Changes to the basket show at once; one that the server refuses is taken back, and the others stay. */
function useBasketChange<Wanted>(
  apply: (basket: BasketView, wanted: Wanted) => Partial<BasketView>,
  send: (wanted: Wanted) => Promise<BasketView>,
) {
  const queries = useQueryClient();
  const over = (change: Change, confirmed?: BasketView) => {
    const pending = pendingIn(queries);
    const place = pending.changes.indexOf(change);
    if (place >= 0) pending.changes.splice(place, 1);
    if (confirmed) pending.confirmed = confirmed;
    showBasket(queries, pending);
    if (pending.changes.length === 0) for (const goOn of pending.waiting.splice(0)) goOn();
  };
  return useMutation({
    mutationKey: key,
    scope: { id: 'basket' },
    mutationFn: send,
    onMutate: async (wanted: Wanted) => {
      const pending = pendingIn(queries);
      const isFirst = pending.changes.length === 0;
      const change: Change = (basket) => ({ ...basket, ...apply(basket, wanted) });
      pending.made += 1;
      pending.changes.push(change);
      await queries.cancelQueries({ queryKey: key });
      if (isFirst) pending.confirmed = queries.getQueryData<BasketView>(key);
      showBasket(queries, pending);
      return { change };
    },
    onError: (_fault, _wanted, context) => {
      if (context) over(context.change);
    },
    onSuccess: (basket, _wanted, { change }) => over(change, basket),
  });
}

function withLines(basket: BasketView, lines: readonly BasketLine[]): Partial<BasketView> {
  const changed = new Map(lines.map((line) => [line.name, line]));
  const known = basket.lines.map((line) => changed.get(line.name) ?? line);
  const names = new Set(basket.lines.map(({ name }) => name));
  return { lines: [...known, ...lines.filter(({ name }) => !names.has(name))] };
}

const chosen = ({ action, years, privacy, autoRenew }: BasketLine) => ({ action, years, privacy, autoRenew });

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
