import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { AheadFeed } from '@tienda/core/pricing/aheadFeed';
import type { AheadQuestion } from '@tienda/core/pricing/aheadView';
import { useStored } from '../stored/stored';
import { AheadDesk } from '../workers/AheadDesk';
import { currencyStore } from './currencyStore';
import { useMine } from './mine';

/** What the years ahead of the names held depend on, amounts in the currency chosen. */
export function useAheadFeed() {
  const currency = useStored(currencyStore);
  return useMine<AheadFeed>(['names', 'ahead', currency], `/api/me/ahead?currency=${currency}`);
}

/** The years ahead, reckoned beside the page; those before stay until others come. */
export function useAheadView(feed: AheadFeed, question: AheadQuestion) {
  const [desk] = useState(() => new AheadDesk());
  useEffect(() => () => desk.close(), [desk]);
  const [version, setVersion] = useState({ feed, count: 0 });
  if (version.feed !== feed) setVersion({ feed, count: version.count + 1 });
  return useQuery({
    queryKey: ['me', 'ahead-view', version.count, question],
    // Where it is left, its question goes with the desk; whoever comes back asks anew.
    queryFn: ({ signal }) => desk.ask(feed, question, signal),
    placeholderData: keepPreviousData,
    // What was reckoned is told apart by what it was reckoned from.
    staleTime: Infinity,
    gcTime: 0,
    networkMode: 'always',
  });
}
