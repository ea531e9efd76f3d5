import { useMutation, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { NotMovable, ShownMove } from '@tienda/core/transfers/shownMove';
import { call } from './client';
import { someTimeMs, soonMs, useMine } from './mine';
import { showChanged } from './showChanged';

const path = '/api/me/moves';
const key = ['me', 'moves'];

/** Names that are to come here; asked again while one is on its way, or has not been looked at. */
export function useMoves() {
  const again = (moves: readonly ShownMove[]) => {
    if (moves.some(({ look }) => !look)) return soonMs;
    return moves.some(({ underWay }) => underWay) ? someTimeMs : undefined;
  };
  return useMine<readonly ShownMove[]>(['moves'], path, { again, needs: 'moveNames' });
}

/** What lies in the basket of them, and may be bought, depends on what was found. */
async function found(queries: QueryClient, moves?: readonly ShownMove[]): Promise<void> {
  if (moves) await showChanged(queries, key, moves);
  else await queries.invalidateQueries({ queryKey: key });
  await queries.invalidateQueries({ queryKey: ['basket'] });
}

export interface WantedName {
  readonly name: string;
  readonly code?: string;
}

/** Has names looked at that are to come here. */
export function useWantMoves() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (names: readonly WantedName[]) =>
      call<{ readonly moves: readonly ShownMove[]; readonly cannot: readonly NotMovable[] }>('POST', path, {
        names: names.map(({ name, code }) => ({ name, ...(code === undefined ? {} : { code }) })),
      }),
    onSuccess: ({ moves }) => found(queries, moves),
  });
}

export function useForgetMove() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => call<undefined>('DELETE', `${path}/${encodeURIComponent(name)}`),
    onSuccess: () => found(queries),
  });
}

/** Calls off a name that is on its way; what becomes of it is told by its order. */
export function useCallOff() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (name: string) =>
      call<readonly ShownMove[]>('POST', `${path}/${encodeURIComponent(name)}/call-off`, {}),
    onSettled: () => found(queries),
  });
}
