import type { ReactNode } from 'react';
import { TallyProvider, useComputedTally } from './useTally';

/** One tally for the whole shop; what does not show it is not drawn again when it changes. */
export function WithTally({ children }: { readonly children: ReactNode }) {
  return <TallyProvider value={useComputedTally()}>{children}</TallyProvider>;
}
