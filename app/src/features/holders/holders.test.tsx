import { fireEvent, screen } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { ConfirmScreen } from './ConfirmScreen';
import { HolderChecks } from '../../shop/held/HolderChecks';

jest.mock('expo-router', () => ({
  Link: () => null,
  router: { navigate: () => undefined },
  useLocalSearchParams: () => ({ token: 'abc' }),
}));

const email = 'maren@saltwhistle.example';

test('a link is confirmed by a tap, not by being opened', async () => {
  const server = new FakeServer();
  server.instead.set('POST /api/holder-checks/confirm', { status: 200, body: { email } });
  show(<ConfirmScreen />);
  const button = await screen.findByRole('button', { name: 'Confirm the address' });
  expect(server.asked.filter(({ method }) => method === 'POST')).toEqual([]);
  fireEvent.click(button);
  expect(await screen.findByText(`${email} is confirmed. There is nothing more to do.`)).toBeTruthy();
  expect(server.asked.find(({ method }) => method === 'POST')?.body).toEqual({ token: 'abc' });
});

test('a link that was never sent says so', async () => {
  const server = new FakeServer();
  const body = { type: '/problems/not-found', detail: 'There is no such address to confirm here.' };
  server.instead.set('POST /api/holder-checks/confirm', { status: 404, body });
  show(<ConfirmScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Confirm the address' }));
  expect(await screen.findByText(/This link is not one of ours/)).toBeTruthy();
});

async function open(...checks: object[]): Promise<FakeServer> {
  const server = new FakeServer();
  server.account = { email };
  server.instead.set('GET /api/me/holder-checks', { status: 200, body: checks });
  show(<HolderChecks />);
  await screen.findAllByText(/saltwhistle.example/);
  return server;
}
const check = { email, confirmBy: '2026-12-10', confirmed: false, suspended: false };

test('what is to be confirmed says by when and what happens otherwise; the mail is sent again', async () => {
  const server = await open(check, { ...check, email: 'done@saltwhistle.example', confirmed: true });
  expect(screen.getByText(/has to be confirmed by Dec 10, 2026/)).toBeTruthy();
  expect(screen.queryByText(/done@/)).toBeNull();
  server.instead.set('POST /api/me/holder-checks', { status: 202, body: {} });
  fireEvent.click(screen.getByRole('button', { name: 'Send the mail again' }));
  expect(await screen.findByText(/The mail is on its way\.$/)).toBeTruthy();
});

test('what was not confirmed in time is a problem', async () => {
  await open({ ...check, suspended: true });
  expect(screen.getByRole('alert').textContent).toContain('was not confirmed in time');
});
