import { notifyManager, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { ApiProblem } from '../api/client';
import { currencyStore } from '../api/currencyStore';
import { useSessionEnd } from '../api/session';
import { useNewDay } from '../api/shopClock';
import { NotShownScreen } from '../features/shell/NotShownScreen';
import { Shell } from '../features/shell/Shell';
import { WithTally } from '../shop/tally/WithTally';
import { started } from '../quickStart';
import { Page, useAlive } from '../stored/alive';
import { makeFormats } from '../texts/format';
import { keepPlace } from '../ui/keepPlace';
import { TiendaTheme } from '../ui/theme';

// What changed is drawn within the same task, not a timer later.
notifyManager.setScheduler(queueMicrotask);

const mostRetries = 2;

// What `index.js` begins with.
export { parts } from '../parts';

export const unstable_settings = { screenErrorBoundary: NotShownScreen };

/** Refusals stay refusals; only what could not be reached, or failed over there, is tried again. */
function worthRetrying(failures: number, fault: Error): boolean {
  const refused = fault instanceof ApiProblem && fault.status >= 400 && fault.status < 500;
  return !refused && failures < mostRetries;
}

/** What has to be noticed wherever one is: that the page is alive, that the session ended, that the day is another. */
function Watchfulness() {
  const isAlive = useAlive();
  useSessionEnd();
  useNewDay();
  useEffect(() => {
    if (!isAlive) return undefined;
    started();
    makeFormats(currencyStore.get());
    return keepPlace();
  }, [isAlive]);
  return null;
}

export default function Layout() {
  const [queries] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          // Where the browser says that there is no network, what is asked for fails at once: nothing waits unseen.
          queries: { retry: worthRetrying, staleTime: 5000, networkMode: 'always', refetchOnReconnect: true },
          mutations: { networkMode: 'always' },
        },
      }),
  );
  return (
    <Page>
      <QueryClientProvider client={queries}>
        <TiendaTheme>
          <WithTally>
            <Watchfulness />
            <Shell />
          </WithTally>
        </TiendaTheme>
      </QueryClientProvider>
    </Page>
  );
}
