import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ShownMove } from '@tienda/core/transfers/shownMove';
import { serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { forgetPersonal } from '../../stored/stored';
import { MovesScreen } from './MovesScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  router: { navigate: () => undefined },
  useLocalSearchParams: () => ({}),
}));

beforeEach(() => forgetPersonal());

const ready: ShownMove = {
  name: 'saltwhistle.org',
  unicode: 'saltwhistle.org',
  hasCode: true,
  look: { problems: [], expiresOn: '2027-05-03', nameservers: ['ns1.harbourgate.example'] },
  lookedAt: '2026-11-24T10:00:00Z',
};
const moveOf = (name: string, more: Partial<ShownMove>): ShownMove => ({ ...ready, name, unicode: name, ...more });
const locked = moveOf('saltwhistle.boats', {
  look: { problems: [{ code: 'tooYoung', until: '2026-12-31' }, { code: 'locked' }], expiresOn: '2027-11-01' },
  looksAgainAt: '2026-12-31T00:00:00Z',
});
const unnamed = moveOf('saltwhistle.lake', { hasCode: false, look: { problems: [{ code: 'codeNeeded' }] } });

function open(...moves: ShownMove[]) {
  const server = serverWithNames();
  server.instead.set('GET /api/me/moves', { status: 200, body: moves });
  show(<MovesScreen />);
  return server;
}

const click = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const sent = (server: ReturnType<typeof open>, path: string) =>
  server.asked.filter((one) => one.method === 'POST' && one.path === path).map(({ body }) => body);

test('names are written down with their codes, what cannot be read is told and stays, and they are looked at', async () => {
  const server = open();
  const body = { moves: [ready], cannot: [] };
  server.instead.set('POST /api/me/moves', { status: 200, body });
  const list = await screen.findByLabelText('Names, with their auth codes behind them');
  fireEvent.change(list, { target: { value: 'saltwhistle.org k9-Tide!44\nsaltwhistle' } });
  expect(await screen.findByText('1 name read.')).toBeTruthy();
  expect(screen.getByText(/^Line 2, saltwhistle: /)).toBeTruthy();
  click('Look at them');
  expect(await screen.findByText('It can come, for $9.00.')).toBeTruthy();
  expect(screen.getByText('It stays at ns1.harbourgate.example.')).toBeTruthy();
  expect(sent(server, '/api/me/moves')).toEqual([{ names: [{ name: 'saltwhistle.org', code: 'k9-Tide!44' }] }]);
  expect((list as HTMLTextAreaElement).value).toContain('saltwhistle.org k9');
});

test('what is typed while names are looked at, or a code is tried, stays', async () => {
  const server = open(unnamed);
  const wrong = { ...unnamed, hasCode: true, look: { problems: [{ code: 'wrongCode' }] } };
  let answer = () => {};
  const answersLater = () => {
    const after = new Promise<void>((resolve) => (answer = resolve));
    server.instead.set('POST /api/me/moves', { status: 200, body: { moves: [wrong], cannot: [] }, after });
  };
  answersLater();
  const list = await screen.findByLabelText<HTMLTextAreaElement>('Names, with their auth codes behind them');
  fireEvent.change(list, { target: { value: 'saltwhistle.org' } });
  await screen.findByText('1 name read.');
  click('Look at them');
  fireEvent.change(list, { target: { value: 'saltwhistle.org\nquay.org' } });
  answer();
  const code = await screen.findByLabelText<HTMLInputElement>('Auth code of saltwhistle.lake');
  expect(await screen.findByText('The auth code does not fit.', { exact: false })).toBeTruthy();
  await waitFor(() => expect(sent(server, '/api/me/moves')).toHaveLength(1));
  answersLater();
  fireEvent.change(code, { target: { value: 'not-it' } });
  const tryIt = screen.getByRole('button', { name: 'Try this code' });
  fireEvent.click(tryIt);
  await waitFor(() => expect(tryIt.getAttribute('aria-busy')).toBe('true'));
  fireEvent.change(code, { target: { value: 'k9-Tide!44' } });
  answer();
  await waitFor(() => expect(tryIt.getAttribute('aria-busy')).not.toBe('true'));
  expect([list.value, code.value]).toEqual(['saltwhistle.org\nquay.org', 'k9-Tide!44']);
});

test('a code that is tried after too many wrong ones is told to wait, and stays to be tried then', async () => {
  const server = open(unnamed);
  const detail = 'Many codes that were tried for it today did not fit.';
  const cannot = [{ typed: 'saltwhistle.lake', code: 'codesTried', detail }];
  server.instead.set('POST /api/me/moves', { status: 200, body: { moves: [unnamed], cannot } });
  const code = await screen.findByLabelText<HTMLInputElement>('Auth code of saltwhistle.lake');
  fireEvent.change(code, { target: { value: 'k9-Tide!44' } });
  click('Try this code');
  expect((await screen.findByRole('alert')).textContent).toBe(detail);
  expect(code.value).toBe('k9-Tide!44');
});

test('what stands in the way is told with its day and what to do; those that can come go in the basket together', async () => {
  const server = open(ready, locked, unnamed);
  expect(await screen.findByText(/^It was registered lately and stays where it is until Dec 31, 2026/)).toBeTruthy();
  expect(screen.getByText(/^It is locked against transfer\. Unlock it where it is now/)).toBeTruthy();
  expect(screen.getByText(/^Looked at again by itself, next: Dec 31, 2026/)).toBeTruthy();
  click('Put 1 name in the basket');
  await waitFor(() =>
    expect(sent(server, '/api/basket/lines')).toMatchObject([
      { lines: [{ name: 'saltwhistle.org', action: 'transfer', years: 1 }] },
    ]),
  );
  expect(await screen.findByText('In the basket')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'To the basket' })).toBeTruthy();
});

test('when a name is looked at again today, by the date of the shop, is told with the time', async () => {
  open({ ...locked, looksAgainAt: '2026-11-24T16:30:00Z' });
  expect(await screen.findByText(/^Looked at again by itself, next: .*\d:30/)).toBeTruthy();
});

test('a name that is bought of its holder is told with all that it costs, goes in the basket so, and is not taken off here', async () => {
  const purchase = { id: 'o1', amount: 100_000, feePaidBy: 'buyer', move: 0 } as const;
  const until = '2026-12-05T10:00:00Z';
  const waiting = moveOf('quay.org', { purchase, underWay: { orderId: 'o1', at: 'withHolder', until } });
  open(moveOf('salt.org', { hasCode: false, purchase }), waiting);
  expect(
    await screen.findByText(/^Agreed with its holder: \$1,100\.00, the fee and moving it here included/),
  ).toBeTruthy();
  expect(screen.getByText(/^Its holder has until Dec 5, 2026 to unlock it/)).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take salt.org off the list' })).toBeNull();
  expect(screen.queryByRole('button', { name: 'Call off the move of quay.org' })).toBeNull();
  expect(screen.getByRole('button', { name: 'Put 1 name in the basket' })).toBeTruthy();
});

test('a name is taken off at once, one whose code would be forgotten with it once that is said', async () => {
  const server = open(ready, unnamed);
  const deleted = () => server.asked.filter(({ method }) => method === 'DELETE').map(({ path }) => path);
  await screen.findByRole('button', { name: 'Take saltwhistle.org off the list' });
  click('Take saltwhistle.lake off the list');
  await waitFor(() => expect(deleted()).toEqual(['/api/me/moves/saltwhistle.lake']));
  screen.getByRole('button', { name: 'Take saltwhistle.org off the list' }).focus();
  click('Take saltwhistle.org off the list');
  expect(screen.getByText(/^Its auth code is forgotten with it/)).toBeTruthy();
  expect(document.activeElement).toBe(screen.getByRole('button', { name: 'Keep it' }));
  click('Keep it');
  expect(screen.queryByText(/^Its auth code is forgotten with it/)).toBeNull();
  click('Take saltwhistle.org off the list');
  expect(deleted()).toHaveLength(1);
  click('Take saltwhistle.org off the list');
  await waitFor(() => expect(deleted()).toEqual(['/api/me/moves/saltwhistle.lake', '/api/me/moves/saltwhistle.org']));
});

test('a premium name is told with what its registry asks, now and each year, and is put in the basket', async () => {
  const premium = { register: 24_000, renew: 30_000, transfer: 24_000 };
  const server = open(moveOf('saltwhistle.org', { look: { problems: [], expiresOn: '2027-05-03', premium } }));
  expect(await screen.findByText(/^It can come, for \$240\.\d\d\.$/)).toBeTruthy();
  expect(screen.getByText(/Keeping it costs \$300\.\d\d a year/)).toBeTruthy();
  click('Put 1 name in the basket');
  expect(await screen.findByText('In the basket')).toBeTruthy();
  expect(sent(server, '/api/basket/lines')).toHaveLength(1);
});

test('a code that comes later is tried; a name on its way says until when the other side may say no', async () => {
  const until = '2026-12-03T10:00:00Z';
  const moving = moveOf('quay.org', { underWay: { orderId: 'o1', at: 'asked', until } });
  const server = open(unnamed, moving);
  server.instead.set('POST /api/me/moves', { status: 200, body: { moves: [moving], cannot: [] } });
  expect(
    await screen.findByText(/^Asked for\. Where it is now may say no until Dec 3, 2026; silence is a yes/),
  ).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Take quay.org off the list' })).toBeNull();
  fireEvent.change(screen.getByLabelText('Auth code of saltwhistle.lake'), { target: { value: 'k9' } });
  click('Try this code');
  await waitFor(() =>
    expect(sent(server, '/api/me/moves')).toEqual([{ names: [{ name: 'saltwhistle.lake', code: 'k9' }] }]),
  );
});
