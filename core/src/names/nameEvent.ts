import type { IsoDate } from '../time/isoDate';
import type { Who } from '../accounts/actor';

/** What can happen to a held name, for its log. */
export type NameEvent =
  | { readonly type: 'registered'; readonly years: number; readonly expiresOn: IsoDate }
  /** It came here from another registrar. */
  | { readonly type: 'movedIn'; readonly expiresOn: IsoDate }
  | { readonly type: 'renewed' | 'restored'; readonly years: number; readonly expiresOn: IsoDate }
  | { readonly type: 'autoRenew' | 'privacy'; readonly on: boolean }
  /** Put in a group, by its title then; out of any, where null. */
  | { readonly type: 'grouped'; readonly title: string | null }
  /** To which nameservers it is delegated: Tienda's own where null; `kept` are hosts below it that other names still use. */
  | {
      readonly type: 'delegated';
      readonly nameservers: readonly string[] | null;
      readonly signed: boolean;
      readonly kept?: readonly string[];
    }
  /** Somebody else holds it by law, by name and organisation; or its other contacts are others. */
  | { readonly type: 'holder'; readonly to: string }
  | { readonly type: 'contacts' }
  /** Its records at Tienda's name servers were changed: which state of them that is, counted from one. */
  | { readonly type: 'records'; readonly version: number }
  /** Against transfer. */
  | { readonly type: 'locked' | 'unlocked' }
  /** It was given back while it was new, and deleted at its registry. */
  | { readonly type: 'givenBack' }
  /** Another registrar asked for it: whether its holder, or their silence, let it go. */
  | { readonly type: 'moveAsked'; readonly to: string }
  | { readonly type: 'moveAnswered'; readonly agreed: boolean }
  /** Nothing came of that. */
  | { readonly type: 'moveOver' }
  | { readonly type: 'movedOut' }
  /** It went to another account here, or came from one: its mail address. */
  | { readonly type: 'handedOver'; readonly to: string }
  | { readonly type: 'takenOver'; readonly from: string }
  /** A new auth code was made; it was shown where the registry answered in time. */
  | { readonly type: 'authCode' }
  | { readonly type: 'suspended' }
  | { readonly type: 'released' }
  /** It was not renewed while it could be. */
  | { readonly type: 'grace' | 'redemption' | 'pendingDelete' | 'gone' };

/** A line of a name's log. */
export interface ShownNameEvent {
  /** ISO 8601 instant. */
  readonly at: string;
  readonly who: Who['type'];
  /** Mail address of a helper. */
  readonly by?: string;
  readonly what: NameEvent;
}
