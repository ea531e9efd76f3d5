import type { Currency } from '../money/money';
import type { Customer } from './tax';

/** What can be priced; `privacy` is switched on for as long as a name is paid for already. */
export type QuoteAction = 'register' | 'renew' | 'restore' | 'privacy' | 'transfer';

export interface QuoteItem {
  /** A full name, as A-label or U-label. */
  readonly name: string;
  readonly action: QuoteAction;
  readonly years: number;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
}

export interface QuoteRequest {
  readonly currency: Currency;
  readonly items: readonly QuoteItem[];
  /** Promo codes the user typed. */
  readonly codes: readonly string[];
  /** The code to use, `null` for none, left out for the best. */
  readonly use?: string | null;
  readonly customer: Customer;
  /** Yearly growth of later prices, decimal string; `'0'` when left out. */
  readonly growth?: string;
}
