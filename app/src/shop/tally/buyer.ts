import { useMemo } from 'react';
import { isOrganisation } from '@tienda/core/contacts/contactKind';
import { sellerCountry, type Customer } from '@tienda/core/pricing/tax';
import { useContacts, useDefaultContact } from '../../api/me';
import { useSession } from '../../api/session';
import { Stored, useStored } from '../../stored/stored';
import { wishedLanguages } from '../../texts/language';

/** Where and as what a visitor says to be billed, before a holder is known. */
interface Billing {
  /** ISO 3166-1 alpha-2. */
  readonly country: string;
  readonly kind: Customer['kind'];
}

const isCountry = (region: string) => /^[A-Z]{2}$/.test(region);

/** Where the reader seems to be, from the browser's language; the seller's country where it does not say. */
function likelyCountry(): string {
  const { region } = new Intl.Locale(wishedLanguages[0] ?? 'en');
  // es-419 is the Spanish of a continent, not of a country.
  return region !== undefined && isCountry(region) ? region : sellerCountry;
}

export const billingStore = new Stored<Billing>(
  'tienda.billing',
  { country: likelyCountry(), kind: 'person' },
  (kept) => {
    const { country, kind } = (kept ?? {}) as Partial<Billing>;
    const whole = typeof country === 'string' && isCountry(country);
    return whole && (kind === 'person' || kind === 'business') ? { country, kind } : undefined;
  },
);

/** All that a price depends on besides the basket: who is billed, and which codes they have used. */
export interface Buyer {
  readonly customer: Customer;
  readonly codesUsed: Readonly<Record<string, number>>;
}

const noneUsed = {};

/** True once it is known who is here, and whether they have a holder kept. */
export function useBuyerKnown(): boolean {
  const session = useSession().data;
  const contacts = useContacts();
  return !!session && (!session.account || !contacts.isPending);
}

/** Who would be billed: the latest holder kept, else who the visitor says to be. */
export function useBuyer(): Buyer {
  const holder = useDefaultContact();
  const account = useSession().data?.account;
  const billing = useStored(billingStore);
  const isNew = account?.isNew ?? true;
  const codesUsed = account?.codesUsed ?? noneUsed;
  return useMemo(() => {
    if (!holder) return { customer: { ...billing, isNew }, codesUsed };
    const { country, kind, vatId } = holder;
    const as = isOrganisation(kind) ? 'business' : 'person';
    return { customer: { country, kind: as, ...(vatId ? { vatId } : {}), isNew }, codesUsed };
  }, [holder, billing, isNew, codesUsed]);
}

/** The buyer for whom the tally was last looked at; a change of price since is told and then forgotten. */
export const buyerSeenStore = new Stored<Buyer | null>('tienda.buyer', null, (kept) => {
  const { customer, codesUsed } = (kept ?? {}) as Partial<Buyer>;
  return customer && codesUsed ? { customer, codesUsed } : undefined;
});
