import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import type { PaymentAction } from '@tienda/core/orders/payment';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { FakeServer, show } from '../../../test/shop';
import { OrderScreen } from './OrderScreen';

const mockPlaces: unknown[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ id: 'o1' }),
  Link: ({ children }: { children: React.ReactNode }) => children,
  router: { navigate: (place: unknown) => mockPlaces.push(place) },
}));

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
      // What was told is known once nothing waits to be done at once, and drawn a timer later.
      await new Promise((resolve) => setTimeout(resolve, 0));
      await new Promise((resolve) => setTimeout(resolve, 10));
    });
  }
}
Object.assign(globalThis, { EventSource: FakeEvents });

const line = {
  kind: 'register' as const,
  name: 'saltwhistle.boats',
  unicode: 'saltwhistle.boats',
  years: 2,
  privacy: true,
  autoRenew: false,
  charge: 1786,
  discount: 0,
  fee: 0,
  privacyPrice: 0,
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
  funding: { method: 'card', balance: 0 },
  documents: [],
  lines: [{ ...line, state: { at: 'ready' } }],
  events: [],
  ...more,
});

async function open(first: ShownOrder): Promise<FakeEvents | undefined> {
  FakeEvents.last = undefined;
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/orders/o1', { status: 200, body: first });
  show(<OrderScreen />);
  await screen.findByRole('heading', { name: 'Order 1001' });
  if (!first.ended) await waitFor(() => expect(FakeEvents.last?.url).toBe('/api/me/orders/o1/progress'));
  return FakeEvents.last;
}

test('an order is followed from received to registered, and what was taken is said', async () => {
  const events = await open(order({}));
  expect(screen.getByRole('heading', { name: 'Order received' })).toBeTruthy();
  expect(screen.getByText('The payment is being requested.')).toBeTruthy();
  await events?.tell(
    order({
      status: 'atRegistry',
      payment: { at: 'authorised', intent: 'i' },
      lines: [{ ...line, state: { at: 'sent' } }],
    }),
  );
  expect(screen.getByRole('heading', { name: 'Sent to the registry' })).toBeTruthy();
  expect(screen.getByText('$21.97 is held, not yet taken.')).toBeTruthy();
  await events?.tell(
    order({
      status: 'done',
      ended: true,
      payment: { at: 'captured', amount: 2197, balance: 0, refunded: 0 },
      lines: [{ ...line, state: { at: 'done', expiresOn: '2028-11-24' } }],
    }),
  );
  expect(screen.getByRole('heading', { name: 'Registered' })).toBeTruthy();
  expect(screen.getByText('$21.97 was taken.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'See it under Names' })).toBeTruthy();
  expect(events?.closed).toBe(true);
});

test('a name that could not be registered says why, and that nothing was taken', async () => {
  const reason = 'Someone else registered it a moment earlier.';
  await open(
    order({
      status: 'notDone',
      ended: true,
      payment: { at: 'voided' },
      lines: [{ ...line, state: { at: 'refused', cause: 'taken', reason } }],
    }),
  );
  expect(screen.getByText(reason)).toBeTruthy();
  expect(screen.getByText('Nothing was taken; the money that was held is free again.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Find another name' })).toBeTruthy();
  expect(FakeEvents.last).toBeUndefined();
});

test('of an order registered in part, what was taken is what was registered', async () => {
  const lines: ShownOrder['lines'] = [
    { ...line, state: { at: 'done', expiresOn: '2028-11-24' } },
    {
      ...line,
      name: 'b.org',
      unicode: 'b.org',
      state: { at: 'refused', cause: 'refused', reason: 'The registry refused: Reserved.' },
    },
  ];
  await open(
    order({
      status: 'partlyDone',
      ended: true,
      payment: { at: 'captured', amount: 391, balance: 0, refunded: 0 },
      lines,
    }),
  );
  expect(screen.getByRole('heading', { name: 'Registered in part' })).toBeTruthy();
  expect(screen.getByText('$3.91 was taken.')).toBeTruthy();
});

test('a payment that was refused says so, and leads back to another way of paying', async () => {
  const payment = { at: 'declined', cause: 'refused', reason: 'The bank declined the card.' } as const;
  await open(order({ status: 'declined', ended: true, payment }));
  expect(screen.getByRole('heading', { name: 'Not paid' })).toBeTruthy();
  expect(screen.getByText(/^The payment was refused. Nothing was done and nothing was taken/)).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Pay another way' }));
  expect(mockPlaces.at(-1)).toBe('/checkout/review');
  expect(screen.getByText('A mail that says the same is on its way to you.')).toBeTruthy();
});

test('somebody signed out is asked to sign in, and is shown nothing of the order', async () => {
  const server = new FakeServer();
  show(<OrderScreen />);
  await screen.findByText('Orders are shown to the account that placed them: sign in.');
  expect(screen.getByLabelText('Mail address')).toBeTruthy();
  expect(server.asked.some(({ path }) => path.startsWith('/api/me/'))).toBe(false);
});

const waitingFor = (action: PaymentAction) =>
  order({
    status: 'waitingForPayment',
    funding: { method: 'transfer', balance: 197 },
    payment: { at: 'waiting', intent: 'i', action, until: '2026-12-02T10:00:00Z' },
  });

test('a transfer says where to send how much, with which reference, until when, and that nothing is held', async () => {
  await open(waitingFor({ type: 'transfer', iban: 'IE12 ZZZZ', payee: 'Tienda Names Limited', reference: 'TN-1' }));
  expect(screen.getByRole('heading', { name: 'Waiting for your payment' })).toBeTruthy();
  expect(screen.getByText('Send $20.00, so that it is here by Dec 2, 2026.')).toBeTruthy();
  for (const fact of ['IE12 ZZZZ', 'Tienda Names Limited', 'TN-1']) expect(screen.getByText(fact)).toBeTruthy();
  expect(screen.getByText(/No registry holds a name while your money is on its way/)).toBeTruthy();
});

test('a prompt names its phone, and a wallet has a way to it', async () => {
  await open(waitingFor({ type: 'prompt', phone: '+353209150199' }));
  expect(screen.getByText('A prompt is on the phone +353209150199. Approve it there.')).toBeTruthy();
  cleanup();
  await open(waitingFor({ type: 'redirect', url: 'http://wallet.example/1' }));
  expect(screen.getByRole('button', { name: 'Go to the wallet' })).toBeTruthy();
});

test('a payment is given up where it waits', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  const waiting = waitingFor({ type: 'prompt', phone: '+353209150199' });
  const payment = { at: 'declined', cause: 'cancelled', reason: 'x' } as const;
  server.instead.set('GET /api/me/orders/o1', { status: 200, body: waiting });
  const ended = order({ status: 'declined', ended: true, payment });
  server.instead.set('POST /api/me/orders/o1/cancel', { status: 200, body: ended });
  show(<OrderScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Cancel this payment' }));
  expect(await screen.findByText(/^The payment was cancelled\./)).toBeTruthy();
});

test('a name that its registry looks at first is said to wait', async () => {
  await open(
    order({ status: 'atRegistry', payment: { at: 'authorised' }, lines: [{ ...line, state: { at: 'pending' } }] }),
  );
  expect(screen.getByText('under review')).toBeTruthy();
  expect(screen.getByText(/This registry reviews each name first/)).toBeTruthy();
});

test('a name that is bought says until when its holder may hand it over', async () => {
  const state = { at: 'withHolder', until: '2026-12-05T10:00:00Z' } as const;
  await open(
    order({
      status: 'atRegistry',
      payment: { at: 'authorised' },
      lines: [{ ...line, kind: 'transferIn', offer: { id: 'o1', reaching: 100_000 }, state }],
    }),
  );
  expect(screen.getByText('with its holder')).toBeTruthy();
  expect(screen.getByText(/^Its holder has until Dec 5, 2026 to unlock it/)).toBeTruthy();
});

test('where the bank would not hold the money any longer another card holds it, one that is refused said why', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  const payment = { at: 'authorised', intent: 'int_1', heldUntil: '2026-12-05T10:00:00Z', refused: 'No.' } as const;
  const waits = order({ status: 'atRegistry', payment, lines: [{ ...line, state: { at: 'sent' } }] });
  server.instead.set('GET /api/me/orders/o1', { status: 200, body: waits });
  server.instead.set('GET /api/me/cards', { status: 200, body: [{ id: 'c1', last4: '0006' }] });
  const errors = [{ pointer: '/payment/card', code: 'cardRefused', detail: 'The bank declined the card.' }];
  server.instead.set('POST /api/me/orders/o1/hold', { status: 422, body: { detail: 'x', errors } });
  show(<OrderScreen />);
  expect(await screen.findByText(/it lets go of \$21\.97 on Dec 5, 2026, and would not hold it anew/)).toBeTruthy();
  await screen.findByRole('radio', { name: 'Card ending in 0006' });
  const hold = screen.getByRole('button', { name: 'Hold it with this card' });
  fireEvent.click(hold);
  expect(await screen.findByText('The bank declined the card.')).toBeTruthy();
  const { refused: _refused, ...held } = payment;
  server.instead.set('POST /api/me/orders/o1/hold', { status: 200, body: { ...waits, payment: held } });
  server.instead.set('GET /api/me/orders/o1', { status: 200, body: { ...waits, payment: held } });
  fireEvent.click(hold);
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Hold it with this card' })).toBeNull());
  expect(server.asked.filter(({ path }) => path.endsWith('/hold')).map(({ body }) => body)).toEqual([
    { payment: { method: 'card', card: 'c1' } },
    { payment: { method: 'card', card: 'c1' } },
  ]);
});

test('a name whose price rose says what it costs now, and leads to it', async () => {
  const asks = { register: 90_000, renew: 1200 };
  const state = { at: 'refused', cause: 'price', reason: 'x', asks } as const;
  await open(order({ status: 'notDone', ended: true, payment: { at: 'voided' }, lines: [{ ...line, state }] }));
  screen.getByText(/: \$900.00 for the first year, then \$12.00 a year. It was not bought at that.$/);
  expect(screen.getByRole('button', { name: 'See the new price of saltwhistle.boats' })).toBeTruthy();
});

test('a refusal is said in the registry’s own words', async () => {
  const state = { at: 'refused', cause: 'refused', reason: 'x', said: 'Reserved' } as const;
  await open(order({ status: 'notDone', ended: true, payment: { at: 'voided' }, lines: [{ ...line, state }] }));
  screen.getByText('The registry refused it: “Reserved”.');
});

test('what was taken, from where, and what was given back; its papers are files', async () => {
  await open(
    order({
      status: 'partlyDone',
      ended: true,
      payment: { at: 'captured', amount: 1000, balance: 197, refunded: 1000 },
      documents: [
        { kind: 'invoice', number: '2026-000001' },
        { kind: 'creditNote', number: '2026-000001' },
      ],
    }),
  );
  expect(screen.getByText('$11.97 was taken, $1.97 of it from your balance. $10.00 was given back.')).toBeTruthy();
  const hrefs = screen.getAllByRole('link').map((link) => link.getAttribute('href'));
  expect(hrefs).toEqual([
    '/api/me/invoices/2026-000001',
    '/api/me/receipts/2026-000001',
    '/api/me/credit-notes/2026-000001',
  ]);
});

test('a line that was lost is said, and taken back once it is found again', async () => {
  const events = await open(order({}));
  await act(() => Promise.resolve(events?.onerror()));
  expect(screen.getByText('Tienda cannot be reached just now; trying again.')).toBeTruthy();
  await act(() => Promise.resolve(events?.onopen()));
  expect(screen.queryByText('Tienda cannot be reached just now; trying again.')).toBeNull();
});
