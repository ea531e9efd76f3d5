import type { NameContacts } from '../contacts/roles';
import type { PremiumPrice } from '../names/availability';
import type { IsoDate } from '../time/isoDate';
import { operation, type DoneUntil, type Failed, type FailedEvent, type Ready, type Sent } from './operation';

/** What is asked of the registry (RFC 5731 section 3.2.1). */
export interface RegisterRequest {
  readonly years: number;
  readonly privacy: boolean;
  readonly contacts: NameContacts;
  /** Id of the group that it is put in once it is held, where that is still there. */
  readonly groupId?: string;
  /** The registry's price agreed to, USD cents, where the name is premium. */
  readonly premium?: PremiumPrice;
}

export type RegisterState =
  | Ready
  | Sent
  /** The registry took it up and decides later (RFC 5731, `pendingCreate`). */
  | { readonly at: 'pending' }
  | DoneUntil
  | Failed;

export type RegisterEvent =
  | { readonly type: 'sent' }
  | { readonly type: 'pending' }
  | { readonly type: 'done'; readonly expiresOn: IsoDate }
  | FailedEvent;

export type RegisterEffect =
  /** `askFirst`: it may have been done already, so whose the name is comes before anything is sent. */
  { readonly do: 'register'; readonly askFirst: boolean } | { readonly do: 'awaitDecision' };

/** A name is registered for the first time. */
export const register = operation<RegisterState, RegisterEvent, RegisterEffect>({
  kind: 'register',
  follows: { sent: ['ready'], pending: ['sent'], done: ['sent', 'pending'] },
  after: (event) => {
    switch (event.type) {
      case 'sent':
      case 'pending':
        return { at: event.type };
      case 'done':
        return { at: 'done', expiresOn: event.expiresOn };
    }
  },
  effect: ({ at }) => {
    if (at === 'ready' || at === 'sent') return { do: 'register', askFirst: at === 'sent' };
    return at === 'pending' ? { do: 'awaitDecision' } : undefined;
  },
});
