import { toALabel } from '@tienda/core/idna/idna';
import { withinDays, type NameCounts } from '@tienda/core/names/nameCounts';
import { addDays, type IsoDate } from '@tienda/core/time/isoDate';

/** What people look for among many names; each is counted. */
export const nameFilters = [
  'all',
  'soon',
  'within60',
  'within90',
  'ending',
  'unpaid',
  'restorable',
  'dearer',
  'undelegated',
  'unlocked',
  'unconfirmed',
  'suspended',
] as const;

export type NameFilter = (typeof nameFilters)[number] & keyof NameCounts;

/** The filter of that name; all names, where there is none. */
export function readFilter(text: string | undefined): NameFilter {
  return nameFilters.find((known) => known === text) ?? 'all';
}

/** What a list of names can be sorted by. */
export const nameSorts = ['ends', 'endsLast', 'name', 'newest', 'oldest'] as const;

export type NameSort = (typeof nameSorts)[number];

/** The sort of that name; the soonest to end first, where there is none. */
export function readSort(text: string | undefined): NameSort {
  return nameSorts.find((known) => known === text) ?? 'ends';
}

const sorts: Readonly<Record<NameSort, string>> = {
  ends: '',
  endsLast: '&order=down',
  name: '&sort=name',
  newest: '&sort=since&order=down',
  oldest: '&sort=since',
};

/** What is looked for among the names of an account. */
export interface NameSearch {
  readonly filter: NameFilter;
  /** Part of a name. */
  readonly typed: string;
  readonly sort: NameSort;
  /** Id of a group, or `none`; any where empty. */
  readonly group: string;
}

/** A search as parameters of the list. */
export function searchOf({ filter, typed, sort, group }: NameSearch, today: IsoDate): string {
  const is = {
    all: '',
    soon: endsWithin('soon', today),
    within60: endsWithin('within60', today),
    within90: endsWithin('within90', today),
    restorable: '&stage=redemption',
    unconfirmed: '&unconfirmed=1',
    ending: '&autoRenew=0',
    unpaid: '&unpaid=1',
    dearer: '&dearer=1',
    undelegated: '&delegated=0',
    unlocked: '&locked=0',
    suspended: '&suspended=1',
  }[filter];
  const has = typed.trim().toLowerCase();
  const ofGroup = group === '' ? '' : `&group=${encodeURIComponent(group)}`;
  const having = has === '' ? '' : `&has=${encodeURIComponent(toALabel(has) ?? has)}`;
  return `${is}${having}${ofGroup}${sorts[sort]}`;
}

function endsWithin(days: keyof typeof withinDays, today: IsoDate): string {
  return `&endsBy=${addDays(today, withinDays[days])}`;
}
