import type { RegistryAnswer } from '../names/availability';
import type { HeldStage } from '../lifecycle/stage';
import type { IsoDate } from '../time/isoDate';
import type { LineChange } from './lineFacts';

/** What can be put in a basket. */
export const basketActions = ['register', 'renew', 'restore', 'privacy'] as const;

export type BasketAction = (typeof basketActions)[number];

/** A name to register, to renew, to restore or to hide the holder of, with what was chosen for it. */
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
  /** Where it stands, where it is held. */
  readonly stage?: HeldStage;
  /** What is different now from when it was put in; left out where nothing is. */
  readonly changes?: readonly LineChange[];
}
