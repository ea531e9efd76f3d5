import { register, type RegisterEvent, type RegisterRequest, type RegisterState } from './register';
import { remove, type DeleteEvent, type DeleteRequest, type DeleteState } from './remove';
import { renew, type RenewEvent, type RenewRequest, type RenewState } from './renew';
import { restore, type RestoreEvent, type RestoreRequest, type RestoreState } from './restore';
import { transferIn, type TransferInEvent, type TransferInRequest, type TransferInState } from './transferIn';
import { transferOut, type TransferOutEvent, type TransferOutRequest, type TransferOutState } from './transferOut';
import { update, type UpdateEvent, type UpdateRequest, type UpdateState } from './update';
import type { OperationKind } from './operation';

/** Where an operation of any kind stands. */
export type OperationState =
  | RegisterState
  | RenewState
  | RestoreState
  | TransferInState
  | TransferOutState
  | DeleteState
  | UpdateState;

/** What can happen to an operation of any kind. */
export type OperationEvent =
  | RegisterEvent
  | RenewEvent
  | RestoreEvent
  | TransferInEvent
  | TransferOutEvent
  | DeleteEvent
  | UpdateEvent;

/** What is asked for with an operation, by its kind. */
export interface OperationRequests {
  readonly register: RegisterRequest;
  readonly renew: RenewRequest;
  readonly restore: RestoreRequest;
  readonly transferIn: TransferInRequest;
  readonly transferOut: TransferOutRequest;
  readonly delete: DeleteRequest;
  readonly update: UpdateRequest;
}

export type OperationRequest = OperationRequests[OperationKind];

/** Every kind, by its name. */
export const operations = { register, renew, restore, transferIn, transferOut, delete: remove, update } as const;

/** True once nothing remains to be done. */
export function isEnded({ at }: { readonly at: string }): boolean {
  return at === 'done' || at === 'refused' || at === 'givenUp';
}

/**
 * The state of an operation of any kind after one more event.
 *
 * @throws OperationEventRefused where the event cannot follow, or is none of the kind
 */
export function nextOperation(kind: OperationKind, state: OperationState, event: OperationEvent): OperationState {
  const { next } = operations[kind] as { readonly next: (of: OperationState, by: OperationEvent) => OperationState };
  return next(state, event);
}
