import { act, screen, waitFor } from '@testing-library/react';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { FakeServer, show } from '../../../test/shop';
import { OrderScreen } from './OrderScreen';

jest.mock('expo-router', () => ({ useLocalSearchParams: () => ({ id: 'o1' }), router: { navigate: () => undefined } }));

/** Server-sent events that the test sends when it wants. */
class FakeEvents {
  static last: FakeEvents | undefined;
  onopen: () => void = () => undefined;
  onerror: () => void = () => undefined;
  onmessage: (event: { data: string }) => void = () => undefined;
  closed = false;

  constructor(readonly url: string) {
    FakeEvents.last = this;
  }

  close(): void {
    this.closed = true;
  }

  async tell(order: ShownOrder): Promise<void> {
    await act(async () => {
      this.onmessage({ data: JSON.stringify(order) });
      await new Promise((resolve) => setTimeout(resolve, 10));
    });
  }
}
Object.assign(globalThis, { EventSource: FakeEvents });

const line = {
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  years: 2,
  privacy: true,
  autoRenew: false,
  net: 1786,
};
const order = (more: Partial<ShownOrder>): ShownOrder => ({
  id: 'o1',
  number: 1001,
  placedAt: '2026-11-24T10:00:00Z',
  status: 'received',
  ended: false,
  currency: 'USD',
  total: 2197,
  payment: { at: 'asked' },
  lines: [{ ...line, state: { at: 'held' } }],
  events: [],
  ...more,
});

async function open(first: ShownOrder): Promise<FakeEvents | undefined> {
  FakeEvents.last = undefined;
  const server = new FakeServer();
  server.instead.set('GET /api/me/orders/o1', { status: 200, body: first });
  show(<OrderScreen />);
  await screen.findByRole('heading', { name: 'Order 1001' });
  if (!first.ended) await waitFor(() => expect(FakeEvents.last?.url).toBe('/api/me/orders/o1/progress'));
  return FakeEvents.last;
}

test('an order is followed from received to registered, and what was taken is said', async () => {
  const events = await open(order({}));
  expect(screen.getByRole('heading', { name: 'Order received' })).toBeTruthy();
  expect(screen.getByText('The card is being asked.')).toBeTruthy();
  await events?.tell(
    order({
      status: 'atRegistry',
      payment: { at: 'authorised', intent: 'i' },
      lines: [{ ...line, state: { at: 'sent' } }],
    }),
  );
  expect(screen.getByRole('heading', { name: 'Sent to the registry' })).toBeTruthy();
  expect(screen.getByText('$21.97 is held on the card, not yet taken.')).toBeTruthy();
  await events?.tell(
    order({
      status: 'registered',
      ended: true,
      payment: { at: 'captured', intent: 'i', amount: 2197 },
      lines: [{ ...line, state: { at: 'registered', expiresOn: '2028-11-24' } }],
    }),
  );
  expect(screen.getByRole('heading', { name: 'Registered' })).toBeTruthy();
  expect(screen.getByText('$21.97 was taken from the card.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'See it under Names' })).toBeTruthy();
  expect(events?.closed).toBe(true);
});

test('a name that could not be registered says why, and that nothing was taken', async () => {
  const reason = 'Someone else registered it a moment earlier.';
  await open(
    order({
      status: 'notRegistered',
      ended: true,
      payment: { at: 'voided', intent: 'i' },
      lines: [{ ...line, state: { at: 'notRegistered', reason } }],
    }),
  );
  expect(screen.getByText(reason)).toBeTruthy();
  expect(screen.getByText('Nothing was taken; the hold on the card was let go.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Find another name' })).toBeTruthy();
  expect(FakeEvents.last).toBeUndefined();
});

test('of an order registered in part, what was taken is what was registered', async () => {
  const lines: ShownOrder['lines'] = [
    { ...line, state: { at: 'registered', expiresOn: '2028-11-24' } },
    {
      ...line,
      name: 'b.org',
      unicode: 'b.org',
      state: { at: 'notRegistered', reason: 'The registry refused: Reserved.' },
    },
  ];
  await open(
    order({ status: 'partlyRegistered', ended: true, payment: { at: 'captured', intent: 'i', amount: 391 }, lines }),
  );
  expect(screen.getByRole('heading', { name: 'Registered in part' })).toBeTruthy();
  expect(screen.getByText('$3.91 was taken from the card.')).toBeTruthy();
});

test('a declined card says so', async () => {
  await open(
    order({ status: 'declined', ended: true, payment: { at: 'declined', reason: 'The bank declined the card.' } }),
  );
  expect(screen.getByRole('heading', { name: 'The card was not accepted' })).toBeTruthy();
  expect(screen.getByText('The bank declined the card. Nothing was registered and nothing was taken.')).toBeTruthy();
});

test('a line that was lost is said, and taken back once it is found again', async () => {
  const events = await open(order({}));
  await act(() => Promise.resolve(events?.onerror()));
  expect(screen.getByText('The line to Tienda was lost; trying again.')).toBeTruthy();
  await act(() => Promise.resolve(events?.onopen()));
  expect(screen.queryByText('The line to Tienda was lost; trying again.')).toBeNull();
});
