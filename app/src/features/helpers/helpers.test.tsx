import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ShownHelper } from '@tienda/core/accounts/helper';
import { boats, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { call } from '../../api/client';
import { helpedStore } from '../../api/helped';
import { HelpedBar } from '../../shop/helped/HelpedBar';
import { HelpersScreen } from './HelpersScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

const path = '/api/me/helpers';
const lotte: ShownHelper = {
  id: 'h1',
  with: 'lotte@quayquill.example',
  scopes: ['see', 'buy'],
  reach: { groups: ['g1'], names: [] },
  monthly: { amount: 5000, currency: 'USD' },
  tells: true,
  until: '2026-12-08',
  state: { at: 'active' },
};
const click = async (title: string) => fireEvent.click(await screen.findByRole('button', { name: title }));

function open(all: { readonly mine?: readonly ShownHelper[]; readonly theirs?: readonly ShownHelper[] }) {
  const server = serverWithNames(boats);
  server.instead.set(`GET ${path}`, { status: 200, body: { mine: [], theirs: [], ...all } });
  show(
    <>
      <HelpedBar />
      <HelpersScreen />
    </>,
  );
  return server;
}
const sent = (server: ReturnType<typeof open>, method: string) =>
  server.asked.filter((one) => one.method === method && one.path.startsWith(path));

beforeEach(() => helpedStore.set(undefined));

test('somebody is invited: what is wrong is told beside it and loses nothing, then they are among those invited', async () => {
  const server = open({});
  expect(await screen.findByText('Nobody helps you.')).toBeTruthy();
  await click('Invite somebody');
  fireEvent.change(screen.getByLabelText('Mail address of the helper'), {
    target: { value: ' lotte@quayquill.example ' },
  });
  fireEvent.click(screen.getByRole('switch', { name: /^Renew and buy/ }));
  fireEvent.click(screen.getByRole('radio', { name: 'Single ones' }));
  fireEvent.change(screen.getByLabelText('Names, one a line'), { target: { value: 'saltwhistle.boats\nnotmine.org' } });
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'a slow green boat' } });
  const errors = [
    { pointer: '/monthly', code: 'x', detail: 'Say for how much they may buy in a month.' },
    { pointer: '/names/1', code: 'x', detail: 'This name is not among yours.' },
  ];
  server.instead.set(`POST ${path}`, { status: 422, body: { type: '/problems/bad-fields', detail: '', errors } });
  await click('Send the invitation');
  expect(await screen.findByText('Say for how much they may buy in a month.')).toBeTruthy();
  expect(screen.getByText('This name is not among yours.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('At most a month, USD'), { target: { value: '50' } });
  fireEvent.change(screen.getByLabelText('Names, one a line'), { target: { value: 'saltwhistle.boats' } });
  const invited = { mine: [{ ...lotte, state: { at: 'invited' } }], theirs: [] };
  server.instead.set(`POST ${path}`, { status: 201, body: invited });
  await click('Send the invitation');
  expect(await screen.findByText('Invited, can be accepted until Dec 8, 2026.')).toBeTruthy();
  expect(sent(server, 'POST').at(-1)?.body).toEqual({
    email: 'lotte@quayquill.example',
    scopes: ['see', 'buy'],
    names: ['saltwhistle.boats'],
    monthly: { amount: 5000, currency: 'USD' },
    tells: true,
    password: 'a slow green boat',
  });
});

test('what is left to somebody is told in a sentence, changed from what it was, and ended', async () => {
  const server = open({ mine: [lotte] });
  expect(await screen.findByText('May: see the names, renew and buy, up to $50.00 a month; of 1 group.')).toBeTruthy();
  server.instead.set('GET /api/me/groups', { status: 200, body: [{ id: 'g1', title: 'Berths', names: 3, note: '' }] });
  await click('Change');
  expect(screen.getByLabelText('At most a month, USD')).toHaveProperty('value', '50.00');
  fireEvent.click(screen.getByRole('switch', { name: /^Renew and buy/ }));
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'a slow green boat' } });
  server.instead.set(`PUT ${path}/h1`, { status: 200, body: { mine: [{ ...lotte, scopes: ['see'] }], theirs: [] } });
  await click('Leave them that');
  await waitFor(() => expect(sent(server, 'PUT')).toHaveLength(1));
  expect(sent(server, 'PUT')[0]?.body).toMatchObject({ scopes: ['see'], groups: ['g1'] });
  server.instead.set(`DELETE ${path}/h1`, { status: 200, body: { mine: [], theirs: [] } });
  await click('End the help of lotte@quayquill.example');
  expect(await screen.findByText('Nobody helps you.')).toBeTruthy();
});

test('whoever is asked accepts, looks after the names, always sees whose they are, and goes back to their own', async () => {
  const server = open({ theirs: [{ ...lotte, state: { at: 'invited' } }] });
  server.instead.set(`POST ${path}/h1/accept`, { status: 200, body: { mine: [], theirs: [lotte] } });
  await click('Accept');
  await click('Look after the names of lotte@quayquill.example');
  expect(mockNavigate).toHaveBeenCalledWith('/names');
  expect(await screen.findByText('You look after the names of lotte@quayquill.example')).toBeTruthy();
  const headers: unknown[] = [];
  const answer = globalThis.fetch;
  globalThis.fetch = (input, init) => {
    headers.push(new Headers(init?.headers).get('X-Tienda-For'));
    return answer(input, init);
  };
  await call('GET', '/api/me/groups');
  await call('GET', path);
  await call('GET', '/api/rates');
  expect(headers).toEqual(['h1', null, null]);
  await click('Back to your own');
  await call('GET', '/api/me/groups');
  expect(headers.at(-1)).toBeNull();
  expect(screen.queryByText(/^You look after/)).toBeNull();
});

test('where the owner has ended it, one is back at one’s own names and told so', async () => {
  const server = open({ theirs: [lotte] });
  await click('Look after the names of lotte@quayquill.example');
  const ended = { type: '/problems/leave-ended', detail: 'You do not help this account any more.' };
  server.instead.set('GET /api/me/groups', { status: 403, body: ended });
  await expect(call('GET', '/api/me/groups')).rejects.toThrow();
  expect(await screen.findByText(/^You do not help lotte@quayquill\.example any more/)).toBeTruthy();
  expect(helpedStore.get()).toBeUndefined();
});
