import type { Minor } from '../money/money';

/** What a registry asks for one premium name, USD cents: its own create, renew and transfer amounts. */
export interface PremiumPrice {
  readonly register: Minor;
  readonly renew: Minor;
  /** As much as renewing where left out. */
  readonly transfer?: Minor;
}

/**
 * What can be said of a name: the registry's word, or why there is none. `unknown` means the registry did
 * not answer; `unsupported` that Tienda does not offer the extension.
 */
export type NameStatus = 'available' | 'taken' | 'premium' | 'reserved' | 'invalid' | 'unsupported' | 'unknown';

/** The registry's word on one name. */
export interface RegistryAnswer {
  readonly status: Extract<NameStatus, 'available' | 'taken' | 'premium' | 'reserved' | 'unknown'>;
  /** The registry's own prices, where the name is premium. */
  readonly premium?: PremiumPrice;
}

/** True where the name can be put in the basket. */
export function canRegister(status: NameStatus): boolean {
  return status === 'available' || status === 'premium';
}
