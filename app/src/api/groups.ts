import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import { call } from './client';
import { useMine } from './mine';

/** Groups of names, by title. */
export function useGroups() {
  return useMine<NameGroup[]>(['groups'], '/api/me/groups');
}

/** What is written of a group; without an id it is a new one. */
export type WrittenGroup = Pick<NameGroup, 'title' | 'note'> & { readonly id?: string };

export function useKeepGroup() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...words }: WrittenGroup) =>
      id === undefined
        ? call<Pick<NameGroup, 'id'>>('POST', '/api/me/groups', words)
        : call<Pick<NameGroup, 'id'>>('PUT', `/api/me/groups/${id}`, words),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me', 'groups'] }),
  });
}

export function useRemoveGroup() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: string) => call<undefined>('DELETE', `/api/me/groups/${id}`),
    onSuccess: async () => {
      for (const changed of ['groups', 'names']) await queries.invalidateQueries({ queryKey: ['me', changed] });
    },
  });
}
