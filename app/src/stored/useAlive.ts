import { useSyncExternalStore } from 'react';

const never = () => () => undefined;

/** False while a page is what was written ahead of time, true once the script has taken over. */
export function useAlive(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
