import type { Language } from './language';

/** What the app needs of an account to preview what the server will charge, and to show its choices. */
export interface ShownAccount {
  readonly email: string;
  /** What auto-renew is set to for a name newly put in the basket. */
  readonly autoRenew: boolean;
  /** Mail about offers is wanted. */
  readonly marketing: boolean;
  /** Invoices come as files with their mails; they are written out in them in any case. */
  readonly invoiceFiles: boolean;
  /** Of mails and papers. */
  readonly language: Language;
  /** A second step is asked for when signing in. */
  readonly twoStep: boolean;
  /** Recovery codes not used yet. */
  readonly recoveryCodes: number;
  /** It never had a name of Tienda. */
  readonly isNew: boolean;
  /** How many orders used a promo code, by code. */
  readonly codesUsed: Readonly<Record<string, number>>;
}

export interface ShownSession {
  /** Sent with everything that changes something. */
  readonly csrf: string;
  /** Null for visitors. */
  readonly account: ShownAccount | null;
  /** The password was right; a second step is awaited. */
  readonly secondStep: boolean;
  /** The shop's own date and time, ISO 8601; the demo clock may be ahead. */
  readonly now: string;
  readonly demo: boolean;
  /** Where card numbers go. */
  readonly paymentsUrl: string;
}
