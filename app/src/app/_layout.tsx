import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem } from '../api/client';
import { Shell } from '../features/shell/Shell';
import { TallyProvider, useComputedTally } from '../features/tally/useTally';
import { TiendaTheme } from '../ui/theme';

const mostRetries = 2;

/** Refusals stay refusals; only what could not be reached, or failed over there, is tried again. */
function worthRetrying(failures: number, fault: Error): boolean {
  const refused = fault instanceof ApiProblem && fault.status >= 400 && fault.status < 500;
  return !refused && failures < mostRetries;
}

export default function Layout() {
  const [queries] = useState(
    () => new QueryClient({ defaultOptions: { queries: { retry: worthRetrying, staleTime: 5000 } } }),
  );
  return (
    <QueryClientProvider client={queries}>
      <TiendaTheme>
        <Shop />
      </TiendaTheme>
    </QueryClientProvider>
  );
}

/** The shop with its one tally. */
function Shop() {
  return (
    <TallyProvider value={useComputedTally()}>
      <Shell />
    </TallyProvider>
  );
}
