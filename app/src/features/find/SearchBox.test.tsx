import { fireEvent, screen, waitFor } from '@testing-library/react';
import { createRef } from 'react';
import type { TextInput } from 'react-native';
import { FakeServer, show } from '../../../test/shop';
import { SearchBox } from './SearchBox';

function box(query = '') {
  new FakeServer();
  const searched: string[] = [];
  const ref = createRef<TextInput>();
  const view = (text: string) => (
    <SearchBox ref={ref} query={text} onSearch={(sent) => searched.push(sent)} wide={false} />
  );
  const shown = show(view(query));
  return { searched, shown, input: () => screen.getByLabelText<HTMLInputElement>('Name or word') };
}

test('what is typed shows at once, and is searched for once when typing rests', async () => {
  const { searched, input } = box();
  for (const value of ['s', 'sa', 'sal']) fireEvent.change(input(), { target: { value } });
  expect(input().value).toBe('sal');
  expect(searched).toEqual([]);
  await waitFor(() => expect(searched).toEqual(['sal']));
});

test('the cross empties it', async () => {
  const { searched, input } = box('salt');
  fireEvent.click(screen.getByRole('button', { name: 'Clear the search' }));
  expect(input().value).toBe('');
  await waitFor(() => expect(searched).toEqual(['']));
});

test('a search picked elsewhere takes the place of what was typed', async () => {
  const { searched, shown, input } = box('salt');
  fireEvent.change(input(), { target: { value: 'salty' } });
  await waitFor(() => expect(searched).toEqual(['salty']));
  shown.unmount();
  box('quay');
  expect(input().value).toBe('quay');
});

test('an empty box offers to read names from a file', () => {
  box();
  expect(screen.getByRole('button', { name: 'Names from a CSV or text file' })).toBeTruthy();
});
