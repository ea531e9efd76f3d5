import { fireEvent, screen } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { FakeServer, show } from '../../../test/shop';
import { NameScreen } from './NameScreen';
import { NamesScreen, privacyWords } from './NamesScreen';

const charge = { amount: 1468, currency: 'USD' } as const;
const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

test('names are listed with when they end and what was chosen', async () => {
  serverWithNames(org, boats);
  show(<NamesScreen />);
  expect(await screen.findByText('2 names')).toBeTruthy();
  expect(screen.getByText('auto-renew on · privacy on')).toBeTruthy();
  expect(screen.getByText('auto-renew off · privacy on')).toBeTruthy();
  expect(screen.getByText(/^until .*2028$/)).toBeTruthy();
});

test('one who holds nothing yet is told what to do', async () => {
  serverWithNames();
  show(<NamesScreen />);
  expect(await screen.findByRole('heading', { name: 'No names yet' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Find a name' })).toBeTruthy();
});

test('a visitor is asked to sign in', async () => {
  new FakeServer();
  show(<NamesScreen />);
  expect(await screen.findByText('Sign in to see your names.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Sign in' })).toBeTruthy();
});

test.each([
  [{ privacy: true, privacyPolicy: 'included' }, 'privacy on'],
  [{ privacy: false, privacyPolicy: 'priced' }, 'privacy off'],
  [{ privacy: false, privacyPolicy: 'hiddenByRegistry' }, 'details hidden by the registry'],
  [{ privacy: true, privacyPolicy: 'notAllowed' }, 'holder shown'],
] as const)('%j: %s', (facts, words) => {
  expect(privacyWords({ ...boats, ...facts })).toBe(words);
});

test('a name says who holds it and what happens when it is not renewed, with dates', async () => {
  serverWithNames(boats);
  show(<NameScreen />);
  expect(await screen.findByText('Maren Solvik, Saltwhistle Boatworks')).toBeTruthy();
  expect(screen.getByText(/can still be renewed at the renewal price until .*2029/)).toBeTruthy();
  expect(screen.getByText(/anyone can register it/)).toBeTruthy();
});

test('auto-renew is switched where it is shown, with date and amount', async () => {
  const server = serverWithNames(boats);
  server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
    status: 200,
    body: { ...boats, autoRenew: true, autoRenewal: { charge, nextTry: '2028-10-25' } },
  });
  show(<NameScreen />);
  expect(await screen.findByText(/^off: ends .*2028 unless you renew, \$14.68 a year$/)).toBeTruthy();
  fireEvent.click(screen.getByRole('switch', { name: 'Auto-renew' }));
  await screen.findByText(/^\$14.68 before tax on Oct 25, 2028; told 60 and 30 days before its end$/);
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ autoRenew: true });
});

describe('is all well?', () => {
  const shows = async (facts: Partial<typeof boats>) => {
    const server = serverWithNames(boats);
    server.instead.set('GET /api/me/names/saltwhistle.boats?currency=USD', {
      status: 200,
      body: { ...boats, ...facts },
    });
    show(<NameScreen />);
    await screen.findByRole('switch', { name: 'Auto-renew' });
    return server;
  };

  test('one that is looked after says so first', async () => {
    await shows({ autoRenew: true, autoRenewal: { charge, nextTry: '2028-10-25' }, locked: true });
    expect(screen.getByText('All is well. Paid until Nov 24, 2028, renews by itself, locked.')).toBeTruthy();
  });

  test('one that ends soon says in how many days', async () => {
    await shows({ expiresOn: '2026-12-19' });
    expect(screen.getByText('It ends in 25 days unless you renew it.')).toBeTruthy();
  });

  test('one that was not paid leads to its order, and says when it is tried again', async () => {
    const failed = { on: '2026-11-20', orderId: 'o7' };
    const told = { on: '2026-10-20', amount: 1806, currency: 'USD' } as const;
    await shows({ autoRenew: true, autoRenewal: { charge, failed, told, nextTry: '2026-12-05' } });
    expect(screen.getByRole('alert').textContent).toContain(
      'It could not be paid on Nov 20, 2026. It is tried again on Dec 5, 2026.',
    );
    expect(screen.getByText('$18.06 with tax on Dec 5, 2026, as you were told')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Pay another way' }));
    expect(mockNavigate).toHaveBeenCalledWith({ pathname: '/orders/[id]', params: { id: 'o7' } });
  });
});

test('the lock is switched at the registry; while that has not answered it says so and waits', async () => {
  const server = serverWithNames(boats);
  server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
    status: 200,
    body: { ...boats, changing: true },
  });
  show(<NameScreen />);
  fireEvent.click(await screen.findByRole('switch', { name: 'Locked against transfer' }));
  expect(await screen.findByText(/has not answered yet/)).toBeTruthy();
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ locked: true });
  expect(screen.getByRole<HTMLInputElement>('switch', { name: 'Locked against transfer' }).disabled).toBe(true);
});

test('the auth code is shown once, after the password', async () => {
  const server = serverWithNames(boats);
  server.instead.set('POST /api/me/names/saltwhistle.boats/auth-code', { status: 200, body: { authCode: 'T1-abc' } });
  show(<NameScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Show a new auth code' }));
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'a slow green boat' } });
  fireEvent.click(screen.getByRole('button', { name: 'Show a new auth code' }));
  expect(await screen.findByText('The auth code is T1-abc')).toBeTruthy();
  expect(screen.getByText(/cannot be shown again/)).toBeTruthy();
});
