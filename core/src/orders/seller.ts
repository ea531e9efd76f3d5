import { sellerCountry } from '../pricing/tax';

/** Who sells: printed on every invoice. Made up, like everything of the demo. */
export const seller = {
  name: 'Tienda Names Limited',
  street: '2 Awning Row',
  city: 'Ballyharn',
  postalCode: 'V95 T2N7',
  country: sellerCountry,
  vatId: 'IE9000017T',
} as const;
