import { operation, type Failed, type FailedEvent, type Ready, type Sent } from './operation';

/** What is asked of the registry (RFC 5731 section 3.2.2). */
export interface DeleteRequest {
  /** The registry's id of its holder: nobody else's name is let go. */
  readonly registrant: string;
}

export type DeleteState = Ready | Sent | { readonly at: 'done' } | Failed;

export type DeleteEvent = { readonly type: 'sent' } | { readonly type: 'done' } | FailedEvent;

export interface DeleteEffect {
  readonly do: 'delete';
  readonly askFirst: boolean;
}

/** A name is given back (RFC 5731 section 3.2.2). */
export const remove = operation<DeleteState, DeleteEvent, DeleteEffect>({
  kind: 'delete',
  follows: { sent: ['ready'], done: ['sent'] },
  after: ({ type }) => ({ at: type }),
  effect: ({ at }) => (at === 'ready' || at === 'sent' ? { do: 'delete', askFirst: at === 'sent' } : undefined),
});
