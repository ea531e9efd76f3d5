import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import type { SearchEvent } from '@tienda/core/names/searchEvent';
import { FakeServer, show } from '../../../test/shop';
import { FindScreen } from './FindScreen';

const mockParams: Record<string, string | undefined> = {};
let mockChanged: () => void = () => undefined;
jest.mock('expo-router', () => {
  const { useEffect, useReducer } = jest.requireActual<typeof import('react')>('react');
  return {
    useLocalSearchParams: () => {
      const [, again] = useReducer((count: number) => count + 1, 0);
      useEffect(() => void (mockChanged = again), []);
      return { ...mockParams };
    },
    router: {
      setParams: (params: Record<string, string | undefined>) => {
        Object.assign(mockParams, params);
        mockChanged();
      },
    },
  };
});

/** A search whose lines the test sends when it wants. */
class FakeSearch {
  private send: (text: string) => void = () => undefined;
  readonly server = new FakeServer();
  readonly queries: string[] = [];

  constructor() {
    const usual = globalThis.fetch;
    globalThis.fetch = (input, init) => {
      const path = typeof input === 'string' ? input : '';
      if (!path.startsWith('/api/search')) return usual(input, init);
      this.queries.push(new URLSearchParams(path.split('?')[1]).get('q') ?? '');
      const body = new ReadableStream<Uint8Array>({
        start: (controller) => {
          this.send = (text) => controller.enqueue(new TextEncoder().encode(text));
        },
      });
      return Promise.resolve({ ok: true, body } as unknown as Response);
    };
  }

  async tell(...events: SearchEvent[]): Promise<void> {
    await act(async () => {
      this.send(events.map((event) => `${JSON.stringify(event)}\n`).join(''));
      await new Promise((resolve) => setTimeout(resolve, 20));
    });
  }
}

const plan = (labels: string[], problems: object[] = []): SearchEvent =>
  ({ type: 'plan', query: '', names: [], labels, problems }) as unknown as SearchEvent;
const free = (name: string, firstYear: number, renewal: number): SearchEvent => ({
  type: 'result',
  name,
  unicode: name,
  label: name.split('.')[0] ?? '',
  extension: name.split('.')[1] ?? '',
  status: 'available',
  price: { currency: 'USD', firstYear, renewal, intro: firstYear < renewal },
  checkedAt: '',
  source: '',
});

beforeEach(() => {
  for (const key of Object.keys(mockParams)) Reflect.deleteProperty(mockParams, key);
});

async function searching(word: string): Promise<FakeSearch> {
  const search = new FakeSearch();
  mockParams['q'] = word;
  show(<FindScreen />);
  await waitFor(() => expect(search.queries).toEqual([word]));
  return search;
}

test('before anything is typed it says what can be', () => {
  new FakeServer();
  show(<FindScreen />);
  expect(screen.getByRole('heading', { name: 'Which name would you like to own?' })).toBeTruthy();
});

test('what is typed goes to the address when typing rests, and is searched once', async () => {
  const search = new FakeSearch();
  show(<FindScreen />);
  const box = screen.getByLabelText('Name or word');
  for (const value of ['s', 'sa', 'salt']) fireEvent.change(box, { target: { value } });
  await waitFor(() => expect(mockParams['q']).toBe('salt'));
  await waitFor(() => expect(search.queries).toEqual(['salt']));
});

test('every extension has its row at once, and prices come as the registries answer', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']));
  expect(await screen.findAllByText('Asking the registry')).toHaveLength(3);
  expect(screen.getByText('0 of 3 asked · 0 open')).toBeTruthy();
  await search.tell(free('salt.boats', 318, 1468));
  expect(await screen.findByText('1 of 3 asked · 1 open')).toBeTruthy();
  expect(screen.getByText('$3.18')).toBeTruthy();
  expect(screen.getByText('$14.68')).toBeTruthy();
  expect(screen.getByText('Renews at 4.6 times the first year')).toBeTruthy();
});

test('a free name goes into the basket with one tap, and out with the next', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']), free('salt.org', 900, 900));
  fireEvent.click(await screen.findByRole('button', { name: 'Put salt.org in the basket' }));
  await waitFor(() =>
    expect(search.server.lines).toMatchObject([{ name: 'salt.org', years: 1, privacy: true, autoRenew: true }]),
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Take salt.org out of the basket' }));
  await waitFor(() => expect(search.server.lines).toEqual([]));
});

test('the horizon changes keep costs without asking again', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']), free('salt.boats', 318, 1468));
  expect(await screen.findByText('$61.90')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Keep 10 years' }));
  expect(await screen.findByText('$135.30')).toBeTruthy();
  expect(mockParams['keep']).toBe('10');
  expect(search.queries).toEqual(['salt']);
});

test('what cannot be a name is explained, with what can be searched instead', async () => {
  const search = await searching('salt_');
  await search.tell(
    plan([], [{ input: 'salt_', code: 'badCharacter', detail: '“_” cannot stand in a name.', suggestion: 'salt' }]),
  );
  expect(await screen.findByText('“_” cannot stand in a name.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Search for salt' }));
  await waitFor(() => expect(search.queries).toEqual(['salt_', 'salt']));
});

test('the cross clears the search', async () => {
  await searching('salt');
  fireEvent.click(screen.getByRole('button', { name: 'Clear the search' }));
  await screen.findByRole('heading', { name: 'Which name would you like to own?' });
  expect(mockParams['q']).toBeUndefined();
});
