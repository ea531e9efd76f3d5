import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { View } from 'react-native';
import { Action } from './Action';
import { keepPlace } from './keepPlace';
import { Text } from './Text';

let stop: () => void;
beforeEach(() => (stop = keepPlace()));
afterEach(() => stop());

/** A question in place of the button that asked for it; asked for the second time, all of it goes. */
function Asking() {
  const [at, setAt] = useState<'start' | 'asked' | 'gone'>('start');
  return (
    <View role="main">
      {at === 'gone' ? (
        <Text>It is done</Text>
      ) : (
        <View role="group" aria-label="Place">
          {at === 'asked' ? (
            <View>
              <Text>Really?</Text>
              <Action title="Do it" onPress={() => setAt('gone')} />
            </View>
          ) : (
            <View>
              <Action title="Ask" onPress={() => setAt('asked')} />
            </View>
          )}
        </View>
      )}
      <Action title="Another" onPress={() => undefined} />
    </View>
  );
}

const frame = () => act(() => new Promise<void>((resolve) => requestAnimationFrame(() => resolve())));
const press = async (name: string) => {
  const button = screen.getByRole('button', { name });
  act(() => button.focus());
  fireEvent.click(button);
  await frame();
};

test('what takes the place of a button has the keyboard after it, as long as nothing else has', async () => {
  render(<Asking />);
  await press('Ask');
  const place = document.activeElement;
  expect(place?.textContent).toBe('Really?Do it');
  expect(place?.getAttribute('tabindex')).toBe('-1');
  act(() => screen.getByRole('button', { name: 'Another' }).focus());
  expect(place?.hasAttribute('tabindex')).toBe(false);
  await press('Do it');
  expect(document.activeElement).toBe(screen.getByRole('main'));
});

test('what is taken away step by step leaves the keyboard to what is left around it', async () => {
  render(<Asking />);
  const button = screen.getByRole('button', { name: 'Ask' });
  const group = screen.getByRole('group', { name: 'Place' });
  act(() => button.focus());
  const copy = document.createElement('div');
  button.parentElement?.replaceChildren();
  group.replaceWith(copy);
  await frame();
  expect(document.activeElement).toBe(screen.getByRole('main'));
});

test('what had no keyboard is taken away without anyone being moved; nor is whoever has gone on', async () => {
  render(<Asking />);
  fireEvent.click(screen.getByRole('button', { name: 'Ask' }));
  await frame();
  expect(document.activeElement).toBe(document.body);
  act(() => screen.getByRole('button', { name: 'Do it' }).focus());
  act(() => screen.getByRole('button', { name: 'Do it' }).blur());
  await frame();
  fireEvent.click(screen.getByRole('button', { name: 'Do it' }));
  await frame();
  expect(document.activeElement).toBe(document.body);
});
