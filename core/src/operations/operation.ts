import type { Minor } from '../money/money';
import type { IsoDate } from '../time/isoDate';

/** What can be done to a name at its registry. */
export const operationKinds = [
  'register',
  'renew',
  'restore',
  'transferIn',
  'transferOut',
  'delete',
  'update',
] as const;

export type OperationKind = (typeof operationKinds)[number];

/** Why an operation did not come to be. */
export type FailureCause =
  /** Someone else has the name. */
  | 'taken'
  /** It costs more than was shown; nothing is bought at a price that nobody agreed to. */
  | 'price'
  /** The registry will not do it. */
  | 'refused'
  /** The name is not this account's any more. */
  | 'gone'
  /** The days in which it could be done were over. */
  | 'late'
  /** Its term does not end when it was thought to: it was renewed meanwhile. */
  | 'renewed'
  /** Whoever had to agree said no. */
  | 'rejected'
  /** It was called off. */
  | 'cancelled'
  /** The auth code does not fit, or not any more. */
  | 'wrongCode'
  /** Its holder had agreed to sell it, and did not hand it over. */
  | 'notHandedOver'
  /** Nobody holds the name that was to be moved. */
  | 'free'
  /** The name that was to be moved is here already, or on its way, for somebody else. */
  | 'here'
  /** The bank was about to let go of the money, and would not hold it anew. */
  | 'unpaid'
  /** The registry gave no answer while there was time. */
  | 'silent';

/** Why it did not come to be: in a sentence, and as what the sentence was made of. */
export interface Failure {
  readonly cause: FailureCause;
  readonly reason: string;
  /** The registry's own words, where it refused. */
  readonly said?: string;
  /** What the registry asks now, USD cents, where that is the cause. */
  readonly asks?: { readonly register: Minor; readonly renew: Minor };
}

/** Nothing has been sent yet. */
export interface Ready {
  readonly at: 'ready';
}

/** Sent, and not answered for certain. */
export interface Sent {
  readonly at: 'sent';
}

/** The name is paid for until then. */
export interface DoneUntil {
  readonly at: 'done';
  readonly expiresOn: IsoDate;
}

/** The two ends besides `done`: the registry's no, and nobody's answer. */
export type Failed = ({ readonly at: 'refused' } & Failure) | ({ readonly at: 'givenUp' } & Failure);

/** The events that lead there, from every state that is open. */
export type FailedEvent = ({ readonly type: 'refused' } & Failure) | ({ readonly type: 'givenUp' } & Failure);

/** An event that cannot follow from where the operation stands. */
export class OperationEventRefused extends Error {
  constructor(kind: OperationKind, event: string, at: string) {
    super(`${event} cannot follow ${at} of ${kind}`);
  }
}

interface AnyState {
  readonly at: string;
}

interface AnyEvent {
  readonly type: string;
}

/**
 * One kind of operation. Every kind has this form: it begins `ready`, is moved by events in the past tense alone, says
 * what is to be done next, and ends `done`, `refused` or `givenUp`.
 */
export interface Operation<State extends AnyState, Event extends AnyEvent, Effect> {
  readonly kind: OperationKind;
  /** @throws OperationEventRefused where the event cannot follow */
  next(state: State | Ready, event: Event): State;
  /**
   * What is to be done now; undefined once it has ended. It follows from the state alone, so that a server that died at
   * any point finds the same work again, and each can be carried out twice without harm.
   */
  effect(state: State | Ready): Effect | undefined;
}

/** What a kind is made of: which states an event can follow, the state after it, and what is done there. */
interface Rules<State extends AnyState, Event extends AnyEvent, Effect> {
  readonly kind: OperationKind;
  /** For events besides `refused` and `givenUp`, which can follow wherever something is still to be done. */
  readonly follows: Readonly<Record<Exclude<Event['type'], FailedEvent['type']>, readonly State['at'][]>>;
  readonly after: (event: Exclude<Event, FailedEvent>) => State;
  readonly effect: (state: State) => Effect | undefined;
}

/** A kind of operation from its rules. */
export function operation<State extends AnyState, Event extends AnyEvent, Effect>(
  rules: Rules<State | Ready | Failed, Event | FailedEvent, Effect>,
): Operation<State | Failed, Event | FailedEvent, Effect> {
  const { kind, follows, after, effect } = rules;
  return {
    kind,
    effect,
    next(state, event) {
      const failed = isFailure(event);
      const mayFollow = failed
        ? effect(state) !== undefined
        : (follows as Readonly<Record<string, readonly string[]>>)[event.type]?.includes(state.at);
      if (!mayFollow) throw new OperationEventRefused(kind, event.type, state.at);
      if (!failed) return after(event as Exclude<Event, FailedEvent>) as State;
      const { type: at, ...failure } = event;
      return { at, ...failure };
    },
  };
}

function isFailure(event: AnyEvent): event is FailedEvent {
  return event.type === 'refused' || event.type === 'givenUp';
}
