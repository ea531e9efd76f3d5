import { useDeferredValue, type ReactNode } from 'react';

/**
 * A picture of one of many rows, in a place of its own size: drawn right after what is read, so that many rows are there
 * sooner.
 */
export function Picture({ children }: { readonly children: ReactNode }) {
  return useDeferredValue(true, false) ? children : null;
}
