import type { UsdCents } from '../catalogue/extension';
import type { QuoteAction } from './quoteRequest';

/**
 * - `percent`: off the charge, in percent
 * - `amount`: off the charge of each name
 * - `firstYearPrice`: the first year is charged at this, where that is lower
 * - `freePrivacy`: the price of privacy
 */
export type PromotionKind = 'percent' | 'amount' | 'firstYearPrice' | 'freePrivacy';

/** A promo code and all its conditions. It works on charges (`freePrivacy` on privacy), never on fees or tax. */
export interface Promotion {
  /** Upper case, as it is printed; read in any case. */
  readonly code: string;
  /** What it gives, in a few words. */
  readonly label: string;
  readonly kind: PromotionKind;
  /** Percent, or USD cents for `amount` and `firstYearPrice`; 0 for `freePrivacy`. */
  readonly value: number;
  readonly on: Exclude<QuoteAction, 'restore' | 'privacy'> | 'all';
  /** Whether only the first year of each name counts, or every year paid for. */
  readonly years: 'first' | 'all';
  /** Left out: every extension. */
  readonly extensions?: readonly string[];
  readonly excludePremium: boolean;
  readonly minYears?: number;
  /** Given to so many names of an order, those where it saves most. */
  readonly maxNames?: number;
  /** Compared with the order's charges before any code. */
  readonly minSpend?: UsdCents;
  readonly newCustomersOnly: boolean;
  /** So many orders of one account. */
  readonly perAccount?: number;
  /** So many orders of all. */
  readonly totalUses?: number;
  /** ISO 8601 date or instant: the first at which it is good. */
  readonly startsAt: string;
  /** The first at which it is good no more. */
  readonly endsAt: string;
  /** Private ones have to be typed. */
  readonly public: boolean;
}

/** A promo code as the shop tells it, with how often it has been used where `totalUses` bounds it. */
export interface KnownPromotion extends Promotion {
  readonly uses?: number;
}

/** How often a code has been used in orders. */
export interface CodeUses {
  readonly byAccount: number;
  readonly byAll: number;
}

/** Why a code saves nothing here: the first that holds, in this order. */
export const codeReasons = [
  'unknown',
  'notYet',
  'expired',
  'existingCustomer',
  'alreadyUsed',
  'wrongAction',
  'wrongExtension',
  'premiumExcluded',
  'termTooShort',
  'minSpend',
  'noSaving',
] as const;

export type CodeReason = (typeof codeReasons)[number];

/** A code as typed, brought to how codes are kept: no spaces around it, upper case. */
export function codeKey(typed: string): string {
  return typed.trim().toUpperCase();
}
