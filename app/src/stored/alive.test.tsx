import { act, render, screen, waitFor } from '@testing-library/react';
import { Suspense, use } from 'react';
import quietReact from '../../quietReact';
import { alive, onceAlive, Page, useAlive } from './alive';
import { Held, Stored, useStored } from './stored';

const years = () => new Stored<number>('tienda.test.years', 5, (kept) => (typeof kept === 'number' ? kept : undefined));

beforeEach(() => document.documentElement.classList.add('ahead'));
afterEach(() => {
  document.documentElement.classList.remove('ahead');
  localStorage.clear();
});

/** What a part of a page shows, one after the other. */
function Shown({ of, seen }: { readonly of: Stored<number>; readonly seen: string[] }) {
  const text = `${useStored(of)} ${useAlive() ? 'alive' : 'as written'}`;
  seen.push(text);
  return <p>{text}</p>;
}

test('a page is first as it was written ahead of time, then with what this browser remembers', async () => {
  localStorage.setItem('tienda.test.years', '7');
  const seen: string[] = [];
  render(
    <Page>
      <Shown of={years()} seen={seen} />
    </Page>,
  );
  expect(await screen.findByText('7 alive')).toBeTruthy();
  expect(seen).toEqual(['5 as written', '7 alive']);
  expect(document.documentElement.classList.contains('ahead')).toBe(false);
});

test('a page that is alive follows what changes', async () => {
  const held = years();
  render(
    <Page>
      <Shown of={held} seen={[]} />
    </Page>,
  );
  await screen.findByText('5 alive');
  act(() => held.set(9));
  expect(screen.getByText('9 alive')).toBeTruthy();
});

test('what has to wait for the page is done once it is alive, and only once', async () => {
  const done: string[] = [];
  const deed = () => done.push('told');
  onceAlive(deed);
  onceAlive(deed);
  void alive().then(() => done.push('answered'));
  await Promise.resolve();
  expect(done).toEqual([]);
  render(<Page>{null}</Page>);
  await waitFor(() => expect(done).toEqual(['told', 'answered']));
  onceAlive(deed);
  expect(done).toEqual(['told', 'answered', 'told']);
});

test('what the router fills in while a page is taken over is drawn once it is alive', async () => {
  const place = new Held('/');
  function Place() {
    return <p>{`at ${quietReact.useSyncExternalStore(place.subscribe, place.get, place.getFirst)}`}</p>;
  }
  render(<Place />);
  act(() => place.set('/basket'));
  expect(screen.getByText('at /')).toBeTruthy();
  render(<Page>{null}</Page>);
  expect(await screen.findByText('at /basket')).toBeTruthy();
  act(() => place.set('/names'));
  expect(screen.getByText('at /names')).toBeTruthy();
});

test('buttons tapped before the page was alive are tapped once it is', async () => {
  const onClick = jest.fn();
  const { container } = render(<button onClick={onClick}>Open</button>);
  const tappedEarly = () => container.querySelectorAll('button');
  Object.assign(globalThis, { tappedEarly });
  render(<Page>{null}</Page>);
  await waitFor(() => expect(onClick).toHaveBeenCalledTimes(1));
  Reflect.deleteProperty(globalThis, 'tappedEarly');
});

test('a piece that does not come keeps the rest of a page from being alive no longer than its deadline', async () => {
  jest.useFakeTimers();
  const never = new Promise<string>(() => undefined);
  function Piece() {
    return <p>{useAlive() ? use(never) : 'as written'}</p>;
  }
  await act(async () =>
    render(
      <Page>
        <Shown of={years()} seen={[]} />
        <Suspense fallback="coming">
          <Piece />
        </Suspense>
      </Page>,
    ),
  );
  expect(screen.getByText('5 as written')).toBeTruthy();
  await act(() => jest.advanceTimersByTimeAsync(5000));
  expect(screen.getByText('5 alive')).toBeTruthy();
  expect(screen.getByText('coming')).toBeTruthy();
  jest.useRealTimers();
});

test('away from pages nothing has to wait', () => {
  document.documentElement.classList.remove('ahead');
  const seen: string[] = [];
  render(<Shown of={years()} seen={seen} />);
  expect(seen).toEqual(['5 alive']);
});
