import { fireEvent, screen, waitFor } from '@testing-library/react';
import { member, sessionWith } from '../../../test/member';
import { FakeServer, show } from '../../../test/shop';
import { Choices } from './Choices';

test.each([
  ['Auto-renew for new names', 'autoRenew'],
  ['Attach invoices as PDF', 'invoiceFiles'],
  ['Mail about offers', 'marketing'],
] as const)('%s stays as it was where saving fails, says so, and is saved when pressed again', async (title, field) => {
  const server = new FakeServer();
  server.instead.set('GET /api/session', sessionWith());
  server.instead.set('PATCH /api/me/account', { status: 503, body: { type: '/problems/busy', detail: 'Busy.' } });
  show(<Choices />);
  const before = member[field];
  const toggle = async () => screen.findByRole<HTMLInputElement>('switch', { name: title });
  fireEvent.click(await toggle());
  expect(await screen.findByText('Busy.')).toBeTruthy();
  expect((await toggle()).checked).toBe(before);
  server.instead.set('PATCH /api/me/account', { status: 200, body: { ...member, [field]: !before } });
  fireEvent.click(await toggle());
  await waitFor(async () => expect((await toggle()).checked).toBe(!before));
  expect(screen.queryByText('Busy.')).toBeNull();
  const sent = server.asked.filter(({ path, method }) => path === '/api/me/account' && method === 'PATCH');
  expect(sent.map(({ body }) => body)).toEqual([{ [field]: !before }, { [field]: !before }]);
});
