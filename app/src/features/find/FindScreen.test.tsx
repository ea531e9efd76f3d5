import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
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
    Link: ({ children }: { children: React.ReactNode }) => children,
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
  readonly currencies: string[] = [];
  /** For how long registries are to be spared, where they are. */
  readonly rests: (string | null)[] = [];

  constructor() {
    const usual = globalThis.fetch;
    globalThis.fetch = (input, init) => {
      const path = typeof input === 'string' ? input : '';
      if (!path.startsWith('/api/search')) return usual(input, init);
      const asked = new URLSearchParams(path.split('?')[1]);
      this.queries.push(asked.get('q') ?? '');
      this.currencies.push(asked.get('currency') ?? '');
      this.rests.push(asked.get('rest'));
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
  expect(document.title).toBe('Tienda');
});

test('the browser’s tab says what is searched for', async () => {
  await searching('salt');
  expect(document.title).toBe('salt · Tienda');
});

test('what is typed goes to the address when typing rests, and is searched once', async () => {
  const search = new FakeSearch();
  show(<FindScreen />);
  const box = screen.getByLabelText('Name or word');
  for (const value of ['s', 'sa', 'salt']) fireEvent.change(box, { target: { value } });
  await waitFor(() => expect(mockParams['q']).toBe('salt'));
  await waitFor(() => expect(search.queries).toEqual(['salt']));
});

test('registries are spared while one types, and asked at once for a search that stands in the address', async () => {
  const search = await searching('salt');
  fireEvent.change(screen.getByLabelText('Name or word'), { target: { value: 'salty' } });
  await waitFor(() => expect(search.queries).toEqual(['salt', 'salty']));
  expect(search.rests).toEqual([null, '160']);
});

test('every extension has its row at once, and prices come as the registries answer', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']));
  expect(await screen.findAllByText('Asking its registry')).toHaveLength(4);
  expect(screen.getByText('0 of 4 asked · 0 open')).toBeTruthy();
  await search.tell(free('salt.boats', 318, 1468));
  expect(await screen.findByText('1 of 4 asked · 1 open')).toBeTruthy();
  expect(screen.getByText('$3.18')).toBeTruthy();
  expect(screen.getByText('$14.68')).toBeTruthy();
  expect(screen.getByText(/Renews at 4.6 times the first year/)).toBeTruthy();
});

test('where nothing can be asked for, only the reason is said, with names to go on with', async () => {
  const search = await searching('salt_quay.org');
  const problem = { input: 'salt_quay.org', code: 'badCharacter', detail: 'It cannot stand in a name.' };
  const meant = { name: 'saltquay.org', label: 'saltquay', extension: 'org', reason: { kind: 'otherExtension' } };
  const next = { type: 'next', names: [{ ...meant, score: 100, group: 'same' }] } as unknown as SearchEvent;
  const done = { type: 'done', counts: {}, ms: 1 } as unknown as SearchEvent;
  await search.tell(plan([], [problem]), next, free('saltquay.org', 900, 900), done);
  expect(await screen.findByRole('button', { name: 'Put saltquay.org in the basket' })).toBeTruthy();
  expect(screen.getByText('It cannot stand in a name.')).toBeTruthy();
  expect(screen.queryByText(/asked · /)).toBeNull();
});

test('where nothing can be asked for and nothing was meant, no choices are blamed', async () => {
  const search = await searching('_');
  const problem = { input: '_', code: 'badCharacter', detail: 'It cannot stand in a name.' };
  const done = { type: 'done', counts: {}, ms: 1 } as unknown as SearchEvent;
  await search.tell(plan([], [problem]), done);
  expect(await screen.findByText('It cannot stand in a name.')).toBeTruthy();
  await waitFor(() => expect(screen.queryByText(/^The registries are being asked/)).toBeNull());
  expect(screen.queryByText('No name fits these choices.')).toBeNull();
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
  fireEvent.change(screen.getByLabelText('Years to keep'), { target: { value: '10' } });
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

test('a hint shows at once, is called one, and cannot be put in the basket', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']), { ...free('salt.org', 900, 900), type: 'hint', source: 'zone' } as SearchEvent);
  expect(await screen.findByText('Probably available')).toBeTruthy();
  expect(screen.getByText('$45.00')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Put salt.org in the basket' })).toBeNull();
  expect(screen.getByText('0 of 4 asked · 0 open')).toBeTruthy();
});

test('only one extension with one tap, and back to all with another', async () => {
  const search = await searching('salt');
  await search.tell(plan(['salt']));
  fireEvent.click(await screen.findByRole('button', { name: 'More about salt.boats' }));
  fireEvent.click(screen.getByRole('button', { name: 'Only .boats' }));
  await waitFor(() => expect(mockParams['only']).toBe('boats'));
  await search.tell(plan(['salt']), free('salt.boats', 318, 1468));
  expect(await screen.findByText('1 of 1 asked · 1 open')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Only .boats ✕' }));
  await waitFor(() => expect(mockParams['only']).toBeUndefined());
});

test('filters narrow what is shown, are kept in the address, and are cleared together', async () => {
  const search = await searching('salt');
  await search.tell(
    plan(['salt']),
    free('salt.boats', 318, 1468),
    free('salt.org', 900, 900),
    free('salt.lake', 900, 900),
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Filters' }));
  fireEvent.change(screen.getByLabelText('First year, at most USD'), { target: { value: '5' } });
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Put salt.org in the basket' })).toBeNull());
  expect(mockParams['first']).toBe('5');
  fireEvent.change(screen.getByLabelText('First year, at most USD'), { target: { value: 'five' } });
  expect(await screen.findByText('An amount such as 15 or 14.50.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Clear the filters' }));
  expect(await screen.findByRole('button', { name: 'Put salt.org in the basket' })).toBeTruthy();
});

test('names that no registry answered for can be asked for again', async () => {
  const search = await searching('salt');
  const silent = { ...free('salt.org', 0, 0), status: 'unknown', price: null } as SearchEvent;
  await search.tell(plan(['salt']), silent, { type: 'done', counts: {}, ms: 1 });
  expect(await screen.findByText('The registry of one name did not answer.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Ask again' }));
  await waitFor(() => expect(search.queries).toEqual(['salt', 'salt.org']));
  await search.tell(free('salt.org', 900, 900));
  expect(await screen.findByRole('button', { name: 'Put salt.org in the basket' })).toBeTruthy();
});

test('a finished search is remembered, and picked again with one tap', async () => {
  const search = await searching('quaylight');
  await search.tell(plan(['quaylight']), { type: 'done', counts: {}, ms: 1 });
  fireEvent.click(screen.getByRole('button', { name: 'Clear the search' }));
  await screen.findByText('Recent searches');
  fireEvent.click(screen.getByRole('button', { name: 'quaylight' }));
  await waitFor(() => expect(mockParams['q']).toBe('quaylight'));
  await waitFor(() => expect(screen.queryByText('Recent searches')).toBeNull());
});

test('searches of the past are forgotten with one tap', async () => {
  const search = await searching('quaylight');
  await search.tell(plan(['quaylight']), { type: 'done', counts: {}, ms: 1 });
  fireEvent.click(screen.getByRole('button', { name: 'Clear the search' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Clear these' }));
  await waitFor(() => expect(screen.queryByText('Recent searches')).toBeNull());
});

test('the currency is chosen here, asked for, and remembered', async () => {
  const search = await searching('salt');
  fireEvent.change(screen.getByLabelText('Currency'), { target: { value: 'EUR' } });
  await waitFor(() => expect(search.currencies).toEqual(['USD', 'EUR']));
  expect(mockParams['currency']).toBe('EUR');
  fireEvent.change(screen.getByLabelText('Currency'), { target: { value: 'USD' } });
});

test('the cross clears the search', async () => {
  await searching('salt');
  fireEvent.click(screen.getByRole('button', { name: 'Clear the search' }));
  await screen.findByRole('heading', { name: 'Which name would you like to own?' });
  await waitFor(() => expect(mockParams['q']).toBeUndefined());
});
