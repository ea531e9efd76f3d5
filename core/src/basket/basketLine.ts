import type { RegistryAnswer } from '../names/availability';
import type { IsoDate } from '../time/isoDate';
import type { LineChange } from './lineFacts';

/** What can be put in a basket. */
export const basketActions = ['register', 'renew'] as const;

export type BasketAction = (typeof basketActions)[number];

/** A name to register or to renew, with what was chosen for it. */
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
  /** When it expires, where it is to be renewed. */
  readonly heldUntil?: IsoDate;
  /** True where it expired too long ago to be renewed. */
  readonly ranOut?: true;
  /** What is different now from when it was put in; left out where nothing is. */
  readonly changes?: readonly LineChange[];
}
