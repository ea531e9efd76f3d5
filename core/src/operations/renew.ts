import { addYears, type IsoDate } from '../time/isoDate';
import { operation, type DoneUntil, type Failed, type FailedEvent, type Ready } from './operation';

/** What is asked of the registry (RFC 5731 section 3.2.3). */
export interface RenewRequest {
  readonly years: number;
  /** Only the term that ends on this day is renewed, whatever else happened to the name; any, where left out. */
  readonly ending?: IsoDate;
}

export type RenewState =
  | Ready
  /** Sent with the expiry that the name had then (`curExpDate`), so that a second one can add nothing. */
  | { readonly at: 'sent'; readonly from: IsoDate }
  | DoneUntil
  | Failed;

export type RenewEvent =
  | { readonly type: 'sent'; readonly from: IsoDate }
  | { readonly type: 'done'; readonly expiresOn: IsoDate }
  | FailedEvent;

export interface RenewEffect {
  readonly do: 'renew';
  /** The expiry that it was sent with: when the name expires now is asked before anything is sent. */
  readonly sentFrom?: IsoDate;
}

/** A name that is held is paid for longer. */
export const renew = operation<RenewState, RenewEvent, RenewEffect>({
  kind: 'renew',
  // Sent anew from another expiry, where the name turned out to expire on another day than was thought.
  follows: { sent: ['ready', 'sent'], done: ['sent'] },
  after: (event) =>
    event.type === 'sent' ? { at: 'sent', from: event.from } : { at: 'done', expiresOn: event.expiresOn },
  effect: (state) => {
    if (state.at === 'ready') return { do: 'renew' };
    return state.at === 'sent' ? { do: 'renew', sentFrom: state.from } : undefined;
  },
});

/** What an expiry says of a renewal that was sent: done already, still to do, or from another day than was thought. */
export function renewalSeen(expiresOn: IsoDate, from: IsoDate, { years }: RenewRequest): 'done' | 'toDo' | 'moved' {
  if (expiresOn === from) return 'toDo';
  return expiresOn === addYears(from, years) ? 'done' : 'moved';
}
