import type { Currency, Minor } from '../money/money';
import { addDays, type IsoDate } from '../time/isoDate';
import type { Reach, Scope } from './actor';

/** Days for which an invitation is good. */
const daysToAnswer = 14;

/** What may be left to helpers: whoever may do anything may see. */
export const helperScopes = ['see', 'dns', 'buy', 'manage'] as const satisfies readonly Scope[];

export type HelperScope = (typeof helperScopes)[number];

/** What is left to a helper. */
export interface Leave {
  readonly scopes: readonly HelperScope[];
  /** Of which names. */
  readonly reach: Reach;
  /** Where they may buy: at most that a calendar month, tax included. */
  readonly monthly?: { readonly amount: Minor; readonly currency: Currency };
  /** The owner is told by mail what they change. */
  readonly tells: boolean;
}

export type HelperState =
  | { readonly at: 'invited' | 'active' | 'declined' | 'expired' }
  /** By which of the two sides. */
  | { readonly at: 'ended'; readonly by: 'owner' | 'helper' };

export type HelperEvent =
  | { readonly type: 'accepted' | 'declined' | 'expired' }
  | { readonly type: 'ended'; readonly by: 'owner' | 'helper' };

/** The state after one more event; undefined where it cannot follow. */
export function nextHelper({ at }: HelperState, event: HelperEvent): HelperState | undefined {
  if (event.type === 'ended') return at === 'invited' || at === 'active' ? { at: 'ended', by: event.by } : undefined;
  if (at !== 'invited') return undefined;
  return { at: event.type === 'accepted' ? 'active' : event.type };
}

/** The last day on which an invitation can be accepted. */
export function invitedUntil(invitedOn: IsoDate): IsoDate {
  return addDays(invitedOn, daysToAnswer);
}

/** Invitations of before this day are over: the inverse of `invitedUntil`. */
export function overInvitedBefore(today: IsoDate): IsoDate {
  return addDays(today, -daysToAnswer);
}

/** Somebody whom an account has invited to help, as either side sees it. */
export interface ShownHelper extends Leave {
  readonly id: string;
  /** Mail address of the other side. */
  readonly with: string;
  readonly until: IsoDate;
  readonly state: HelperState;
}

/** Who helps an account, and whom it helps; the latest first. */
export interface Helpers {
  readonly mine: readonly ShownHelper[];
  readonly theirs: readonly ShownHelper[];
}
