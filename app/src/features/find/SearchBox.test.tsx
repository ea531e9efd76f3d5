import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { createRef, useState } from 'react';
import type { TextInput } from 'react-native';
import { FakeServer, show } from '../../../test/shop';
import { SearchBox } from './SearchBox';

function box(query = '') {
  new FakeServer();
  const searched: string[] = [];
  const ref = createRef<TextInput>();
  let pick: (picked: string) => void = () => undefined;
  function Box() {
    const [searchedFor, setSearchedFor] = useState(query);
    pick = setSearchedFor;
    return <SearchBox ref={ref} query={searchedFor} onSearch={(sent) => searched.push(sent)} wide={false} />;
  }
  show(<Box />);
  return {
    searched,
    pick: (picked: string) => act(() => pick(picked)),
    input: () => screen.getByLabelText<HTMLInputElement>('Name or word'),
  };
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
  const { searched, pick, input } = box('salt');
  fireEvent.change(input(), { target: { value: 'salty' } });
  await waitFor(() => expect(searched).toEqual(['salty']));
  pick('quay');
  expect(input().value).toBe('quay');
  expect(searched).toEqual(['salty']);
});

test('a list that one comes back to is left as it is, line by line', async () => {
  const { searched, input } = box('quay.com\nslip.com');
  fireEvent.focus(input());
  await act(() => new Promise((resolve) => setTimeout(resolve, 50)));
  expect(searched).toEqual([]);
});

test('an empty box offers to read names from a file', () => {
  box();
  expect(screen.getByRole('button', { name: 'Names from a CSV or text file' })).toBeTruthy();
});
