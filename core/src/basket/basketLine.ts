import type { RegistryAnswer } from '../names/availability';
import type { LineChange } from './lineFacts';

/** A name to register, with what was chosen for it. */
export interface BasketLine {
  /** A-label. */
  readonly name: string;
  readonly unicode: string;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** The registry's latest word; left out where it was never asked. */
  readonly answer?: RegistryAnswer;
  /** What is different now from when it was put in; left out where nothing is. */
  readonly changes?: readonly LineChange[];
}
