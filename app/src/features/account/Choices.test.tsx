import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { Choices } from './Choices';

const account = {
  email: 'maren@saltwhistle.example',
  autoRenew: true,
  marketing: false,
  invoiceFiles: false,
  language: 'en',
  twoStep: false,
  recoveryCodes: 0,
  isNew: true,
  codesUsed: {},
};

test.each([
  ['Auto-renew for new names', 'autoRenew'],
  ['Invoices as files with the mail', 'invoiceFiles'],
  ['Mail about offers', 'marketing'],
] as const)('%s stays as it was where saving fails, says so, and is saved when pressed again', async (title, field) => {
  const server = new FakeServer();
  const session = { csrf: 't', account, secondStep: false, now: '2026-11-25T10:00:00Z', demo: false, paymentsUrl: '' };
  server.instead.set('GET /api/session', { status: 200, body: session });
  server.instead.set('PATCH /api/me/account', { status: 503, body: { type: '/problems/busy', detail: 'Busy.' } });
  show(<Choices />);
  const before = account[field];
  const toggle = async () => screen.findByRole<HTMLInputElement>('switch', { name: title });
  fireEvent.click(await toggle());
  expect(await screen.findByText('Busy.')).toBeTruthy();
  expect((await toggle()).checked).toBe(before);
  server.instead.set('PATCH /api/me/account', { status: 200, body: { ...account, [field]: !before } });
  fireEvent.click(await toggle());
  await waitFor(async () => expect((await toggle()).checked).toBe(!before));
  expect(screen.queryByText('Busy.')).toBeNull();
  const sent = server.asked.filter(({ path, method }) => path === '/api/me/account' && method === 'PATCH');
  expect(sent.map(({ body }) => body)).toEqual([{ [field]: !before }, { [field]: !before }]);
});
