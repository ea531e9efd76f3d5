import type { Minor } from '../money/money';
import type { FeePayer, OfferState, OfferSums } from './offer';

/** What moving a taken name here costs on top of what its holder is offered, USD cents. */
export interface MoveTerms {
  /** What its registry asks for the move, where the name is premium; 0 for any other. */
  readonly move: Minor;
  /** What a year costs from then on, where the name is premium. */
  readonly renew?: Minor;
}

/** An offer as the one who made it sees it. Amounts in USD cents. */
export interface ShownOffer {
  readonly id: string;
  readonly name: string;
  readonly unicode: string;
  readonly feePaidBy: FeePayer;
  readonly message: string;
  readonly state: OfferState;
  /** What the latest amount means, fee and move included. */
  readonly sums: OfferSums;
  /** What a counter-offer means. */
  readonly counterSums?: OfferSums;
  /** The order by which an agreed one is paid for and comes here. */
  readonly orderId?: string;
  /** ISO 8601 instant at which it lapses where nothing is said or done; left out once it has ended, or is paid for. */
  readonly lapsesAt?: string;
  readonly createdAt: string;
  readonly changedAt: string;
}
