import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Currency } from '@tienda/core/money/money';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import type { Statement, StatementPeriod } from '@tienda/core/orders/statement';
import { useStored } from '../stored/stored';
import { call } from './client';
import { currencyStore } from './currencyStore';
import { useMine } from './mine';

/** Groups of names, by title. */
export function useGroups() {
  return useMine<NameGroup[]>(['groups'], '/api/me/groups');
}

function statementQuery({ from, to }: StatementPeriod, currency: Currency): string {
  return `from=${from}&to=${to}&currency=${currency}`;
}

/** What a group holds, bought and has due, in the currency chosen. */
export function useStatement(id: string, period: StatementPeriod) {
  const query = statementQuery(period, useStored(currencyStore));
  return useMine<Statement>(['groups', id, 'statement', query], `/api/me/groups/${id}/statement?${query}`);
}

/** The same as a file. */
export function statementPdfUrl(id: string, period: StatementPeriod): string {
  return `/api/me/groups/${id}/statement.pdf?${statementQuery(period, currencyStore.get())}`;
}

/** What is written of a group; without an id it is a new one. */
export type WrittenGroup = Pick<NameGroup, 'title' | 'note'> & Partial<Pick<NameGroup, 'id' | 'contacts'>>;

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
