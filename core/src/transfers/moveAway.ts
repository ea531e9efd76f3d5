import { addDays, type IsoDate } from '../time/isoDate';

/** For so many days what is set up here goes on for a name that has moved away: records, forwarding, mail. */
export const goesOnDays = 14;

/** The first day on which nothing of it goes on here. @param leftOn the day on which it moved away */
export function servedUntil(leftOn: IsoDate): IsoDate {
  return addDays(leftOn, goesOnDays);
}

/** A name held here that another registrar asks for. */
export interface ShownMoveAway {
  readonly name: string;
  readonly unicode: string;
  /** Who asks for it, as the registry knows them. */
  readonly to: string;
  /** ISO 8601 instant: then it goes, where nothing is said before. */
  readonly until: string;
  /** What was said; left out where nothing was. */
  readonly agreed?: boolean;
}

/** A name that moved away lately. */
export interface ShownNameLeft {
  readonly name: string;
  readonly unicode: string;
  readonly leftOn: IsoDate;
  /** The first day on which nothing of it goes on here; left out where that is so already. */
  readonly servedUntil?: IsoDate;
}

/** Names that are about to move away, and those that did. */
export interface MovesAway {
  readonly asked: readonly ShownMoveAway[];
  readonly left: readonly ShownNameLeft[];
}
