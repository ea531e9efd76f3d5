import type { NameContacts } from '../contacts/roles';
import type { IsoDate } from '../time/isoDate';
import { operation, type DoneUntil, type Failed, type FailedEvent, type Ready, type Sent } from './operation';

/** What is asked of the registry (RFC 5731 section 3.2.4); the code itself is kept sealed elsewhere. */
export interface TransferInRequest {
  readonly privacy: boolean;
  readonly contacts: NameContacts;
}

export type TransferInState =
  | Ready
  | Sent
  /** The losing side has until then, an ISO 8601 instant, to say no; silence is a yes. */
  | { readonly at: 'pending'; readonly until: string }
  | DoneUntil
  | Failed;

export type TransferInEvent =
  | { readonly type: 'sent' }
  | { readonly type: 'pending'; readonly until: string }
  | { readonly type: 'done'; readonly expiresOn: IsoDate }
  | FailedEvent;

export type TransferInEffect =
  { readonly do: 'request'; readonly askFirst: boolean } | { readonly do: 'awaitDecision'; readonly until: string };

/** A name held elsewhere comes here. */
export const transferIn = operation<TransferInState, TransferInEvent, TransferInEffect>({
  kind: 'transferIn',
  follows: { sent: ['ready'], pending: ['sent'], done: ['sent', 'pending'] },
  after: (event) => {
    switch (event.type) {
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
    return state.at === 'pending' ? { do: 'awaitDecision', until: state.until } : undefined;
  },
});
