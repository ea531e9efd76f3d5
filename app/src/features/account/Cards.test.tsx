import { screen } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { Cards } from './Cards';

test('cards say until when they are good, and what to do about one that is not for long', async () => {
  const server = new FakeServer();
  const account = { email: 'maren@saltwhistle.example' };
  const session = { csrf: 't', account, now: '2026-11-24T10:00:00Z', demo: true, paymentsUrl: '' };
  server.instead.set('GET /api/session', { status: 200, body: session });
  const cards = [
    { id: 'k1', last4: '0001', expires: '2049-12' },
    { id: 'k2', last4: '0002', expires: '2027-01' },
    { id: 'k3', last4: '0003', expires: '2026-10' },
    { id: 'k4', last4: '0004' },
  ];
  server.instead.set('GET /api/me/cards', { status: 200, body: cards });
  show(<Cards />);
  expect(await screen.findByText('Card ending in 0004')).toBeTruthy();
  expect(screen.getByText(/^good until Dec 31, 2049\.$/)).toBeTruthy();
  expect(screen.getByText(/^good until Jan 31, 2027\. Keep another one with your next payment/)).toBeTruthy();
  expect(screen.getByText(/^ran out on Oct 31, 2026\. Keep another one/)).toBeTruthy();
});
