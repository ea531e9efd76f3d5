import { fireEvent, screen } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { FakeServer, show } from '../../../test/shop';
import { NameScreen } from './NameScreen';
import { NamesScreen, privacyWords } from './NamesScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: () => undefined },
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
    body: { ...boats, autoRenew: true },
  });
  show(<NameScreen />);
  expect(await screen.findByText(/^off: ends .*2028 unless you renew, \$14.68 a year$/)).toBeTruthy();
  fireEvent.click(screen.getByRole('switch', { name: 'Auto-renew' }));
  await screen.findByText(/^renews on .*2028, \$14.68 a year$/);
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ autoRenew: true });
});
