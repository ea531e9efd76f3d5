import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { HolderStep } from './HolderStep';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({ router: { navigate: (to: string) => mockNavigate(to) }, Redirect: () => null }));
beforeEach(() => mockNavigate.mockClear());

const kept = {
  id: 'c1',
  kind: 'company',
  name: 'Maren Solvik',
  organisation: 'Saltwhistle Boatworks',
  street: '4 Slip Lane',
  city: 'Ullvik',
  region: '',
  postalCode: 'V94 T1P0',
  country: 'IE',
  phone: '+353209150123',
  email: 'maren@saltwhistle.example',
};

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
const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const valueOf = (label: string) => (screen.getByLabelText(label) as unknown as { value: string }).value;
const save = () => fireEvent.click(screen.getByRole('button', { name: 'Keep and go on' }));
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
