import type { QueryClient, QueryKey } from '@tanstack/react-query';

/**
 * Shows what the server answered to a change. A read that began before may yet be told what was before the change: it is
 * given up, or it would come later and undo what is shown.
 */
export async function showChanged<Known>(
  queries: QueryClient,
  queryKey: QueryKey,
  shown: Known | ((before: Known | undefined) => Known | undefined),
  /** When it was read off, where that is not now, in ms. */
  updatedAt?: number,
): Promise<void> {
  await queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData<Known>(queryKey, shown, updatedAt === undefined ? {} : { updatedAt });
}
