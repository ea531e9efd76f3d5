import { operation, type Failed, type FailedEvent, type Ready } from './operation';

export interface TransferOutRequest {
  /** Who asks for it: the other registrar, as the registry knows it. */
  readonly to: string;
}

export type TransferOutState =
  | Ready
  /** The holder has until then, an ISO 8601 instant, to say no; silence is a yes. */
  | { readonly at: 'asked'; readonly to: string; readonly until: string }
  | { readonly at: 'answered'; readonly agreed: boolean; readonly to: string; readonly until: string }
  /** The name is with another registrar. */
  | { readonly at: 'done' }
  | Failed;

export type TransferOutEvent =
  /** The holder; anew where it is called off and somebody asks again. */
  | { readonly type: 'asked'; readonly to: string; readonly until: string }
  /** By the holder, or by their silence. */
  | { readonly type: 'answered'; readonly agreed: boolean; readonly to: string; readonly until: string }
  | { readonly type: 'done' }
  | FailedEvent;

export type TransferOutEffect =
  | { readonly do: 'askHolder' }
  | { readonly do: 'awaitHolder'; readonly until: string }
  | { readonly do: 'answerRegistry'; readonly agreed: boolean; readonly until: string };

/** Another registrar asks for a name held here. */
export const transferOut = operation<TransferOutState, TransferOutEvent, TransferOutEffect>({
  kind: 'transferOut',
  // The registry may have let it go by itself before the holder was asked, or while they were.
  follows: {
    asked: ['ready', 'asked', 'answered'],
    answered: ['asked'],
    done: ['ready', 'asked', 'answered'],
  },
  after: (event) => {
    switch (event.type) {
      case 'asked':
        return { at: 'asked', to: event.to, until: event.until };
      case 'answered':
        return { at: 'answered', agreed: event.agreed, to: event.to, until: event.until };
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
        return { do: 'answerRegistry', agreed: state.agreed, until: state.until };
      default:
        return undefined;
    }
  },
});
