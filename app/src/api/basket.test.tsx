import { QueryClientProvider, type QueryClient } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import { FakeServer, held, lineFor, newQueries } from '../../test/shop';
import { useBasket, useBasketCheck, useFreshBasket, usePutInBasket, type BasketView } from './basket';

const quay = lineFor('quay.org');

const holds = (...lines: BasketLine[]) => ({ status: 200, body: { lines, codes: { typed: [] } } });
const asked = (server: FakeServer, method: string, path: string) =>
  server.asked.filter((one) => one.method === method && one.path === path).length;

/** The hooks of a screen with the basket on it, and every number of names that it has shown. */
function open(queries: QueryClient, useMore: () => unknown = () => undefined) {
  const counts: number[] = [];
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const use = () => {
    useMore();
    const basket = useBasket();
    if (basket.data) counts.push(basket.data.lines.length);
    return { basket, put: usePutInBasket() };
  };
  return { counts, ...renderHook(use, { wrapper }) };
}

const inBasket = (queries: QueryClient) => queries.getQueryData<BasketView>(['basket'])?.lines.length;

test('a screen that asks for the basket while a name is being put in does not show it without', async () => {
  const server = new FakeServer();
  const queries = newQueries();
  const { result, counts } = open(queries);
  await waitFor(() => expect(inBasket(queries)).toBe(0));
  const { after, letGo } = held();
  server.instead.set('PUT /api/basket/quay.org', { ...holds(quay), after });
  act(() => result.current.put.mutate(quay));
  await waitFor(() => expect(inBasket(queries)).toBe(1));
  const before = asked(server, 'GET', '/api/basket');
  const second = open(queries, useFreshBasket);
  await act(() => new Promise((resolve) => setTimeout(resolve, 50)));
  expect(asked(server, 'GET', '/api/basket')).toBe(before);
  expect(second.result.current.basket.isFetching).toBe(true);
  server.lines = [quay];
  letGo();
  await waitFor(() => expect(second.result.current.basket.isFetching).toBe(false));
  expect(asked(server, 'GET', '/api/basket')).toBe(before + 1);
  expect(counts.slice(counts.indexOf(1))).not.toContain(0);
  expect(second.counts).not.toContain(0);
});

test('one that is refused is taken back, and who waited is told what the server has', async () => {
  const server = new FakeServer();
  const queries = newQueries();
  const { result } = open(queries);
  await waitFor(() => expect(inBasket(queries)).toBe(0));
  const { after, letGo } = held();
  server.instead.set('PUT /api/basket/quay.org', { status: 422, body: { detail: 'Not this one.' }, after });
  act(() => result.current.put.mutate(quay));
  await waitFor(() => expect(inBasket(queries)).toBe(1));
  const second = open(queries, useFreshBasket);
  server.lines = [lineFor('tide.org'), lineFor('slip.org')];
  letGo();
  await waitFor(() => expect(second.result.current.basket.data?.lines).toHaveLength(2));
});

test('a check that a change overtakes is made again, and what is shown meanwhile is newer', async () => {
  const server = new FakeServer();
  const queries = newQueries();
  const check = held();
  server.instead.set('GET /api/basket?check=true', { ...holds(), after: check.after });
  const { result, counts } = open(queries, useBasketCheck);
  await waitFor(() => expect(asked(server, 'GET', '/api/basket?check=true')).toBe(1));
  await waitFor(() => expect(inBasket(queries)).toBe(0));
  await act(() => result.current.put.mutateAsync(quay));
  server.instead.set('GET /api/basket?check=true', holds({ ...quay, answer: { status: 'available' } }));
  check.letGo();
  await waitFor(() => expect(asked(server, 'GET', '/api/basket?check=true')).toBe(2));
  await waitFor(() =>
    expect(result.current.basket.data?.lines).toMatchObject([{ name: 'quay.org', answer: { status: 'available' } }]),
  );
  expect(counts.slice(counts.indexOf(1))).not.toContain(0);
});
