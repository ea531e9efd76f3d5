import type { FeePayer, OfferState, OfferSums } from './offer';

/** An offer as the one who made it sees it. Amounts in USD cents. */
export interface ShownOffer {
  readonly id: string;
  readonly name: string;
  readonly unicode: string;
  readonly feePaidBy: FeePayer;
  readonly message: string;
  readonly state: OfferState;
  /** What the latest amount means, fee included. */
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
