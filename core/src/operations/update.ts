import type { NameContacts } from '../contacts/roles';
import type { Delegation, OwnHost } from '../dns/delegation';
import { operation, type Failed, type FailedEvent, type Ready, type Sent } from './operation';

/** What a name is to be like afterwards (RFC 5731 section 3.2.5); what is left out stays as it is. */
export interface UpdateRequest {
  /** Locked against transfer: `clientTransferProhibited`. */
  readonly locked?: boolean;
  /** Whether its holder is hidden. */
  readonly privacy?: boolean;
  /** Who is what to it. */
  readonly contacts?: NameContacts;
  /** The change of holder that this is part of, by its id: both sides have agreed. */
  readonly holderChange?: string;
  /** To which nameservers it is delegated, with its hosts and delegation signers: all of it. */
  readonly delegation?: Delegation;
  /** The auth code is changed; the new one follows from the operation, and is kept nowhere. */
  readonly newAuthCode?: true;
}

export type UpdateState = Ready | Sent | { readonly at: 'done' } | Failed;

export type UpdateEvent =
  | { readonly type: 'sent' }
  /** `kept` are hosts below the name that were to go, and stay since other names are delegated to them. */
  | { readonly type: 'done'; readonly kept?: readonly OwnHost[] }
  | FailedEvent;

export interface UpdateEffect {
  readonly do: 'update';
  /** What the registry has is asked first, and only what differs is sent. */
  readonly askFirst: boolean;
}

/** What is set of a name is changed. */
export const update = operation<UpdateState, UpdateEvent, UpdateEffect>({
  kind: 'update',
  follows: { sent: ['ready'], done: ['sent'] },
  after: ({ type }) => ({ at: type }),
  effect: ({ at }) => (at === 'ready' || at === 'sent' ? { do: 'update', askFirst: at === 'sent' } : undefined),
});
