import type { Currency, Minor } from '@tienda/core/money/money';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Mail } from './mail';

/** All that leaves Tienda after what it tells of is certain: what is written down of it, by its kind. */
export interface Leaving {
  readonly mail: Mail;
  /** Names of an account whose renewals are to be paid as they fall due by themselves. */
  readonly autoRenewal: {
    readonly accountId: string;
    readonly day: IsoDate;
    readonly currency: Currency;
    readonly names: readonly string[];
  };
  /** An order of such renewals that no way to pay paid: it is told what happens next. */
  readonly renewalUnpaid: { readonly accountId: string; readonly orderId: string };
  /** A name that was agreed to be bought came, and what reaches its holder before, USD cents; or null: it did not. */
  readonly sale: { readonly offer: string; readonly reaching: Minor | null };
  /** Money that was taken goes back, in minor units. */
  readonly refund: { readonly intent: string; readonly amount: Minor };
}

export type LeavingKind = keyof Leaving;

/** Takes one kind of what leaves to where it goes. */
export interface Carrier<Content> {
  /** @param key the same for every attempt; @returns a promise that is rejected where it was not taken */
  carry(content: Content, key: string): Promise<void>;
  /** What is kept of it once it is out. */
  remains(content: Content): Content;
  /** How long it is tried, in milliseconds; after that someone has to look at it. */
  readonly patienceMs: number;
}
