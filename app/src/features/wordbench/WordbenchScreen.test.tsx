import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { WordbenchScreen } from './WordbenchScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  router: { navigate: (to: unknown) => mockNavigate(to), back: jest.fn(), canGoBack: () => false },
}));

beforeEach(() => mockNavigate.mockClear());

const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

test('nothing is looked up before two groups have words', () => {
  new FakeServer();
  show(<WordbenchScreen />);
  type('Group 1', 'salt');
  expect(screen.getByRole('button', { name: 'Look them up' }).getAttribute('aria-disabled')).toBe('true');
});

test('one word of each group makes a name; they are looked up together in the extension chosen', async () => {
  new FakeServer();
  show(<WordbenchScreen />);
  type('Group 1', 'Salt, lake');
  type('Group 2', 'yard; quay!');
  expect(
    screen.getByText('lakequay lakeyard saltquay saltyard', { normalizer: (text) => text.replace(/\s+/g, ' ') }),
  ).toBeTruthy();
  await screen.findByRole('option', { name: '.boats' });
  fireEvent.change(screen.getByLabelText('Extension'), { target: { value: 'boats' } });
  fireEvent.click(screen.getByRole('button', { name: 'Look up 4 names' }));
  await waitFor(() =>
    expect(mockNavigate).toHaveBeenCalledWith({
      pathname: '/',
      params: { q: 'lakequay.boats lakeyard.boats saltquay.boats saltyard.boats' },
    }),
  );
});

test('also the other way round, with hyphens, and with a third group', () => {
  new FakeServer();
  show(<WordbenchScreen />);
  type('Group 1', 'salt');
  type('Group 2', 'yard');
  fireEvent.click(screen.getByRole('switch', { name: 'Any order' }));
  fireEvent.click(screen.getByRole('switch', { name: 'Hyphens too' }));
  expect(screen.getByRole('heading', { name: '4 names' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Another group' }));
  type('Group 3', 'works');
  expect(screen.getByRole('heading', { name: '12 names' })).toBeTruthy();
});
