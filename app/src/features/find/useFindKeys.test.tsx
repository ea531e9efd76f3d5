import { act, fireEvent, renderHook } from '@testing-library/react';
import type { TextInput } from 'react-native';
import { exampleExtension } from '../../../../core/test/catalogue';
import { lineupStore } from '../../shop/name/lineupStore';
import { rowFor, type Row } from '../../shop/name/rows';
import { useFindKeys } from './useFindKeys';

const org = exampleExtension('org', {});
const rows = ['salt', 'quay', 'slip'].map((label) => rowFor(`${label}.org`, label, org, undefined, 1));

function keys() {
  const done: string[] = [];
  const focus = jest.fn();
  const box = { current: { focus, blur: jest.fn() } as unknown as TextInput };
  const noted = (what: string) => (row: Row) => void done.push(`${what} ${row.name}`);
  const toggle = noted('basket');
  const open = noted('open');
  const { result } = renderHook(() => useFindKeys({ rows, box, toggle, open }));
  const press = (key: string, target: Element = document.body) =>
    act(() => void fireEvent.keyDown(target, { key, bubbles: true }));
  return { done, focus, result, press };
}

beforeEach(() => {
  document.body.innerHTML = '';
  lineupStore.set([]);
});

test('arrows move through the results and stop at the ends', () => {
  const { result, press } = keys();
  press('ArrowDown');
  press('ArrowDown');
  expect(result.current.selected).toBe(1);
  for (let i = 0; i < 5; i += 1) press('ArrowDown');
  expect(result.current.selected).toBe(2);
  for (let i = 0; i < 5; i += 1) press('ArrowUp');
  expect(result.current.selected).toBe(-1);
});

test('the row chosen is opened, put in the basket, or in the lineup; without one nothing happens', () => {
  const { done, press } = keys();
  for (const key of ['Enter', 'b', 'l']) press(key);
  expect(done).toEqual([]);
  press('ArrowDown');
  for (const key of ['Enter', 'b', 'l']) press(key);
  expect(done).toEqual(['open salt.org', 'basket salt.org']);
  expect(lineupStore.get()).toEqual(['salt.org']);
});

test('letters typed into a field are letters; a button keeps its own Enter', () => {
  const { done, focus, press } = keys();
  document.body.innerHTML = '<input><button>Go</button>';
  press('ArrowDown');
  const input = document.querySelector('input');
  const button = document.querySelector('button');
  if (!input || !button) throw new Error('No field');
  press('b', input);
  press('/', input);
  press('Enter', button);
  expect(done).toEqual([]);
  press('Enter', input);
  expect(done).toEqual(['open salt.org']);
  press('/');
  expect(focus).toHaveBeenCalledTimes(1);
});

test('the list of keys opens with a question mark and closes with Escape; the choice is given up', () => {
  const { result, press } = keys();
  press('ArrowDown');
  press('?');
  expect(result.current.keysShown).toBe(true);
  press('Escape');
  expect(result.current).toMatchObject({ keysShown: false, selected: -1 });
});

test('keys held with Ctrl, Alt or Meta belong to the browser', () => {
  const { result } = keys();
  for (const held of [{ ctrlKey: true }, { altKey: true }, { metaKey: true }])
    act(() => void fireEvent.keyDown(document.body, { key: 'ArrowDown', ...held }));
  expect(result.current.selected).toBe(-1);
});
