import type { IsoDate } from '../time/isoDate';
import { aheadOf, beforeRises, dearest, dueIn } from './ahead';
import type { Ahead, AheadName, BeforeRises, DueName } from './ahead';

/** What someone wants to see of the years ahead. */
export interface AheadQuestion {
  readonly today: IsoDate;
  /** Id of a group, or `none`; all names where empty. */
  readonly group: string;
  /** By how much prices rise yearly: a decimal string, or `own` for each extension's own history. */
  readonly growth: string;
  /** Names that are kept or dropped other than auto-renew says. */
  readonly kept: readonly (readonly [name: string, keeps: boolean])[];
  /** `YYYY-MM`; the first in which something falls due where left out, or where nothing does. */
  readonly month?: string;
  /** How many names of the month are told. */
  readonly dueAtMost: number;
}

/** The years ahead as they are drawn. */
export interface AheadView {
  readonly ahead: Ahead;
  /** Undefined where nothing falls due in ten years. */
  readonly month?: string;
  readonly due: readonly DueName[];
  /** How many fall due in the month. */
  readonly dueCount: number;
  /** Empty where there are few names to compare. */
  readonly dearest: readonly AheadName[];
  readonly rises: BeforeRises;
}

/** The dearest names are told apart where there are more than so many. */
const fewestToCompare = 10;
const mostTold = 5;

export function aheadView(all: readonly AheadName[], question: AheadQuestion): AheadView {
  const { today, group, growth, dueAtMost } = question;
  const names = group === '' ? all : all.filter(({ groupId = 'none' }) => groupId === group);
  const kept = new Map(question.kept);
  const isKept = ({ name, autoRenew }: AheadName) => kept.get(name) ?? autoRenew;
  const rising = growth === 'own' ? ({ price }: AheadName) => price.growth : growth;
  const ahead = aheadOf(names, isKept, today, rising);
  const busy = ahead.months.filter((one) => one.kept + one.ends > 0);
  const month = (busy.find((one) => one.month === question.month) ?? busy[0])?.month;
  const due = month === undefined ? [] : dueIn(month, names, isKept, today, rising);
  return {
    ahead,
    ...(month === undefined ? {} : { month }),
    due: due.slice(0, dueAtMost),
    dueCount: due.length,
    dearest: names.length > fewestToCompare ? dearest(names, mostTold) : [],
    rises: beforeRises(names, mostTold),
  };
}
