import { toALabel } from '@tienda/core/idna/idna';
import { soonDays, type NameCounts } from '@tienda/core/names/nameCounts';
import { addDays, type IsoDate } from '@tienda/core/time/isoDate';

/** What people look for among many names; each is counted. */
export const nameFilters = ['all', 'soon', 'ending', 'unpaid', 'unlocked', 'suspended'] as const;

export type NameFilter = (typeof nameFilters)[number] & keyof NameCounts;

/** The filter of that name; all names, where there is none. */
export function readFilter(text: string | undefined): NameFilter {
  return nameFilters.find((known) => known === text) ?? 'all';
}

/** A search as parameters of the list. @param typed part of a name */
export function searchOf(filter: NameFilter, typed: string, today: IsoDate): string {
  const is = {
    all: '',
    soon: `&endsBy=${addDays(today, soonDays)}`,
    ending: '&autoRenew=0',
    unpaid: '&unpaid=1',
    unlocked: '&locked=0',
    suspended: '&suspended=1',
  }[filter];
  const has = typed.trim().toLowerCase();
  return has === '' ? is : `${is}&has=${encodeURIComponent(toALabel(has) ?? has)}`;
}
