import type { IsoDate } from '../time/isoDate';
import type { PriceRise } from './priceRise';

/** USD cents. The catalogue is kept in one currency; `convert` turns unit prices into others. */
export type UsdCents = number;

export type ExtensionKind = 'generic' | 'country' | 'city' | 'community';

/**
 * - `included`: the holder's details are hidden at no charge
 * - `priced`: hidden for a price a year
 * - `hiddenByRegistry`: the registry itself shows no personal details, so there is nothing to buy
 * - `notAllowed`: the registry's rules want the holder shown
 */
export type PrivacyPolicy = 'included' | 'priced' | 'hiddenByRegistry' | 'notAllowed';

export interface Intro {
  readonly price: UsdCents;
  readonly startsAt: IsoDate;
  /** First day on which it no longer runs. */
  readonly endsAt: IsoDate;
  readonly minYears?: number;
  readonly maxNamesPerOrder?: number;
}

export interface Lifecycle {
  readonly addGraceDays: number;
  readonly autoRenewGraceDays: number;
  readonly redemptionDays: number;
  readonly pendingDeleteDays: number;
}

/** What the extension cost in one month, `YYYY-MM`. */
export interface PricePoint {
  readonly month: string;
  readonly register: UsdCents;
  readonly renew: UsdCents;
}

/** By how much prices changed over the last twelve months, as a share: 0.1 is a tenth dearer. */
export interface PriceTrend {
  readonly register: number;
  readonly renew: number;
}

/** What names are found, priced and put in a basket by. */
export interface Extension {
  /** A-label, without a leading dot; may have several labels (`co.uk`). */
  readonly label: string;
  readonly unicode: string;
  readonly kind: ExtensionKind;
  readonly registry: string;
  /** 0 to 100: how often it is chosen. */
  readonly popularity: number;
  readonly prices: {
    readonly register: UsdCents;
    readonly renew: UsdCents;
    readonly transfer: UsdCents;
    readonly restore: UsdCents;
  };
  readonly intro?: Intro;
  readonly yearlyFee: UsdCents;
  readonly terms: { readonly register: readonly number[]; readonly renew: readonly number[] };
  readonly privacy: { readonly policy: PrivacyPolicy; readonly price: UsdCents };
  readonly labelRules: { readonly minLength: number; readonly maxLength: number; readonly scripts: readonly string[] };
  readonly requirements: readonly { readonly code: string; readonly text: string }[];
  readonly agreements: readonly { readonly id: string; readonly title: string }[];
  readonly trend: PriceTrend;
  /** The next one that its registry has announced. */
  readonly rise?: PriceRise;
}

/** All that Tienda knows of an extension. */
export interface WholeExtension extends Extension {
  readonly lifecycle: Lifecycle;
  readonly transfer: { readonly lockDays: number; readonly addsYear: boolean };
  /** Two years by month, oldest first. */
  readonly history: readonly PricePoint[];
}

/** Extensions by A-label, in catalogue order. */
export type Catalogue<Known extends Extension = Extension> = ReadonlyMap<string, Known>;

/** An extension without what only its own page shows. */
export function brief(whole: WholeExtension): Extension {
  const { lifecycle: _lifecycle, transfer: _transfer, history: _history, ...extension } = whole;
  return extension;
}

/** A registry's terms, readable at review and agreed to there. */
export interface Agreement {
  readonly id: string;
  readonly version: string;
  readonly title: string;
  readonly text: readonly string[];
}
