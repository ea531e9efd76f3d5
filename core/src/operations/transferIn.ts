import type { NameContacts } from '../contacts/roles';
import type { Delegation } from '../dns/delegation';
import type { IsoDate } from '../time/isoDate';
import { operation, type DoneUntil, type Failed, type FailedEvent, type Ready, type Sent } from './operation';

/** What is asked of the registry (RFC 5731 section 3.2.4); the code itself is kept sealed elsewhere. */
export interface TransferInRequest {
  readonly privacy: boolean;
  readonly contacts: NameContacts;
  /** The offer by which it is bought of its holder, who gives the code once it is paid for. */
  readonly offer?: string;
}

export type TransferInState =
  | Ready
  /** Bought, and its holder has until then, an ISO 8601 instant, to unlock it and give its code. */
  | { readonly at: 'withHolder'; readonly until: string }
  | Sent
  /** The losing side has until then, an ISO 8601 instant, to say no; silence is a yes. */
  | { readonly at: 'pending'; readonly until: string }
  | DoneUntil
  | Failed;

export type TransferInEvent =
  | { readonly type: 'holderAsked'; readonly until: string }
  | { readonly type: 'sent' }
  | { readonly type: 'pending'; readonly until: string }
  /** With what its registry knows of it, as it came. */
  | {
      readonly type: 'done';
      readonly expiresOn: IsoDate;
      readonly came: { readonly registeredOn: IsoDate; readonly delegation: Delegation };
    }
  | FailedEvent;

export type TransferInEffect =
  | { readonly do: 'awaitCode'; readonly until: string }
  | { readonly do: 'request'; readonly askFirst: boolean }
  | { readonly do: 'awaitDecision'; readonly until: string };

/** A name held elsewhere comes here. */
export const transferIn = operation<TransferInState, TransferInEvent, TransferInEffect>({
  kind: 'transferIn',
  follows: { holderAsked: ['ready'], sent: ['ready', 'withHolder'], pending: ['sent'], done: ['sent', 'pending'] },
  after: (event) => {
    switch (event.type) {
      case 'holderAsked':
        return { at: 'withHolder', until: event.until };
      case 'sent':
        return { at: 'sent' };
      case 'pending':
        return { at: 'pending', until: event.until };
      case 'done':
        return { at: 'done', expiresOn: event.expiresOn };
    }
  },
  effect: (state) => {
    if (state.at === 'ready' || state.at === 'sent') return { do: 'request', askFirst: state.at === 'sent' };
    if (state.at === 'withHolder') return { do: 'awaitCode', until: state.until };
    return state.at === 'pending' ? { do: 'awaitDecision', until: state.until } : undefined;
  },
});
