import type { PremiumPrice } from '../names/availability';
import type { Purchase } from '../names/offer';
import { addDays, addYears, type IsoDate } from '../time/isoDate';

/** What is known of a name that is to come here: as its registry tells it, with its auth code where that fits. */
export interface MoveFacts {
  /** Statuses of EPP (RFC 5731 section 2.3), and of RFC 3915 where it is in a grace period. */
  readonly statuses: readonly string[];
  readonly createdOn: IsoDate;
  /** When it last came from another registrar. */
  readonly movedOn?: IsoDate;
  readonly expiresOn: IsoDate;
  /** True where Tienda looks after it already. */
  readonly isHere: boolean;
  readonly code: 'none' | 'wrong' | 'fits';
}

/** What a move of an extension's names is like. */
export interface MoveRules {
  /** Days for which a name stays after it was registered or moved. */
  readonly lockDays: number;
  /** Whether moving adds a year. */
  readonly addsYear: boolean;
}

/** Why a name cannot come here just now, the first thing to do first. */
export type MoveProblem =
  /** Nobody holds it: it can be registered. */
  | { readonly code: 'free' }
  | { readonly code: 'here' }
  /** Registered or moved lately: it stays until that day. */
  | { readonly code: 'tooYoung' | 'movedLately'; readonly until: IsoDate }
  /** Where it is now, it can be unlocked; or only its registry can. */
  | { readonly code: 'locked' | 'lockedByRegistry' }
  /** Out of service: by where it is now, or by its registry. */
  | { readonly code: 'onHold' }
  /** It is on its way to somebody already. */
  | { readonly code: 'underWay' }
  /** Something else about it is being decided. */
  | { readonly code: 'pending' }
  /** It ran out: it has to be restored, or is about to be free. */
  | { readonly code: 'inRedemption' }
  /** It is paid for so far ahead that a year more would be more than ten: until that day. */
  | { readonly code: 'tenYears'; readonly until: IsoDate }
  | { readonly code: 'codeNeeded' | 'wrongCode' };

/** A name that nothing stands in the way of. */
export interface Movable {
  /** When it expires once it is here. */
  readonly paidUntil: IsoDate;
  /** Its registry's own prices, where it is premium. */
  readonly premium?: PremiumPrice;
  /** The agreed offer by which it is bought of its holder. */
  readonly purchase?: Purchase;
}

const mostYears = 10;

/**
 * What stands in the way of moving a name here.
 *
 * @param facts undefined where its registry does not know it
 * @example moveProblems({ ...facts, statuses: ['clientTransferProhibited'] }, rules, '2026-11-28') // [{ code: 'locked' }]
 */
export function moveProblems(facts: MoveFacts | undefined, rules: MoveRules, today: IsoDate): MoveProblem[] {
  if (!facts) return [{ code: 'free' }];
  if (facts.isHere) return [{ code: 'here' }];
  const has = (...statuses: string[]) => statuses.some((status) => facts.statuses.includes(status));
  const problems: MoveProblem[] = [];
  if (has('redemptionPeriod', 'pendingDelete', 'pendingRestore')) problems.push({ code: 'inRedemption' });
  else if (has('pendingTransfer')) problems.push({ code: 'underWay' });
  else if (facts.statuses.some((status) => status.startsWith('pending'))) problems.push({ code: 'pending' });
  const staysUntil = (since: IsoDate) => addDays(since, rules.lockDays);
  if (today < staysUntil(facts.createdOn)) problems.push({ code: 'tooYoung', until: staysUntil(facts.createdOn) });
  else if (facts.movedOn !== undefined && today < staysUntil(facts.movedOn))
    problems.push({ code: 'movedLately', until: staysUntil(facts.movedOn) });
  if (has('serverTransferProhibited')) problems.push({ code: 'lockedByRegistry' });
  if (has('clientHold', 'serverHold')) problems.push({ code: 'onHold' });
  if (has('clientTransferProhibited')) problems.push({ code: 'locked' });
  if (rules.addsYear && addYears(facts.expiresOn, 1) > addYears(today, mostYears))
    problems.push({ code: 'tenYears', until: addYears(facts.expiresOn, 1 - mostYears) });
  if (facts.code === 'none') problems.push({ code: 'codeNeeded' });
  if (facts.code === 'wrong') problems.push({ code: 'wrongCode' });
  return problems;
}

/** When a name expires that has come here. */
export function expiryAfterMove(expiresOn: IsoDate, { addsYear }: MoveRules): IsoDate {
  return addsYear ? addYears(expiresOn, 1) : expiresOn;
}

/** True where nobody but time or somebody else can help: looking again is all there is to do. */
export function passesByItself({ code }: MoveProblem): boolean {
  return code !== 'free' && code !== 'here' && code !== 'codeNeeded' && code !== 'wrongCode';
}
