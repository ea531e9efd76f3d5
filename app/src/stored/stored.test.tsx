import { act, render, screen } from '@testing-library/react';
import { forgetPersonal, readTexts, Stored, useStored } from './stored';

const number = (key: string) =>
  new Stored<number>(key, 5, (kept) => (typeof kept === 'number' && kept > 0 ? kept : undefined));

afterEach(() => localStorage.clear());

test('what was kept is there the next time; what makes no sense is as if nothing was', () => {
  number('years').set(7);
  expect(number('years').get()).toBe(7);
  localStorage.setItem('years', '-3');
  expect(number('years').get()).toBe(5);
  localStorage.setItem('years', '{broken');
  expect(number('years').get()).toBe(5);
});

test('a browser that keeps nothing still shows what was chosen', () => {
  const refusing = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
    throw new Error('full');
  });
  const years = number('years');
  years.set(9);
  expect(years.get()).toBe(9);
  refusing.mockRestore();
  expect(number('years').get()).toBe(5);
});

test('every part that shows it hears of a change, until it is gone', () => {
  const years = number('years');
  function Shown() {
    return <p>{`for ${useStored(years)} years`}</p>;
  }
  const { unmount } = render(
    <>
      <Shown />
      <Shown />
    </>,
  );
  act(() => years.set(2));
  expect(screen.getAllByText('for 2 years')).toHaveLength(2);
  unmount();
  expect(() => years.set(3)).not.toThrow();
});

test('a list of texts leaves out what is none', () => {
  expect(readTexts(['a', 1, null, 'b'])).toEqual(['a', 'b']);
  expect(readTexts('a')).toBeUndefined();
});

test('what is personal is forgotten when somebody signs out, all else stays', () => {
  const text = (kept: unknown) => (typeof kept === 'string' ? kept : undefined);
  const mine = new Stored('tienda.test.mine', '', text, true);
  const ours = new Stored('tienda.test.ours', '', text);
  mine.set('4 Slip Lane');
  ours.set('USD');
  forgetPersonal();
  expect([mine.get(), ours.get()]).toEqual(['', 'USD']);
  expect(localStorage.getItem('tienda.test.mine')).toBe('""');
});
