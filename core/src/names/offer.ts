import type { Minor } from '../money/money';

/** Who bears the shop's fee for bringing an offer to a holder. */
export type FeePayer = 'buyer' | 'holder';

/** What the shop asks for bringing an offer to its end, as a share of the price agreed. */
export const offerFeeShare = { tenths: 1, of: 10 } as const;

/** The least the fee can be, USD cents. */
const leastFee = 2500;

/** What an offer means in money, USD cents. Nothing of it is due until the holder agrees. */
export interface OfferSums {
  /** What the holder is offered. */
  readonly amount: Minor;
  readonly fee: Minor;
  /** What its registry asks for moving a premium name here; 0 for any other, whose move is in the fee. */
  readonly move: Minor;
  /** What the buyer would pay. */
  readonly buyerPays: Minor;
  /** What would reach the holder. */
  readonly holderGets: Minor;
}

/** What an offer rests on, beside its amount. */
export interface OfferTerms {
  readonly feePaidBy: FeePayer;
  /** What its registry asks for moving a premium name here, USD cents; 0 for any other. */
  readonly move: Minor;
}

/**
 * The sums of an offer: a tenth of the price as the fee, 25 dollars at least, on top of it or out of it; and the move of a
 * premium name on top.
 *
 * @example offerSums(100_000, { feePaidBy: 'buyer', move: 0 }).buyerPays // 110000
 */
export function offerSums(amount: Minor, { feePaidBy, move }: OfferTerms): OfferSums {
  const fee = Math.max(leastFee, Math.floor((amount * offerFeeShare.tenths + offerFeeShare.of / 2) / offerFeeShare.of));
  const onTop = feePaidBy === 'buyer';
  const buyerPays = (onTop ? amount + fee : amount) + move;
  return { amount, fee, move, buyerPays, holderGets: onTop ? amount : amount - fee };
}

/**
 * The life of an offer. `sent` waits for the holder, `countered` for the buyer, and `agreed` to be paid for and to come
 * here; the others are its ends.
 */
export type OfferState =
  | { readonly at: 'sent' }
  | { readonly at: 'countered'; readonly amount: Minor }
  | { readonly at: 'agreed'; readonly amount: Minor }
  /** The name is here, and its holder before is paid. */
  | { readonly at: 'bought'; readonly amount: Minor }
  | { readonly at: 'declined' }
  | { readonly at: 'withdrawn' }
  /** Nobody said or did anything for too long. */
  | { readonly at: 'lapsed' }
  /** It was agreed and paid for, and the name did not come: the money went back. */
  | { readonly at: 'fellThrough' };

export type OfferEvent =
  | { readonly type: 'holderAccepted' }
  | { readonly type: 'holderCountered'; readonly amount: Minor }
  | { readonly type: 'holderDeclined' }
  | { readonly type: 'buyerAccepted' }
  | { readonly type: 'buyerRaised'; readonly amount: Minor }
  | { readonly type: 'buyerWithdrew' }
  | { readonly type: 'lapsed' }
  | { readonly type: 'nameCame' }
  | { readonly type: 'nameStayed' };

export interface Offer {
  /** The buyer's latest amount, USD cents. */
  readonly amount: Minor;
  readonly state: OfferState;
}

/**
 * The offer after an event.
 *
 * @throws Error where the event cannot follow: an ended offer does not change
 */
export function nextOffer(offer: Offer, event: OfferEvent): Offer {
  const { amount, state } = offer;
  switch (event.type) {
    case 'holderAccepted':
      if (state.at === 'sent') return { amount, state: { at: 'agreed', amount } };
      break;
    case 'holderCountered':
      if (state.at === 'sent') return { amount, state: { at: 'countered', amount: event.amount } };
      break;
    case 'holderDeclined':
      if (state.at === 'sent') return { amount, state: { at: 'declined' } };
      break;
    case 'buyerAccepted':
      if (state.at === 'countered') return { amount: state.amount, state: { at: 'agreed', amount: state.amount } };
      break;
    case 'buyerRaised':
      if (state.at === 'countered') return { amount: event.amount, state: { at: 'sent' } };
      break;
    case 'buyerWithdrew':
      if (isOpenOffer(state)) return { amount, state: { at: 'withdrawn' } };
      break;
    case 'lapsed':
      if (isOpenOffer(state)) return { amount, state: { at: 'lapsed' } };
      break;
    case 'nameCame':
      if (state.at === 'agreed') return { amount, state: { at: 'bought', amount } };
      break;
    case 'nameStayed':
      if (state.at === 'agreed') return { amount, state: { at: 'fellThrough' } };
  }
  throw new Error(`${event.type} cannot follow ${state.at}`);
}

/** True while somebody has something to do about an offer. */
export function isOpenOffer({ at }: OfferState): boolean {
  return at === 'sent' || at === 'countered' || at === 'agreed';
}

/** Days after which an offer lapses about which nothing was said or done. */
export const offerDays = 14;

/** An agreed offer as it is paid for. */
export interface Purchase extends OfferTerms {
  /** The offer's. */
  readonly id: string;
  /** USD cents. */
  readonly amount: Minor;
}
