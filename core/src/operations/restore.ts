import type { IsoDate } from '../time/isoDate';
import { operation, type DoneUntil, type Failed, type FailedEvent, type Ready } from './operation';

/** What is asked of the registry: a restore, its report, and one renewal (RFC 3915 section 4.2). */
export interface RestoreRequest {
  readonly years: number;
}

export type RestoreState =
  | Ready
  /** The request is sent, and not answered for certain. */
  | { readonly at: 'requested' }
  /** The registry waits for the report (`pendingRestore`). */
  | { readonly at: 'accepted' }
  /** Restored; the renewal is still to be sent. */
  | { readonly at: 'reported' }
  | { readonly at: 'renewing'; readonly from: IsoDate }
  | DoneUntil
  | Failed;

export type RestoreEvent =
  | { readonly type: 'requested' }
  | { readonly type: 'accepted' }
  | { readonly type: 'reported' }
  | { readonly type: 'renewing'; readonly from: IsoDate }
  | { readonly type: 'done'; readonly expiresOn: IsoDate }
  | FailedEvent;

export type RestoreEffect =
  | { readonly do: 'request'; readonly askFirst: boolean }
  | { readonly do: 'report' }
  | { readonly do: 'renew'; readonly sentFrom?: IsoDate };

/** A name in redemption is taken back, and renewed. */
export const restore = operation<RestoreState, RestoreEvent, RestoreEffect>({
  kind: 'restore',
  follows: {
    requested: ['ready'],
    accepted: ['requested'],
    // Some registries take request and report in one.
    reported: ['requested', 'accepted'],
    renewing: ['reported', 'renewing'],
    done: ['renewing'],
  },
  after: (event) => {
    switch (event.type) {
      case 'requested':
      case 'accepted':
      case 'reported':
        return { at: event.type };
      case 'renewing':
        return { at: 'renewing', from: event.from };
      case 'done':
        return { at: 'done', expiresOn: event.expiresOn };
    }
  },
  effect: (state) => {
    switch (state.at) {
      case 'ready':
      case 'requested':
        return { do: 'request', askFirst: state.at === 'requested' };
      case 'accepted':
        return { do: 'report' };
      case 'reported':
        return { do: 'renew' };
      case 'renewing':
        return { do: 'renew', sentFrom: state.from };
      default:
        return undefined;
    }
  },
});
