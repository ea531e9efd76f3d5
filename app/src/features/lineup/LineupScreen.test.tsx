import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeLines } from '../../../test/lines';
import { show } from '../../../test/shop';
import { LineupScreen } from './LineupScreen';
import { lineupStore, mostInLineup, toggleInLineup } from '../../shop/name/lineupStore';

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
      navigate: jest.fn(),
      back: jest.fn(),
      canGoBack: () => false,
      setParams: (params: Record<string, string | undefined>) => {
        Object.assign(mockParams, params);
        mockChanged();
      },
    },
  };
});

beforeEach(() => {
  for (const key of Object.keys(mockParams)) Reflect.deleteProperty(mockParams, key);
  lineupStore.set([]);
});

function world(): FakeLines {
  const lines = new FakeLines();
  lines.answers.set('salt.boats', { price: { currency: 'USD', firstYear: 318, renewal: 1468, intro: true } });
  return lines;
}

test('an empty lineup says how to fill it', () => {
  world();
  show(<LineupScreen />);
  expect(screen.getByRole('heading', { name: 'Nothing to compare yet' })).toBeTruthy();
});

test('facts stand side by side, and the year is named in which the cheap one becomes the dear one', async () => {
  world();
  mockParams['items'] = 'salt.boats,salt.org';
  show(<LineupScreen />);
  const table = await screen.findByRole('table', { name: 'Lineup' });
  expect(table.textContent).toContain('Keep 5 years$61.90$45.00best');
  expect(screen.getByText('salt.boats is dearer than salt.org from year 3.')).toBeTruthy();
  expect(screen.getByRole('table', { name: 'Keep cost over ten years' })).toBeTruthy();
});

test('names and extensions are added and taken out; the address follows, and this browser remembers', async () => {
  world();
  lineupStore.set(['salt.boats']);
  show(<LineupScreen />);
  const box = await screen.findByLabelText('Add a name or an extension');
  const add = (item: string) => {
    fireEvent.change(box, { target: { value: item } });
    fireEvent.click(screen.getByLabelText('Add'));
  };
  await screen.findByLabelText('Lineup');
  add('salt.nowhere');
  expect(await screen.findByText(/that Tienda offers/)).toBeTruthy();
  add('salt.boats');
  expect(await screen.findByText('That is in the lineup already.')).toBeTruthy();
  add('.org');
  await waitFor(() => expect(mockParams['items']).toBe('salt.boats,.org'));
  expect(lineupStore.get()).toEqual(['salt.boats', '.org']);
  fireEvent.click(await screen.findByLabelText('Take .org out of the lineup'));
  await waitFor(() => expect(mockParams['items']).toBe('salt.boats'));
});

test('the horizon is kept in the address', async () => {
  world();
  mockParams['items'] = 'salt.boats,salt.org';
  show(<LineupScreen />);
  fireEvent.change(await screen.findByLabelText('Years to keep'), { target: { value: '2' } });
  await waitFor(() => expect(mockParams['keep']).toBe('2'));
  await waitFor(() => expect(screen.getByLabelText('Lineup').textContent).toContain('Keep 2 years$17.86'));
});

test('no more than six stand side by side', () => {
  const names = Array.from({ length: mostInLineup }, (_, i) => `salt${i}.org`);
  for (const name of names) expect(toggleInLineup(name)).toBe(true);
  expect(toggleInLineup('one-more.org')).toBe(false);
  expect(lineupStore.get()).toEqual(names);
  expect(toggleInLineup('salt0.org')).toBe(true);
  expect(toggleInLineup('one-more.org')).toBe(true);
});
