import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useSyncExternalStore } from 'react';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { call } from './client';
import { useSession } from './session';

const minuteMs = 60_000;

function everyMinute(listener: () => void): () => void {
  const timer = setInterval(listener, minuteMs);
  // Timers sleep while the page is not seen.
  document.addEventListener('visibilitychange', listener);
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', listener);
  };
}

/** The shop's date and time to the minute, as ISO 8601 instant; it moves on. Undefined until the shop has said. */
export function useNow(): string | undefined {
  const { data, dataUpdatedAt } = useSession();
  const aheadMs = data ? new Date(data.now).getTime() - dataUpdatedAt : 0;
  const thisMinute = () => Math.floor((Date.now() + aheadMs) / minuteMs);
  const minute = useSyncExternalStore(everyMinute, thisMinute, thisMinute);
  if (!data) return undefined;
  return new Date(minute * minuteMs).toISOString();
}

/** The shop's date; undefined until the shop has said. */
export function useToday(): IsoDate | undefined {
  const now = useNow();
  return now === undefined ? undefined : isoDate(new Date(now));
}

/** What depends on the day: prices, offers, codes, and what names answered. */
const ofTheDay = ['extensions', 'rates', 'promotions', 'basket', 'search', 'ideas', 'me'];

/** Asks anew for what depends on the day when another day has begun: a page left open over night shows no old price. */
export function useNewDay(): void {
  const queries = useQueryClient();
  const today = useToday();
  const before = useRef<IsoDate>(undefined);
  useEffect(() => {
    if (before.current !== undefined && today !== before.current)
      for (const what of ofTheDay) void queries.invalidateQueries({ queryKey: [what] });
    before.current = today;
  }, [queries, today]);
}

/** Moves the demo's clock on by days; everything is asked for anew. */
export function useMoveClock() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (advanceDays: number) => call<unknown>('POST', '/api/demo/clock', { advanceDays }),
    onSettled: () => queries.invalidateQueries(),
  });
}
