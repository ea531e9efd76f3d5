import { QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { FakeServer, held, newQueries } from '../../test/shop';
import { useHandOvers, useOfferNames } from './handOvers';
import { useContacts, useKeepContact, type KeptContact } from './me';

const ilse = {
  email: 'ilse@quayquill.example',
  autoRenew: true,
  marketing: false,
  invoiceFiles: false,
  language: 'en',
};

/** Hooks of a screen, of somebody who is signed in. */
function open<Result>(use: () => Result) {
  const server = new FakeServer();
  server.account = ilse;
  const queries = newQueries();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  return { server, queries, open: () => renderHook(use, { wrapper }) };
}

const offered = (...names: string[]) => ({
  given: names.map((name) => ({
    id: name,
    email: 'maren@saltwhistle.example',
    names: [name],
    state: { at: 'offered' },
  })),
  offered: [],
});
const asked = (server: FakeServer, path: string) => server.asked.filter((one) => one.path === path).length;
const passing = () => act(() => new Promise((resolve) => setTimeout(resolve, 50)));

test('what was asked before a change, and answered after it, does not undo what is shown', async () => {
  const screen = open(() => ({ all: useHandOvers(), offer: useOfferNames() }));
  const { server, queries } = screen;
  const path = '/api/me/hand-overs';
  const { result } = screen.open();
  const names = () => result.current.all.data?.given.flatMap((one) => one.names);
  await waitFor(() => expect(names()).toEqual([]));
  const { after, letGo } = held();
  server.instead.set(`GET ${path}`, { status: 200, body: offered(), after });
  const before = asked(server, path);
  act(() => void queries.invalidateQueries({ queryKey: ['me', 'handOvers'] }));
  await waitFor(() => expect(asked(server, path)).toBe(before + 1));
  server.instead.set(`POST ${path}`, { status: 201, body: offered('quay.org') });
  act(() => result.current.offer.mutate({ names: ['quay.org'], email: 'maren@saltwhistle.example', password: 'x' }));
  await waitFor(() => expect(names()).toEqual(['quay.org']));
  letGo();
  await passing();
  expect(names()).toEqual(['quay.org']);
});

test('a contact kept before the list of them was there does not hide the others', async () => {
  const screen = open(() => ({ all: useContacts(), keep: useKeepContact() }));
  const { server } = screen;
  const { after, letGo } = held();
  const [tove, ilka] = ['c1', 'c2'].map((id) => ({ id, name: id }) as KeptContact);
  server.instead.set('GET /api/me/contacts', { status: 200, body: [tove!], after });
  const { result } = screen.open();
  await waitFor(() => expect(asked(server, '/api/me/contacts')).toBe(1));
  server.instead.set('POST /api/me/contacts', { status: 201, body: ilka! });
  server.instead.set('GET /api/me/contacts', { status: 200, body: [ilka!, tove!] });
  act(() => result.current.keep.mutate(ilka!));
  await waitFor(() => expect(result.current.all.data?.map(({ id }) => id)).toEqual(['c2', 'c1']));
  letGo();
  await passing();
  expect(result.current.all.data?.map(({ id }) => id)).toEqual(['c2', 'c1']);
});
