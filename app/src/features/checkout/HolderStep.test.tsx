import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { maren } from '../../../../core/test/contacts';
import { FakeServer, lineFor, show } from '../../../test/shop';
import { checkoutStore } from '../../api/checkoutStore';
import { draftStore } from '../../shop/holder/draftStore';
import { HolderStep } from './HolderStep';

const mockNavigate = jest.fn();
let mockParams: { another?: string } = {};
jest.mock('expo-router', () => ({
  router: { navigate: (to: string) => mockNavigate(to) },
  Redirect: () => null,
  useLocalSearchParams: () => mockParams,
}));
beforeEach(() => {
  mockNavigate.mockClear();
  mockParams = {};
  localStorage.clear();
  draftStore.set({});
  checkoutStore.set({ contacts: {}, declarations: [] });
});

const kept = { ...maren, id: 'c1', phone: '+353209150123' };

async function open(...contacts: object[]): Promise<FakeServer> {
  const server = new FakeServer();
  const session = {
    csrf: 't',
    account: { email: 'maren@saltwhistle.example' },
    now: '2026-11-24T10:00:00Z',
    demo: true,
    paymentsUrl: '',
  };
  server.instead.set('GET /api/session', { status: 200, body: session });
  server.instead.set('GET /api/me/contacts', { status: 200, body: contacts });
  server.instead.set('POST /api/me/contacts', { status: 201, body: kept });
  show(<HolderStep />);
  await screen.findByLabelText('Full name');
  return server;
}
const type = (label: string, value: string) => {
  // A long list is made when it is about to be opened.
  fireEvent.focus(screen.getByLabelText(label));
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const valueOf = (label: string) => (screen.getByLabelText(label) as unknown as { value: string }).value;
const save = () => fireEvent.click(screen.getByRole('button', { name: 'Save and go on' }));
const sent = (server: FakeServer) => server.asked.filter(({ method }) => method === 'POST');

test('every mistake is said at once, and nothing is sent', async () => {
  const server = await open();
  type('Full name', 'Maren Solvik');
  save();
  await screen.findByText('Street and number is needed.');
  expect(screen.getByText('The town or city is needed.')).toBeTruthy();
  expect(screen.getByText(/Write the phone number with its country code/)).toBeTruthy();
  expect(valueOf('Full name')).toBe('Maren Solvik');
  expect(sent(server)).toEqual([]);
});

test('the mail address of the account is there already', async () => {
  await open();
  expect(valueOf('Mail address')).toBe('maren@saltwhistle.example');
});

test('an organisation is asked for only where one holds the name', async () => {
  await open();
  expect(screen.queryByLabelText('Organisation')).toBeNull();
  type('Held by', 'association');
  expect(await screen.findByLabelText('Organisation')).toBeTruthy();
  save();
  await screen.findByText('The name of the organisation that will hold the name is needed.');
});

test('the address asks for what its country has', async () => {
  await open();
  type('Country', 'CA');
  expect(await screen.findByLabelText('State or province')).toBeTruthy();
  type('Country', 'HK');
  await waitFor(() => expect(screen.queryByLabelText('Postal code')).toBeNull());
  expect(screen.queryByLabelText('State or province')).toBeNull();
});

test('the latest holder is offered again, and kept with one tap', async () => {
  const server = await open(kept);
  expect(valueOf('Organisation')).toBe('Saltwhistle Boatworks');
  save();
  await waitFor(() => expect(mockNavigate).toHaveBeenCalledWith('/checkout/review'));
  expect(sent(server)).toMatchObject([{ path: '/api/me/contacts', body: { name: 'Maren Solvik', country: 'IE' } }]);
});

test('a person takes no organisation along', async () => {
  const server = await open(kept);
  type('Held by', 'person');
  save();
  await waitFor(() => expect(sent(server)).toMatchObject([{ body: { kind: 'person', organisation: '' } }]));
});

test('what the server finds wrong shows at its field', async () => {
  const server = await open(kept);
  const errors = [{ pointer: '/email', code: 'x', detail: 'This address cannot receive.' }];
  server.instead.set('POST /api/me/contacts', {
    status: 422,
    body: { type: '/problems/bad-fields', detail: 'No.', errors },
  });
  save();
  await screen.findByText('This address cannot receive.');
  expect(screen.getByLabelText('Mail address').getAttribute('aria-invalid')).toBe('true');
  expect(mockNavigate).not.toHaveBeenCalled();
});

test('the first holder is kept with one tap too', async () => {
  const server = await open();
  type('Held by', 'company');
  for (const [label, value] of [
    ['Organisation', 'Saltwhistle Boatworks'],
    ['Full name', 'Maren Solvik'],
    ['Street and number', '4 Slip Lane'],
    ['Town or city', 'Ullvik'],
    ['Country', 'IE'],
    ['Postal code', 'V94 T1P0'],
    ['Phone, with country code', '+353 20 915 0123'],
  ] as const)
    type(label, value);
  save();
  await waitFor(() => expect(mockNavigate).toHaveBeenCalledWith('/checkout/review'));
  expect(sent(server)).toHaveLength(1);
});

test('a phone number typed as at home is put in its international form when it is left', async () => {
  await open();
  type('Country', 'IE');
  type('Phone, with country code', '020 915 0123');
  fireEvent.blur(screen.getByLabelText('Phone, with country code'));
  await waitFor(() => expect(valueOf('Phone, with country code')).toBe('+353 20 915 0123'));
  type('Country of the phone', 'NO');
  await waitFor(() => expect(valueOf('Phone, with country code')).toMatch(/^\+47 /));
});

test('states and provinces are chosen from those there are', async () => {
  await open();
  type('Country', 'CA');
  const region = await screen.findByLabelText('State or province');
  expect(region.querySelectorAll('option')).toHaveLength(14);
  type('State or province', 'Ontario');
  expect(valueOf('State or province')).toBe('Ontario');
  type('Country', 'US');
  await waitFor(() => expect(valueOf('State or province')).toBe(''));
});

test('what was typed is there again after a reload, and forgotten once it is kept', async () => {
  await open();
  type('Full name', 'Ilse Tamboura');
  cleanup();
  const server = await open();
  expect(valueOf('Full name')).toBe('Ilse Tamboura');
  type('Street and number', '9 Quay Row');
  type('Town or city', 'Ullvik');
  type('Country', 'IE');
  type('Postal code', 'V94 T1P0');
  type('Phone, with country code', '+353 20 915 0177');
  save();
  await waitFor(() => expect(sent(server)).toHaveLength(1));
  await waitFor(() => expect(draftStore.get()).toEqual({}));
});

test('what was typed over one holder and given up does not come up with another', async () => {
  await open(kept);
  type('Full name', 'Maren Solvik-Tamboura');
  cleanup();
  await open({ ...kept, id: 'c2', name: 'Ilse Tamboura' });
  expect(valueOf('Full name')).toBe('Ilse Tamboura');
  cleanup();
  await open(kept);
  expect(valueOf('Full name')).toBe('Maren Solvik-Tamboura');
});

test('of several kept holders one is chosen with one tap', async () => {
  await open(kept, { ...kept, id: 'c2', name: 'Ilse Tamboura', organisation: 'Quay & Quill' });
  fireEvent.click(screen.getByRole('button', { name: /^Ilse Tamboura, Quay & Quill/ }));
  expect(mockNavigate).toHaveBeenCalledWith('/checkout/review');
  expect(checkoutStore.get().defaultContact).toBe('c2');
});

test('another contact begins empty, and the chosen one stays', async () => {
  mockParams = { another: '1' };
  checkoutStore.set({ contacts: {}, declarations: [], defaultContact: 'c1' });
  await open(kept);
  expect([valueOf('Full name'), valueOf('Mail address')]).toEqual(['', '']);
  expect(screen.getByRole('heading', { name: 'Add another person or organisation' })).toBeTruthy();
});

test('a contact is filled in from a vCard, and a file without one says so', async () => {
  await open();
  const file = (text: string) => ({ text: () => Promise.resolve(text) });
  const input = document.querySelector('input[type=file]');
  if (!input) throw new Error('There is no way to choose a file');
  fireEvent.change(input, { target: { files: [file('hello')] } });
  await screen.findByText('This file holds no vCard with a name: choose another.');
  const card = 'BEGIN:VCARD\nVERSION:4.0\nFN:Ilse Tamboura\nADR:;;9 Quay Row;Ullvik;;V94 T1P0;IE\nEND:VCARD';
  fireEvent.change(input, { target: { files: [file(card)] } });
  await waitFor(() => expect(valueOf('Full name')).toBe('Ilse Tamboura'));
  expect([valueOf('Street and number'), valueOf('Postal code')]).toEqual(['9 Quay Row', 'V94 T1P0']);
});

test('a name in other letters is asked for in Latin ones, and must be where a registry takes nothing else', async () => {
  const server = await open(kept);
  type('Full name', 'Марен Сольвик');
  expect(await screen.findByLabelText('Full name, in Latin letters')).toBeTruthy();
  expect(screen.queryByLabelText('Town or city, in Latin letters')).toBeNull();
  cleanup();
  server.lines = [lineFor('saltwhistle.boats')];
  draftStore.set({});
  show(<HolderStep />);
  await screen.findByLabelText('Full name');
  type('Full name', 'Марен Сольвик');
  await screen.findByText(/^The registry of saltwhistle.boats takes Latin letters only/);
  save();
  await screen.findByText('This is needed: the registry takes Latin letters only.');
  expect(sent(server)).toEqual([]);
  type('Full name, in Latin letters', 'Maren Solvik');
  save();
  await waitFor(() => expect(sent(server)).toMatchObject([{ body: { latinName: 'Maren Solvik' } }]));
  expect(sent(server)[0]?.body).not.toHaveProperty('latinCity');
});

test('the postal code stands where the country writes it', async () => {
  await open();
  const order = () => {
    const code = screen.getByLabelText('Postal code');
    const city = screen.getByLabelText('Town or city');
    return code.compareDocumentPosition(city) & Node.DOCUMENT_POSITION_FOLLOWING ? 'code first' : 'town first';
  };
  type('Country', 'FR');
  await waitFor(() => expect(order()).toBe('code first'));
  type('Country', 'IE');
  await waitFor(() => expect(order()).toBe('town first'));
});
