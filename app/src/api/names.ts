import { keepPreviousData, useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { DelegationChange } from '@tienda/core/dns/delegation';
import type { NameserverLook } from '@tienda/core/dns/nameserverLook';
import type { Currency } from '@tienda/core/money/money';
import type { ShownNameEvent } from '@tienda/core/names/nameEvent';
import type { ChangedNames, ChangeStep, NameChange } from '@tienda/core/names/nameChange';
import type { RegistryLook } from '@tienda/core/names/atRegistry';
import type { NameCounts } from '@tienda/core/names/nameCounts';
import type { GivenBack, ShownName } from '@tienda/core/names/shownName';
import { useStored } from '../stored/stored';
import { call, page } from './client';
import { currencyStore } from './currencyStore';
import { someTimeMs, soonMs, useMine } from './mine';
import { sendOnce } from './sendOnce';
import { useSession } from './session';
import { showChanged } from './showChanged';

function addressOf(name: string, currency: Currency): string {
  return `/api/me/names/${encodeURIComponent(name)}?currency=${currency}`;
}

/**
 * A name held; once what is under way with it has ended, what hangs on that is asked for anew.
 *
 * @param isLeaving it was given back, and its registry has not said so yet
 */
export function useName(name: string, isLeaving = false) {
  const queries = useQueryClient();
  const currency = useStored(currencyStore);
  const held = useMine<ShownName>(['names', currency, name], addressOf(name, currency), {
    again: ({ changing, holderChange, givingBack }) => {
      // What is on its way out is looked at until it is gone, or stays and can be given back again.
      const isOnItsWay = changing === true || (isLeaving && !givingBack);
      return isOnItsWay ? soonMs : holderChange ? someTimeMs : undefined;
    },
  });
  const { changing = false, holderChange } = held.data ?? {};
  const isUnderWay = changing || holderChange !== undefined;
  useEffect(() => {
    if (!isUnderWay) return undefined;
    return () => {
      for (const about of ['log', 'registry'])
        void queries.invalidateQueries({ queryKey: ['me', 'names', about, name] });
    };
  }, [isUnderWay, name, queries]);
  return held;
}

/** What happened to a name held, the latest first. */
export function useNameLog(name: string) {
  return useMine<ShownNameEvent[]>(['names', 'log', name], `/api/me/names/${encodeURIComponent(name)}/log`);
}

/** A name as its registry has it now, and what differs from what is kept here. */
export function useRegistryLook(name: string) {
  return useMine<RegistryLook>(['names', 'registry', name], `/api/me/names/${encodeURIComponent(name)}/registry`);
}

/** Changes what is left to its holder; what depends on its registry may come later. */
export function useChangeName(name: string) {
  const queries = useQueryClient();
  const currency = useStored(currencyStore);
  return useMutation({
    mutationFn: (change: NameChange) => call<ShownName>('PATCH', addressOf(name, currency), change),
    onSuccess: async (shown) => {
      await showChanged(queries, ['me', 'names', currency, name], shown);
      for (const about of ['log', 'registry'])
        await queries.invalidateQueries({ queryKey: ['me', 'names', about, name] });
      await queries.invalidateQueries({ queryKey: ['me', 'names', 'ahead'] });
      void queries.invalidateQueries({ queryKey: ['me', 'groups'] });
    },
  });
}

/** Gives a name back that is new; sent again after silence, it is the same asking. */
export function useGiveBack(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => sendOnce<GivenBack>(`/api/me/names/${encodeURIComponent(name)}/give-back`, {}),
    // While it waits it is looked at until it is gone; once it is, the page that shows it says so.
    onSuccess: ({ done }) => queries.invalidateQueries({ queryKey: ['me'], refetchType: done ? 'none' : 'active' }),
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

/** Counted again while registries have not answered; the names are asked for anew each time that some have. */
export function useNameCounts() {
  const queries = useQueryClient();
  const counts = useMine<NameCounts>(['names', 'counts'], '/api/me/name-counts', {
    again: ({ changing }) => (changing > 0 ? soonMs : undefined),
  });
  const changing = counts.data?.changing ?? 0;
  useEffect(() => {
    if (changing === 0) return undefined;
    return () => void queries.invalidateQueries({ queryKey: ['me', 'names'] });
  }, [changing, queries]);
  return counts;
}

const pageLength = 50;

/** Names that are so, page by page. @param search parameters of the list */
export function useNamePages(search: string) {
  const currency = useStored(currencyStore);
  const signedIn = !!useSession().data?.account;
  return useInfiniteQuery({
    queryKey: ['me', 'names', currency, 'pages', search],
    queryFn: ({ pageParam }) => page<ShownName[]>(pageParam),
    initialPageParam: `/api/me/names?currency=${currency}&limit=${pageLength}${search}`,
    getNextPageParam: ({ next }) => next,
    placeholderData: keepPreviousData,
    enabled: signedIn,
  });
}

/** All names that are so, however many. */
export function useEveryName() {
  return useMutation({ mutationFn: everyName });
}

async function everyName(search: string): Promise<ShownName[]> {
  const names: ShownName[] = [];
  for (
    let path: string | undefined = `/api/me/names?currency=${currencyStore.get()}&limit=${mostAtOnce}${search}`;
    path;
  ) {
    const { body, next }: { body: ShownName[]; next: string | undefined } = await page(path);
    names.push(...body);
    path = next;
  }
  return names;
}

const mostAtOnce = 500;

/** Asks nameservers whether they answer for a name, before it is delegated to them. */
export function useNameserverLook(name: string) {
  return useMutation({
    mutationFn: ({ nameservers, hosts = [] }: DelegationChange) =>
      call<NameserverLook[]>('POST', `/api/me/names/${encodeURIComponent(name)}/nameserver-looks`, {
        nameservers,
        hosts,
      }),
  });
}

/** Changes many names, so many at once; what was changed before something went wrong stays so. */
export function useChangeNames() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (steps: readonly ChangeStep[]) => {
      const all: { changed: string[]; asked: string[]; cannot: string[] } = { changed: [], asked: [], cannot: [] };
      for (const { names, change } of steps)
        for (let from = 0; from < names.length; from += mostAtOnce) {
          const some = { names: names.slice(from, from + mostAtOnce), ...change };
          const done = await call<ChangedNames>('POST', '/api/me/name-changes', some);
          for (const what of ['changed', 'asked', 'cannot'] as const) all[what].push(...done[what]);
        }
      return all satisfies ChangedNames;
    },
    onSettled: async () => {
      await queries.invalidateQueries({ queryKey: ['me', 'names'] });
      await queries.invalidateQueries({ queryKey: ['me', 'groups'] });
    },
  });
}

/** The secret address of the calendar of one's names. */
export function useCalendar() {
  return useMine<{ url: string }>(['calendar'], '/api/me/calendar', { needs: 'changeAccount' });
}

/** Another secret address; the one before ends. */
export function useChangeCalendar() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () => call<{ url: string }>('POST', '/api/me/calendar'),
    onSuccess: (changed) => showChanged(queries, ['me', 'calendar'], changed),
  });
}
