import type { PremiumPrice } from '../names/availability';
import type { Purchase } from '../names/offer';
import type { IsoDate } from '../time/isoDate';
import type { ProblemFacts } from '../text/problemFacts';
import type { MoveProblem } from './moveIn';

/** What was found when a name was looked at that is to come here. */
export interface MoveLook {
  /** What stands in the way; nothing where it can come. */
  readonly problems: readonly MoveProblem[];
  /** Left out where nobody holds it. */
  readonly expiresOn?: IsoDate;
  /** Where it is delegated to: that stays as it is. */
  readonly nameservers?: readonly string[];
  /** Its registry's own prices, where it is premium. */
  readonly premium?: PremiumPrice;
}

/** Where a move stands that was paid for. */
export interface MoveUnderWay {
  readonly orderId: string;
  /**
   * `ordered` before anybody was asked, `withHolder` while whoever sold it may hand it over, `asked` while where it is now
   * may say no.
   */
  readonly at: 'ordered' | 'withHolder' | 'asked';
  /** ISO 8601 instant until which they may. */
  readonly until?: string;
}

/** A name that is to come here, as the account sees it. */
export interface ShownMove {
  readonly name: string;
  readonly unicode: string;
  readonly hasCode: boolean;
  /** Left out where its registry has not answered yet. */
  readonly look?: MoveLook;
  /** ISO 8601 instant. */
  readonly lookedAt?: string;
  /** When it is looked at again by itself. */
  readonly looksAgainAt?: string;
  /** The agreed offer by which it is bought of its holder, who unlocks it and gives the code once it is paid for. */
  readonly purchase?: Purchase;
  /** Where it is on its way. */
  readonly underWay?: MoveUnderWay;
}

/** A name that cannot be looked at, since it is none, or its extension is not offered; with what was typed. */
export interface NotMovable {
  readonly typed: string;
  readonly code: string;
  readonly detail: string;
  readonly facts?: ProblemFacts;
}
