import { portion, type Minor } from '../money/money';

/** Who is billed. `country` is ISO 3166-1 alpha-2. */
export interface Customer {
  readonly country: string;
  readonly kind: 'person' | 'business';
  readonly vatId?: string;
  readonly isNew: boolean;
}

/**
 * Why this rate: the sellerCountry's own country, the buyer's country, the buyer accounts for it, or none is due.
 */
export type TaxBasis = 'domestic' | 'destination' | 'reverseCharge' | 'outOfScope';

export interface Tax {
  /** Decimal fraction: `'0.23'`. */
  readonly rate: string;
  readonly amount: Minor;
  readonly basis: TaxBasis;
}

/** Tells whether a VAT number has the format and check digits of the country, and is not the seller's own. */
export type VatNumberCheck = (vatId: string, country: string) => boolean;

/** Where the shop is: the one place that says so. ISO 3166-1 alpha-2. */
export const sellerCountry = 'IE';

/** Standard rates of the member states of the European Union, 2026. */
const unionRates: Readonly<Record<string, string>> = {
  AT: '0.20', BE: '0.21', BG: '0.20', HR: '0.25', CY: '0.19', CZ: '0.21', DK: '0.25', EE: '0.24', FI: '0.255',
  FR: '0.20', DE: '0.19', GR: '0.24', HU: '0.27', IE: '0.23', IT: '0.22', LV: '0.21', LT: '0.21', LU: '0.17',
  MT: '0.18', NL: '0.21', PL: '0.23', PT: '0.23', RO: '0.21', SK: '0.23', SI: '0.22', ES: '0.21', SE: '0.25',
}; // oxfmt-ignore

/** Countries outside the union where the seller is registered and charges the local rate. */
const localRates: Readonly<Record<string, string>> = { GB: '0.20', NO: '0.25', CH: '0.081' };

/** True in the member states of the European Union, where a business may have a VAT number. */
export function chargesVat(country: string): boolean {
  return Object.hasOwn(unionRates, country);
}

/** The rate that applies to a customer, and why. */
export function taxRate(customer: Customer, isValidVatNumber: VatNumberCheck): Omit<Tax, 'amount'> {
  const { country, kind, vatId } = customer;
  const union = unionRates[country];
  if (country === sellerCountry && union) return { rate: union, basis: 'domestic' };
  if (union && kind === 'business' && vatId && isValidVatNumber(vatId, country))
    return { rate: '0', basis: 'reverseCharge' };
  const rate = union ?? localRates[country];
  return rate ? { rate, basis: 'destination' } : { rate: '0', basis: 'outOfScope' };
}

/** Tax is computed once, on the sum of net lines (EN 16931, BR-CO-17), and rounded half up. */
export function taxOn(net: Minor, { rate, basis }: Omit<Tax, 'amount'>): Tax {
  return { rate, amount: portion(net, rate), basis };
}
