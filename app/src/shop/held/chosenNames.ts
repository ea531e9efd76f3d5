import { Held } from '../../stored/stored';

/** Names that were chosen in the list, to do something with on a page of its own. */
export interface ChosenNames {
  readonly names: readonly string[];
  /** How many of them are delegated to others. */
  readonly elsewhere: number;
}

export const chosenNames = new Held<ChosenNames>({ names: [], elsewhere: 0 }, true);
