import { addDays, type IsoDate } from '../time/isoDate';

/** Days in which whoever is to have names says whether they take them. */
const daysToAnswer = 7;

/** Where it stands that names go from one account here to another: both sides have to want it. */
export type HandOverState =
  /** The one side has offered them. */
  { readonly at: 'offered' } | { readonly at: 'taken' | 'declined' | 'withdrawn' | 'expired' };

/** The state after somebody said something; undefined where it is over. */
export function nextHandOver(
  { at }: HandOverState,
  said: Exclude<HandOverState['at'], 'offered'>,
): HandOverState | undefined {
  return at === 'offered' ? { at: said } : undefined;
}

/** The last day on which it can be answered. */
export function answerBy(offeredOn: IsoDate): IsoDate {
  return addDays(offeredOn, daysToAnswer);
}

/** Those offered before this day and not answered are over: the inverse of `answerBy`. */
export function overOfferedBefore(today: IsoDate): IsoDate {
  return addDays(today, -daysToAnswer);
}

/** Names that go from one account to another, as either of them sees it. */
export interface ShownHandOver {
  readonly id: string;
  /** Mail address of the other side. */
  readonly with: string;
  readonly names: readonly { readonly name: string; readonly unicode: string; readonly expiresOn: IsoDate }[];
  readonly answerBy: IsoDate;
  readonly state: HandOverState;
}

/** Those that an account offers to others, and those that are offered to it; the latest first. */
export interface HandOvers {
  readonly given: readonly ShownHandOver[];
  readonly offered: readonly ShownHandOver[];
}

/** Why a name cannot be handed over just now. */
export type CannotHandOver =
  /** Its term is over, or it is about to be deleted. */
  | 'over'
  /** It is offered to somebody already. */
  | 'offered'
  /** Its holders are asked whether it may change hands. */
  | 'holderAsked'
  /** Another registrar asks for it. */
  | 'asked'
  /** Its registry has not answered what was asked of it. */
  | 'changing';
