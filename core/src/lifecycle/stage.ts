import type { Lifecycle } from '../catalogue/extension';
import type { IsoDate } from '../time/isoDate';
import { afterExpiry } from './lifeOfName';

/** Where a name stands in its life (RFC 3915, section 2). */
export type Stage = 'active' | 'grace' | 'redemption' | 'pendingDelete' | 'free';

/** Where a name stands that an account holds, or held. */
export type HeldStage = Exclude<Stage, 'free'> | 'gone' | 'movedOut' | 'handedOver';

/**
 * The stage of a name that nobody renews.
 *
 * @example stageOf('2026-12-20', usual, '2027-02-10') // 'redemption'
 */
export function stageOf(expiresOn: IsoDate, days: Lifecycle, today: IsoDate): Stage {
  const { graceFrom, redemptionFrom, pendingDeleteFrom, freeFrom } = afterExpiry(expiresOn, days);
  if (today < graceFrom) return 'active';
  if (today < redemptionFrom) return 'grace';
  if (today < pendingDeleteFrom) return 'redemption';
  return today < freeFrom ? 'pendingDelete' : 'free';
}

/** The first day of the stage after the one that a name is in; the day it is free where it is already. */
export function nextStageOn(expiresOn: IsoDate, days: Lifecycle, today: IsoDate): IsoDate {
  const { graceFrom, redemptionFrom, pendingDeleteFrom, freeFrom } = afterExpiry(expiresOn, days);
  return [graceFrom, redemptionFrom, pendingDeleteFrom].find((first) => today < first) ?? freeFrom;
}

/** The stages that can follow each: by the days that pass, by renewing, restoring, giving back, moving away, handing over. */
export const stagesAfter: Readonly<Record<HeldStage, readonly HeldStage[]>> = {
  active: ['grace', 'redemption', 'gone', 'movedOut', 'handedOver'],
  grace: ['active', 'redemption', 'gone', 'movedOut', 'handedOver'],
  redemption: ['active', 'pendingDelete', 'gone'],
  pendingDelete: ['gone'],
  gone: [],
  movedOut: [],
  handedOver: [],
};

/** True while years can be added at the renewal price. */
export function canRenew(stage: HeldStage): boolean {
  return stage === 'active' || stage === 'grace';
}

/** Why a name that is held cannot be paid for as it was asked for. */
export type Closed =
  /** To be renewed or hidden, and it ran out too long ago. */
  | 'ranOut'
  /** To be restored, and it has not run out that long ago. */
  | 'notInRedemption'
  /** To be restored, and its registry is about to delete it. */
  | 'beyondRestore';

/** Why a name cannot be renewed, restored or hidden where it stands; undefined where it can. */
export function closedTo(action: 'renew' | 'restore' | 'privacy', stage: HeldStage): Closed | undefined {
  if (action !== 'restore') return canRenew(stage) ? undefined : 'ranOut';
  if (stage === 'redemption') return undefined;
  return canRenew(stage) ? 'notInRedemption' : 'beyondRestore';
}

const closedWords: Readonly<Record<Closed, string>> = {
  ranOut: 'ran out too long ago and can no longer be renewed',
  notInRedemption: 'is not in redemption and needs no restoring: renew it instead',
  beyondRestore: 'can no longer be restored: its registry is about to delete it',
};

/** The same in words, without what to do about it. @param unicode the name */
export function closedText(closed: Closed, unicode: string): string {
  return `${unicode} ${closedWords[closed]}`;
}
