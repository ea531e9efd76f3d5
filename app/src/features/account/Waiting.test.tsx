import { screen } from '@testing-library/react';
import { offerSums } from '@tienda/core/names/offer';
import { FakeServer, show } from '../../../test/shop';
import { Waiting } from './Waiting';

jest.mock('expo-router', () => ({ Link: ({ children }: { children: React.ReactNode }) => children }));

function signedIn(watches: object[], offers: object[]): void {
  const server = new FakeServer();
  const account = { email: 'maren@saltwhistle.example' };
  const session = { csrf: 't', account, now: '2026-11-24T10:00:00Z', demo: true, paymentsUrl: '' };
  server.instead.set('GET /api/session', { status: 200, body: session });
  server.instead.set('GET /api/me/watches', { status: 200, body: watches });
  server.instead.set('GET /api/me/offers', { status: 200, body: offers });
}

test('nothing waited for says where waiting begins', async () => {
  signedIn([], []);
  show(<Waiting />);
  expect(
    await screen.findByText('You are not watching any names. A taken name can be watched on its page.'),
  ).toBeTruthy();
  expect(screen.getByText('No offers. They can be made on the page of a taken name.')).toBeTruthy();
});

test('watched names say when they can be free, or that they are; offers how they stand', async () => {
  signedIn(
    [
      { name: 'salt.com', unicode: 'salt.com', freeFrom: '2027-07-22', free: false },
      { name: 'quay.com', unicode: 'quay.com', free: true },
    ],
    [
      {
        id: '1',
        name: 'yard.com',
        unicode: 'yard.com',
        feePaidBy: 'buyer',
        message: '',
        state: { at: 'countered', amount: 80_000 },
        sums: offerSums(50_000, { feePaidBy: 'buyer', move: 0 }),
        createdAt: '',
        changedAt: '',
      },
    ],
  );
  show(<Waiting />);
  expect(await screen.findByText(/^free from .*2027 at the earliest$/)).toBeTruthy();
  expect(screen.getByText('free now')).toBeTruthy();
  expect(screen.getByText('$500.00 · the holder asks for more')).toBeTruthy();
});
