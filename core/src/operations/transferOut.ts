import { operation, type Failed, type FailedEvent, type Ready } from './operation';

export type TransferOutState =
  | Ready
  /** The holder has until then, an ISO 8601 instant, to say no; silence is a yes. */
  | { readonly at: 'asked'; readonly until: string }
  | { readonly at: 'answered'; readonly agreed: boolean }
  /** The name is with another registrar. */
  | { readonly at: 'done' }
  | Failed;

export type TransferOutEvent =
  | { readonly type: 'asked'; readonly until: string }
  /** By the holder, or by their silence. */
  | { readonly type: 'answered'; readonly agreed: boolean }
  | { readonly type: 'done' }
  | FailedEvent;

export type TransferOutEffect =
  | { readonly do: 'askHolder' }
  | { readonly do: 'awaitHolder'; readonly until: string }
  | { readonly do: 'answerRegistry'; readonly agreed: boolean };

/** Another registrar asks for a name held here. */
export const transferOut = operation<TransferOutState, TransferOutEvent, TransferOutEffect>({
  kind: 'transferOut',
  // The registry may have let it go by itself while the holder was asked.
  follows: { asked: ['ready'], answered: ['asked'], done: ['asked', 'answered'] },
  after: (event) => {
    switch (event.type) {
      case 'asked':
        return { at: 'asked', until: event.until };
      case 'answered':
        return { at: 'answered', agreed: event.agreed };
      case 'done':
        return { at: 'done' };
    }
  },
  effect: (state) => {
    switch (state.at) {
      case 'ready':
        return { do: 'askHolder' };
      case 'asked':
        return { do: 'awaitHolder', until: state.until };
      case 'answered':
        return { do: 'answerRegistry', agreed: state.agreed };
      default:
        return undefined;
    }
  },
});
