import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boats, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { NameScreen } from './NameScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: () => undefined },
}));

const page = 'GET /api/me/names/saltwhistle.boats?currency=USD';
function showing(facts: Partial<typeof boats>) {
  const server = serverWithNames(boats);
  server.instead.set(page, { status: 200, body: { ...boats, ...facts } });
  show(<NameScreen />);
  return server;
}

test('one that is new is given back after it is said what goes back and what that means; then it says so itself', async () => {
  const back = [{ amount: 1107, balance: 500, currency: 'USD' as const }];
  const server = showing({ givingBack: { until: '2026-11-29', back } });
  fireEvent.click(await screen.findByRole('button', { name: 'Give it back' }));
  expect(screen.getByText('$11.07, tax included, goes back the way you paid.')).toBeTruthy();
  expect(screen.getByText('$5.00, tax included, goes back to your balance.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
  fireEvent.click(screen.getByRole('button', { name: 'Give it back' }));
  server.instead.set('POST /api/me/names/saltwhistle.boats/give-back', { status: 200, body: { done: true, back } });
  fireEvent.click(screen.getByRole('button', { name: 'Give it back now' }));
  expect(await screen.findByText(/^saltwhistle\.boats is given back\. .*\$11\.07/)).toBeTruthy();
  expect(screen.queryByRole('switch')).toBeNull();
});

test('one that waits to be given back is not said to be gone by a fault on the way, only by its registry', async () => {
  const back = [{ amount: 1107, balance: 0, currency: 'USD' as const }];
  const server = showing({ givingBack: { until: '2026-11-29', back } });
  server.instead.set('POST /api/me/names/saltwhistle.boats/give-back', { status: 200, body: { done: false, back } });
  fireEvent.click(await screen.findByRole('button', { name: 'Give it back' }));
  server.instead.set(page, { status: 500, body: { type: '/problems/fault', title: '', detail: 'It failed here.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Give it back now' }));
  expect(await screen.findByText('It failed here.', undefined, { timeout: 9000 })).toBeTruthy();
  expect(screen.queryByText(/is given back/)).toBeNull();
}, 15_000);

test('one that its registry did not let go after all is said to be kept, and can be given back again', async () => {
  const back = [{ amount: 1107, balance: 0, currency: 'USD' as const }];
  const giveable = { givingBack: { until: '2026-11-29', back } };
  const server = showing(giveable);
  server.instead.set('POST /api/me/names/saltwhistle.boats/give-back', { status: 200, body: { done: false, back } });
  fireEvent.click(await screen.findByRole('button', { name: 'Give it back' }));
  server.instead.set(page, { status: 200, body: { ...boats, changing: true } });
  fireEvent.click(screen.getByRole('button', { name: 'Give it back now' }));
  expect(
    await screen.findByText('Its registry has not answered yet. It is given back as soon as it does.'),
  ).toBeTruthy();
  expect(screen.queryByText(/could not be given back/)).toBeNull();
  server.instead.set(page, { status: 200, body: { ...boats, ...giveable } });
  expect(
    await screen.findByText(/^saltwhistle\.boats could not be given back: it is yours as before/, undefined, {
      timeout: 5000,
    }),
  ).toBeTruthy();
  server.instead.set('POST /api/me/names/saltwhistle.boats/give-back', { status: 200, body: { done: true, back } });
  fireEvent.click(screen.getByRole('button', { name: 'Give it back' }));
  fireEvent.click(screen.getByRole('button', { name: 'Give it back now' }));
  expect(await screen.findByText(/^saltwhistle\.boats is given back\./)).toBeTruthy();
  expect(screen.queryByText(/could not be given back/)).toBeNull();
}, 15_000);

test('one that was seen a moment before it had gone is looked at until it has', async () => {
  const back = [{ amount: 1107, balance: 0, currency: 'USD' as const }];
  const server = showing({ givingBack: { until: '2026-11-29', back } });
  server.instead.set('POST /api/me/names/saltwhistle.boats/give-back', { status: 200, body: { done: false, back } });
  fireEvent.click(await screen.findByRole('button', { name: 'Give it back' }));
  const { givingBack: _, ...seen } = { ...boats, givingBack: undefined };
  server.instead.set(page, { status: 200, body: seen });
  fireEvent.click(screen.getByRole('button', { name: 'Give it back now' }));
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Give it back now' })).toBeNull());
  server.instead.set(page, { status: 404, body: { type: '/problems/not-found', detail: 'There is no such name.' } });
  expect(await screen.findByText(/^saltwhistle\.boats is given back\./, undefined, { timeout: 5000 })).toBeTruthy();
});
