import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Currency } from '@tienda/core/money/money';
import type { ShownNameEvent } from '@tienda/core/names/nameEvent';
import type { ShownName } from '@tienda/core/names/shownName';
import { useStored } from '../stored/stored';
import { call } from './client';
import { currencyStore } from './currencyStore';
import { useMine } from './mine';

/** What the holder of a name changes of it. */
export interface NameChange {
  readonly autoRenew?: boolean;
  /** Against transfer. */
  readonly locked?: boolean;
}

const lookAgainMs = 2000;

/** Amounts in the currency chosen. */
export function useNames() {
  const currency = useStored(currencyStore);
  return useMine<ShownName[]>(['names', currency], `/api/me/names?currency=${currency}`);
}

function addressOf(name: string, currency: Currency): string {
  return `/api/me/names/${encodeURIComponent(name)}?currency=${currency}`;
}

export function useName(name: string) {
  const currency = useStored(currencyStore);
  const held = useMine<ShownName>(['names', currency, name], addressOf(name, currency));
  // Its registry has been asked: looked at again until it has answered.
  const { refetch } = held;
  const isChanging = held.data?.changing === true;
  useEffect(() => {
    if (!isChanging) return undefined;
    const timer = setInterval(() => void refetch(), lookAgainMs);
    return () => clearInterval(timer);
  }, [isChanging, refetch]);
  return held;
}

/** What happened to a name held, the latest first. */
export function useNameLog(name: string) {
  return useMine<ShownNameEvent[]>(['names', 'log', name], `/api/me/names/${encodeURIComponent(name)}/log`);
}

/** Changes what is left to its holder; what depends on its registry may come later. */
export function useChangeName(name: string) {
  const queries = useQueryClient();
  const currency = useStored(currencyStore);
  return useMutation({
    mutationFn: (change: NameChange) => call<ShownName>('PATCH', addressOf(name, currency), change),
    onSuccess: async (shown) => {
      queries.setQueryData(['me', 'names', currency, name], shown);
      await queries.invalidateQueries({ queryKey: ['me', 'names', 'log', name] });
      await queries.invalidateQueries({ queryKey: ['me', 'names', currency], exact: true });
    },
  });
}

/** A new auth code, for the password once more; shown this once. */
export function useNewAuthCode(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (password: string) =>
      call<{ authCode: string }>('POST', `/api/me/names/${encodeURIComponent(name)}/auth-code`, { password }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me', 'names', 'log', name] }),
  });
}
