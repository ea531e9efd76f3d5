import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { maren } from '../../../../core/test/contacts';
import { FakeServer, lineFor, newQueries, show } from '../../../test/shop';
import { ReviewStep } from './ReviewStep';

const routed: unknown[] = [];
jest.mock('expo-router', () => ({
  router: { navigate: () => undefined, replace: (to: unknown) => routed.push(to) },
  Redirect: () => null,
}));

const quoteOf = (id: string, total: number) => ({
  id,
  validUntil: '2026-11-24T10:30:00Z',
  currency: 'USD',
  rate: '1',
  ...{ lines: [], codes: [], unlocks: [], dueLater: [], problems: [] },
  ...{ subtotal: total, discount: 0, fees: 0, privacy: 0, net: total, total },
  tax: { rate: '0', amount: 0, basis: 'outOfScope' },
});

/** Somebody at the review of a basket that costs nothing, whose price is being made anew until it is answered. */
async function whilePriced(): Promise<{ server: FakeServer; answer: (status: number, body: object) => void }> {
  routed.length = 0;
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.lines = [lineFor('saltwhistle.org')];
  server.instead.set('GET /api/me/contacts', { status: 200, body: [{ ...maren, id: 'c1' }] });
  server.instead.set('POST /api/quotes', { status: 201, body: quoteOf('q1', 0) });
  server.instead.set('POST /api/me/orders', { status: 201, body: { id: 'o1' } });
  const queries = newQueries();
  show(<ReviewStep />, queries);
  await screen.findByRole('button', { name: 'Order, nothing to pay' });
  await waitFor(() => expect(queries.isFetching()).toBe(0));
  let release: () => void = () => undefined;
  const late = { status: 0, body: {}, after: new Promise<void>((resolve) => (release = resolve)) };
  server.instead.set('POST /api/quotes', late);
  act(() => void queries.invalidateQueries({ queryKey: ['me', 'quote'] }));
  const answer = (status: number, body: object) => {
    Object.assign(late, { status, body });
    release();
  };
  return { server, answer };
}

const press = () => fireEvent.click(screen.getByRole('button', { name: 'Order, nothing to pay' }));
const ordered = ({ asked }: FakeServer) =>
  asked.flatMap(({ method, path, body }) => (method === 'POST' && path === '/api/me/orders' ? [body] : []));

test('who presses while the price is made anew pays once it is there, if it is what was shown', async () => {
  const { server, answer } = await whilePriced();
  press();
  expect(ordered(server)).toEqual([]);
  answer(201, quoteOf('q2', 0));
  await waitFor(() => expect(routed).toEqual([{ pathname: '/orders/[id]', params: { id: 'o1' } }]));
  expect(ordered(server)).toEqual([expect.objectContaining({ quoteId: 'q2', contactId: 'c1' })]);
});

test('another price than the one shown is not paid by a press that came before it: it is told, and can be paid', async () => {
  const { server, answer } = await whilePriced();
  press();
  answer(201, quoteOf('q2', 1210));
  await screen.findByText(/^The price was made anew as you pressed, and it is \$12\.10 now\./);
  expect(ordered(server)).toEqual([]);
  const pay = screen.getByRole('button', { name: 'Pay $12.10' });
  expect(pay.getAttribute('aria-busy')).toBe('false');
});

test('a name that cannot be had any more is not paid by a press that came before that was known, and is told', async () => {
  const { server, answer } = await whilePriced();
  press();
  const problem = { pointer: '/items/0', code: 'taken', detail: 'saltwhistle.org is taken now.' };
  answer(201, { ...quoteOf('q2', 0), problems: [problem] });
  await screen.findByText('saltwhistle.org is taken now.');
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'Order, nothing to pay' })).toHaveProperty('disabled', true),
  );
  expect(screen.queryByText(/^The price was made anew/)).toBeNull();
  expect(ordered(server)).toEqual([]);
});

test('a price that does not come ends the wait: it is asked for again, and paid', async () => {
  const { server, answer } = await whilePriced();
  press();
  answer(503, { type: '/problems/unavailable', detail: 'No prices now.' });
  await screen.findByText('No prices now.');
  expect(ordered(server)).toEqual([]);
  server.instead.set('POST /api/quotes', { status: 201, body: quoteOf('q3', 0) });
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(screen.queryByText('No prices now.')).toBeNull());
  press();
  await waitFor(() => expect(ordered(server)).toEqual([expect.objectContaining({ quoteId: 'q3' })]));
});
