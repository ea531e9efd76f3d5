import type { RegistryAnswer } from '../names/availability';
import type { Purchase } from '../names/offer';
import type { HeldStage } from '../lifecycle/stage';
import type { IsoDate } from '../time/isoDate';
import type { LineChange } from './lineFacts';

/** What can be put in a basket. */
export const basketActions = ['register', 'renew', 'restore', 'privacy', 'transfer'] as const;

export type BasketAction = (typeof basketActions)[number];

/** A name to register, to renew, to restore, to hide the holder of or to move here, with what was chosen for it. */
export interface BasketLine {
  /** A-label. */
  readonly name: string;
  readonly action: BasketAction;
  readonly unicode: string;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** The registry's latest word; left out where it was never asked. */
  readonly answer?: RegistryAnswer;
  /** When it expires, where it is held. */
  readonly heldUntil?: IsoDate;
  /** Until when it is paid for once it is here; left out where it cannot be moved just now. */
  readonly paidUntil?: IsoDate;
  /** The agreed offer by which it is bought of its holder. */
  readonly purchase?: Purchase;
  /** Where it stands, where it is held. */
  readonly stage?: HeldStage;
  /** What is different now from when it was put in; left out where nothing is. */
  readonly changes?: readonly LineChange[];
}

/** True for what makes a name this account's: it gets a holder, terms are agreed to, and all about it is chosen. */
export function comesHere(action: string): boolean {
  return action === 'register' || action === 'transfer';
}
