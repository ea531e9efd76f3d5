import { addDays, type IsoDate } from '../time/isoDate';
import type { Contact } from './contact';

/** Days in which both holders have to agree, and those for which the name stays here afterwards (ICANN transfer policy, II.C). */
const daysToAgree = 7;
const daysToStay = 60;

/** Who is asked: whoever holds the names, and whoever is to hold them. */
export const holderSides = ['old', 'new'] as const;
export type HolderSide = (typeof holderSides)[number];

/** What came of asking both holders. */
export type HolderChangeState =
  /** Who has agreed so far. */
  | { readonly at: 'asked'; readonly old: boolean; readonly new: boolean }
  /** Both have: the registries are asked to change it. */
  | { readonly at: 'agreed' }
  | { readonly at: 'done' | 'expired' | 'withdrawn' }
  | { readonly at: 'refused'; readonly by: HolderSide };

export type HolderChangeEvent =
  | { readonly type: 'agreed' | 'refused'; readonly by: HolderSide }
  /** Not both agreed in time. */
  | { readonly type: 'expired' }
  /** Whoever asked for it does not want it any more. */
  | { readonly type: 'withdrawn' }
  /** The last of the registries has answered, whatever it said. */
  | { readonly type: 'done' };

/**
 * The state after one more event; the same where somebody says again what they said before.
 *
 * @returns undefined where the event cannot follow: it is over, or both have agreed already
 */
export function nextHolderChange(state: HolderChangeState, event: HolderChangeEvent): HolderChangeState | undefined {
  if (event.type === 'done') return state.at === 'agreed' ? { at: 'done' } : undefined;
  if (state.at !== 'asked') return undefined;
  if (event.type === 'refused') return { at: 'refused', by: event.by };
  if (event.type !== 'agreed') return { at: event.type };
  const after = { ...state, [event.by]: true };
  return after.old && after.new ? { at: 'agreed' } : after;
}

/** The last day on which both can agree. */
export function agreeBy(askedOn: IsoDate): IsoDate {
  return addDays(askedOn, daysToAgree);
}

/** Changes asked for before this day and not agreed to are over: the inverse of `agreeBy`. */
export function overAskedBefore(today: IsoDate): IsoDate {
  return addDays(today, -daysToAgree);
}

/** The day until which a name stays here, while it does. @param from the first day on which it can be moved away; null for any */
export function staysUntil(from: IsoDate | null, today: IsoDate): IsoDate | undefined {
  return from !== null && today < from ? from : undefined;
}

/** The first day on which a name can be moved away whose holder has changed. */
export function movableFrom(changedOn: IsoDate): IsoDate {
  return addDays(changedOn, daysToStay);
}

type WhoHolds = Pick<Contact, 'name' | 'organisation' | 'email'>;

/**
 * True where somebody else holds a name then: another name, organisation or mail address. A house that was moved into, or
 * another phone, changes no holder.
 */
export function isAnotherHolder(before: WhoHolds, after: WhoHolds): boolean {
  const plain = (text: string | undefined) =>
    (text ?? '').normalize('NFKC').trim().replaceAll(/\s+/g, ' ').toLowerCase();
  return (['name', 'organisation', 'email'] as const).some((what) => plain(before[what]) !== plain(after[what]));
}

/** A person or an organisation, as they are named to the other side. */
export interface NamedHolder {
  readonly name: string;
  readonly organisation: string;
}

/** A change of holder as one of the two is shown it. */
export interface ShownHolderChange {
  readonly names: readonly string[];
  readonly from: NamedHolder;
  readonly to: NamedHolder;
  readonly agreeBy: IsoDate;
  /** As whom they are asked; as both, where one mail reaches both. */
  readonly as: readonly HolderSide[];
  readonly state: HolderChangeState;
}

/** A change of holder that is under way, as the account sees it on a name's page. */
export interface OpenHolderChange {
  readonly to: NamedHolder;
  readonly agreeBy: IsoDate;
  readonly state: Extract<HolderChangeState, { readonly at: 'asked' | 'agreed' }>;
}

/** Why the contacts of a name cannot be changed. */
export type CannotChangeContacts =
  /** Its term is over. */
  | 'over'
  /** Its holders are being asked about another change. */
  | 'asked'
  /** Its registry takes Latin letters only. */
  | 'latin';

/** What came of asking for other contacts of names. */
export interface ChangedContacts {
  /** Their registries were asked. */
  readonly asked: readonly string[];
  /** Old and new holder were asked by mail. */
  readonly waiting: readonly string[];
  readonly cannot: readonly { readonly name: string; readonly why: CannotChangeContacts }[];
}
