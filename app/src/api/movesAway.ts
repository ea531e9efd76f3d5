import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { MovesAway } from '@tienda/core/transfers/moveAway';
import { call } from './client';
import { someTimeMs, useMine } from './mine';
import { showChanged } from './showChanged';

const path = '/api/me/moves-away';

/** Names that others ask for, and those that have left; once one is decided on, names are asked for anew. */
export function useMovesAway() {
  const queries = useQueryClient();
  const away = useMine<MovesAway>(['movesAway'], path, {
    again: ({ asked }) => (asked.length > 0 ? someTimeMs : undefined),
    othersChangeIt: true,
  });
  const open = away.data?.asked.length ?? 0;
  useEffect(() => {
    if (open === 0) return undefined;
    return () => void queries.invalidateQueries({ queryKey: ['me', 'names'] });
  }, [open, queries]);
  return away;
}

/** Lets a name go that another registrar asks for, or keeps it. */
export function useAnswerMoveAway(name: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (agreed: boolean) => call<MovesAway>('POST', `${path}/${encodeURIComponent(name)}`, { agreed }),
    onSuccess: (away) => showChanged(queries, ['me', 'movesAway'], away),
    // What was said too late has been decided otherwise.
    onSettled: () => queries.invalidateQueries({ queryKey: ['me'] }),
  });
}
