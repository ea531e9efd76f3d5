import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { FakeServer, lineFor, show } from '../../../test/shop';
import { BasketScreen } from './BasketScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({ router: { navigate: (to: string) => mockNavigate(to) } }));
beforeEach(() => mockNavigate.mockClear());

async function open(...lines: ReturnType<typeof lineFor>[]) {
  const server = new FakeServer();
  server.lines = lines;
  show(<BasketScreen />);
  await waitFor(() => expect(screen.queryByRole('status', { name: 'One moment' })).toBeNull());
  return server;
}

const card = (name: string) => within(screen.getByRole('group', { name }));
const tally = () => screen.getByRole('group', { name: 'Tally' }).textContent;

test('an empty basket says what to do next', async () => {
  await open();
  fireEvent.click(await screen.findByRole('button', { name: 'Find a name' }));
  expect(mockNavigate).toHaveBeenCalledWith('/');
});

test('the tally takes the sum apart, line by line', async () => {
  await open(lineFor('saltwhistle.boats', { years: 3 }));
  await screen.findByRole('group', { name: 'Tally' });
  expect(tally()).toContain('saltwhistle.boats, year 111.00');
  expect(tally()).toContain('introductory price−8.00');
  expect(tally()).toContain('years 2 and 329.00');
  expect(tally()).toContain('registry fee, 3 × 0.180.54');
  expect(tally()).toContain('privacyincluded');
});

test('a name bought of its holder costs the price agreed and the fee, and no more', async () => {
  const purchase = { id: 'o1', amount: 100_000, feePaidBy: 'buyer', move: 0 } as const;
  const premium = { ...purchase, id: 'o2', move: 24_000 };
  await open(
    lineFor('saltwhistle.org', { action: 'transfer', paidUntil: '2028-05-03', purchase }),
    lineFor('brine.org', { action: 'transfer', paidUntil: '2028-05-03', purchase: premium }),
  );
  await screen.findByRole('group', { name: 'Tally' });
  expect(tally()).toContain('saltwhistle.org, bought of its holder1,000.00');
  expect(tally()).toContain('fee for the offer, moving it here in it100.00');
  expect(card('saltwhistle.org').getByText('$1,100.00')).toBeTruthy();
  expect(
    card('saltwhistle.org').getByText(
      /^Bought of its holder: \$1,000\.00, and a fee of \$100\.00\. Moving it here is in/,
    ),
  ).toBeTruthy();
  expect(tally()).toContain('fee for the offer100.00');
  expect(tally()).toContain('moving it here, as its registry asks240.00');
  expect(card('brine.org').getByText('$1,340.00')).toBeTruthy();
  expect(card('brine.org').getByText(/Moving it here: \$240\.00/)).toBeTruthy();
});

test('a tap on the rail changes the price at once, and tells the server', async () => {
  const server = await open(lineFor('saltwhistle.boats'));
  await screen.findAllByText('$3.18');
  fireEvent.click(card('saltwhistle.boats').getByRole('radio', { name: /^2 years/ }));
  await screen.findAllByText('$17.86');
  await waitFor(() =>
    expect(server.asked.at(-1)).toEqual({
      method: 'PUT',
      path: '/api/basket/saltwhistle.boats',
      body: { action: 'register', years: 2, privacy: true, autoRenew: true },
    }),
  );
});

test('a change that the server refuses is taken back, and the reason is shown', async () => {
  const server = await open(lineFor('saltwhistle.boats'));
  await screen.findAllByText('$3.18');
  server.instead.set('PUT /api/basket/saltwhistle.boats', {
    status: 422,
    body: { detail: 'Not for two years.', errors: [] },
  });
  fireEvent.click(card('saltwhistle.boats').getByRole('radio', { name: /^2 years/ }));
  await screen.findByText('Not for two years.');
  expect(screen.getAllByText('$3.18')).not.toHaveLength(0);
});

test('what is removed can be brought back', async () => {
  const server = await open(lineFor('saltwhistle.org', { years: 4 }));
  fireEvent.click(await screen.findByRole('button', { name: 'Remove saltwhistle.org' }));
  await screen.findByText('saltwhistle.org was removed.');
  await waitFor(() => expect(server.lines).toEqual([]));
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => expect(server.lines).toMatchObject([{ name: 'saltwhistle.org', years: 4 }]));
});

test('privacy that costs says how much, and is charged when switched on', async () => {
  await open(lineFor('saltwhistle.lake', { privacy: false }));
  await screen.findByText('$2.50 a year; the public sees no name or address');
  const privacy = card('saltwhistle.lake').getByRole('switch', { name: 'Privacy protection' });
  expect(privacy).toMatchObject({ checked: false });
  fireEvent.click(privacy);
  await waitFor(() => expect(tally()).toContain('privacy, 1 × 2.502.50'));
});

test('a name that does not renew by itself says what happens, and when', async () => {
  await open(lineFor('saltwhistle.org', { autoRenew: false }));
  await screen.findByText(/^off: ends .*2027 unless you renew, \$9.00 a year$/);
  expect(tally()).toMatch(/Only if you renew.*2027 · saltwhistle.org9.00/);
});

test('with a name that was taken meanwhile nobody gets to checkout', async () => {
  await open(lineFor('saltwhistle.org', { answer: { status: 'taken' } }));
  await screen.findByText('This name is taken now. Remove it to go on.');
  const checkout = screen.getByRole('button', { name: 'Go to checkout' });
  fireEvent.click(checkout);
  expect(mockNavigate).not.toHaveBeenCalled();
});

test('a basket that cannot be fetched says so and can be tried again', async () => {
  const server = new FakeServer();
  server.instead.set('GET /api/basket', { status: 500, body: { detail: 'Nothing was lost. Try again in a moment.' } });
  show(<BasketScreen />);
  await screen.findByText('Nothing was lost. Try again in a moment.');
  server.instead.clear();
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  await screen.findByRole('heading', { name: 'The basket is empty' });
});
