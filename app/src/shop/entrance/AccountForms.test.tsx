import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { AccountForms } from './AccountForms';

jest.mock('expo-router', () => ({ Link: ({ children }: { children: unknown }) => children }));

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
const press = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const refusal = (field: string, detail: string) => ({
  status: 422,
  body: { type: '/problems/bad-fields', detail, errors: [{ pointer: `/${field}`, code: 'x', detail }] },
});

function open(first: 'new' | 'existing'): FakeServer {
  const server = new FakeServer();
  server.instead.set('POST /api/accounts', { status: 202, body: { sentTo: 'maren@saltwhistle.example' } });
  show(<AccountForms first={first} />);
  return server;
}

test('the rules for a password are met one by one as it is typed', async () => {
  open('new');
  type('Mail address', 'maren@saltwhistle.example');
  await screen.findByText('· at least 12 characters');
  type('Password', 'maren has a boat');
  expect(screen.getByText('✓ at least 12 characters, met')).toBeTruthy();
  expect(screen.getByText('· does not contain the mail address')).toBeTruthy();
  type('Password', 'a slow green boat');
  expect(screen.getByText('✓ does not contain the mail address, met')).toBeTruthy();
});

test('after the code is sent it is asked for, and a wrong one says so', async () => {
  const server = open('new');
  type('Mail address', ' maren@saltwhistle.example ');
  type('Password', 'a slow green boat');
  press('Send me a code');
  await screen.findByLabelText('Code from the mail');
  expect(server.asked.find(({ method }) => method === 'POST')?.body).toEqual({
    email: 'maren@saltwhistle.example',
    password: 'a slow green boat',
  });
  server.instead.set('POST /api/accounts/confirm', refusal('code', 'This is not the code that was sent.'));
  type('Code from the mail', '000000');
  press('Confirm');
  await screen.findByText('This is not the code that was sent.');
});

test('a mistyped address is mended without typing the password again', async () => {
  open('new');
  type('Mail address', 'maren@saltwistle.example');
  type('Password', 'a slow green boat');
  press('Send me a code');
  await screen.findByLabelText('Code from the mail');
  press('Use another address');
  await screen.findByLabelText('Mail address');
  expect((screen.getByLabelText('Password') as unknown as { value: string }).value).toBe('a slow green boat');
});

test('a refusal shows at its field', async () => {
  const server = open('new');
  server.instead.set('POST /api/accounts', refusal('email', 'Write a full mail address.'));
  press('Send me a code');
  await screen.findByText('Write a full mail address.');
  expect(screen.getByLabelText('Mail address').getAttribute('aria-invalid')).toBe('true');
});

test('one who has an account gets in, and is told when address and password do not match', async () => {
  const server = open('new');
  press('I have an account');
  type('Mail address', 'maren@saltwhistle.example');
  type('Password', 'not the password');
  server.instead.set('POST /api/session', {
    status: 401,
    body: { detail: 'Address and password do not go together.', errors: [] },
  });
  press('Sign in');
  await screen.findByText('Address and password do not go together.');
  server.instead.set('POST /api/session', {
    status: 200,
    body: { csrf: 'n', account: { email: 'm' }, now: '2026-11-24T10:00:00Z', demo: true, paymentsUrl: '' },
  });
  press('Sign in');
  await waitFor(() => expect(screen.queryByText('Address and password do not go together.')).toBeNull());
});

test('a server that cannot be reached is said, and nothing typed is lost', async () => {
  open('existing');
  globalThis.fetch = () => Promise.reject(new TypeError('offline'));
  type('Mail address', 'maren@saltwhistle.example');
  type('Password', 'a slow green boat');
  press('Sign in');
  await screen.findByText(/Tienda cannot be reached/);
  expect((screen.getByLabelText('Mail address') as unknown as { value: string }).value).toBe(
    'maren@saltwhistle.example',
  );
});
