import type { RegistryAnswer } from './availability';

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
}
