import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ShownName } from '@tienda/core/names/shownName';
import { FakeServer, show } from '../../../test/shop';
import { AheadScreen } from '../ahead/AheadScreen';
import { NameScreen } from './NameScreen';
import { NamesScreen, privacyWords } from './NamesScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: () => undefined },
}));

const boats: ShownName = {
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  registeredOn: '2026-11-24',
  expiresOn: '2028-11-24',
  privacy: true,
  privacyPolicy: 'included',
  autoRenew: false,
  suspended: false,
  orderId: 'o1',
  renewal: { on: '2028-11-24', amount: 1468, currency: 'USD' },
  afterExpiry: {
    graceFrom: '2028-11-24',
    redemptionFrom: '2029-01-08',
    pendingDeleteFrom: '2029-02-07',
    freeFrom: '2029-02-12',
  },
  holder: { name: 'Maren Solvik', organisation: 'Saltwhistle Boatworks' },
};
const org: ShownName = {
  ...boats,
  name: 'a.org',
  unicode: 'a.org',
  autoRenew: true,
  expiresOn: '2027-11-24',
  renewal: { on: '2027-11-24', amount: 900, currency: 'USD' },
};

function serve(...names: ShownName[]): FakeServer {
  const server = new FakeServer();
  const session = { csrf: 't', account: { email: 'm' }, now: '2026-11-24T10:00:00Z', demo: true, paymentsUrl: '' };
  server.instead.set('GET /api/session', { status: 200, body: session });
  server.instead.set('GET /api/me/names?currency=USD', { status: 200, body: names });
  server.instead.set('GET /api/me/names/saltwhistle.boats?currency=USD', { status: 200, body: boats });
  return server;
}

test('names are listed with when they end and what was chosen', async () => {
  serve(org, boats);
  show(<NamesScreen />);
  expect(await screen.findByText('2 names')).toBeTruthy();
  expect(screen.getByText('auto-renew on · privacy on')).toBeTruthy();
  expect(screen.getByText('auto-renew off · privacy on')).toBeTruthy();
  expect(screen.getByText(/^until .*2028$/)).toBeTruthy();
});

test('one who holds nothing yet is told what to do', async () => {
  serve();
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
  serve(boats);
  show(<NameScreen />);
  expect(await screen.findByText('Maren Solvik, Saltwhistle Boatworks')).toBeTruthy();
  expect(screen.getByText(/can still be renewed at the renewal price until .*2029/)).toBeTruthy();
  expect(screen.getByText(/anyone can register it/)).toBeTruthy();
});

test('auto-renew is switched where it is shown, with date and amount', async () => {
  const server = serve(boats);
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

test('what falls due within a year is told apart from what comes later, each with its sum', async () => {
  serve(org, boats);
  show(<AheadScreen />);
  await waitFor(() => expect(screen.getByRole('group', { name: 'The next twelve months' })).toBeTruthy());
  expect(screen.getByRole('group', { name: 'The next twelve months' }).textContent).toMatch(
    /a\.org · renews by itself9\.00.*\$9\.00$/,
  );
  expect(screen.getByRole('group', { name: 'After that' }).textContent).toMatch(
    /ends unless you renew14\.68.*\$14\.68$/,
  );
});
