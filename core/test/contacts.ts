import { Contact } from '../src/contacts/contact';

/** A complete contact for examples. */
export const maren: Contact = Object.assign(new Contact(), {
  kind: 'company',
  name: 'Maren Solvik',
  organisation: 'Saltwhistle Boatworks',
  street: '4 Slip Lane',
  city: 'Ullvik',
  region: '',
  postalCode: 'V94 T1P0',
  country: 'IE',
  phone: '+353 20 915 0123',
  email: 'maren@saltwhistle.example',
});
