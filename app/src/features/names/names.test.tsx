import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { FakeServer, show } from '../../../test/shop';
import { NameScreen } from './NameScreen';
import { NamesScreen } from './NamesScreen';
import { privacyWords } from './privacyWords';

const mockDownload = jest.fn<undefined, [string, string, string]>();
jest.mock('../../ui/download', () => ({
  download: (name: string, type: string, content: string) => mockDownload(name, type, content),
}));
const charge = { amount: 1468, currency: 'USD' } as const;
const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

test('names are listed with when they end and what happens then; what needs somebody is counted', async () => {
  serverWithNames(org, { ...boats, expiresOn: '2026-12-19' });
  show(<NamesScreen />);
  expect(await screen.findByText('2 names')).toBeTruthy();
  expect(await screen.findByText(/^until .*2027 · renews for \$9.00$/)).toBeTruthy();
  expect(screen.getByText(/^in 25 days, .*2026 · ends by itself$/)).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Ends by itself · 1' })).toBeTruthy();
  expect(screen.queryByRole('button', { name: /^Payment at risk/ })).toBeNull();
});

test('many are changed at once: said before it is done, and taken back after it', async () => {
  const server = serverWithNames(org, boats);
  server.instead.set('POST /api/me/name-changes', {
    status: 200,
    body: { changed: ['saltwhistle.boats'], asked: [], cannot: [] },
  });
  show(<NamesScreen />);
  fireEvent.click(await screen.findByRole('checkbox', { name: 'Choose a.org' }));
  fireEvent.click(screen.getByRole('checkbox', { name: 'Choose saltwhistle.boats' }));
  fireEvent.click(screen.getByRole('button', { name: 'Auto-renew on' }));
  expect(screen.getByText('1 name will change. 1 is so already.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Change them' }));
  expect(await screen.findByText('1 name was changed.')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  const sent = () => server.asked.filter(({ method }) => method === 'POST').map(({ body }) => body);
  await waitFor(() => expect(sent()).toHaveLength(2));
  expect(sent()).toEqual([
    { names: ['saltwhistle.boats'], autoRenew: true },
    { names: ['saltwhistle.boats'], autoRenew: false },
  ]);
});

test('with Shift all from the one chosen last are chosen, by a click or by the arrows', async () => {
  const named = (label: string) => ({ ...org, name: `${label}.org`, unicode: `${label}.org` });
  serverWithNames(...['a', 'b', 'c', 'd'].map(named));
  show(<NamesScreen />);
  const box = (label: string) => screen.getByRole<HTMLInputElement>('checkbox', { name: `Choose ${label}.org` });
  fireEvent.click(await screen.findByRole('checkbox', { name: 'Choose a.org' }));
  fireEvent.click(box('c'), { shiftKey: true });
  expect(screen.getByText('3 chosen')).toBeTruthy();
  fireEvent.click(box('b'), { shiftKey: true });
  expect(screen.getByText('1 chosen')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Choose none' }));
  box('b').focus();
  fireEvent.keyDown(box('b'), { key: 'ArrowDown', shiftKey: true });
  fireEvent.keyDown(box('c'), { key: 'ArrowDown', shiftKey: true });
  expect(screen.getByText('3 chosen')).toBeTruthy();
  expect(document.activeElement).toBe(box('d'));
  fireEvent.keyDown(box('d'), { key: 'ArrowUp' });
  fireEvent.keyDown(box('c'), { key: 'Enter' });
  expect(mockNavigate).toHaveBeenCalledWith({ pathname: '/names/[name]', params: { name: 'c.org' } });
});

test('by touch all up to a box are chosen by holding it; a finger that moves on scrolls', async () => {
  const named = (label: string) => ({ ...org, name: `${label}.org`, unicode: `${label}.org` });
  serverWithNames(...['a', 'b', 'c', 'd'].map(named));
  show(<NamesScreen />);
  const box = (label: string) => screen.getByRole<HTMLInputElement>('checkbox', { name: `Choose ${label}.org` });
  fireEvent.click(await screen.findByRole('checkbox', { name: 'Choose a.org' }));
  jest.useFakeTimers();
  const finger = (target: HTMLElement) => ({ changedTouches: [{ identifier: 1, target, force: 1 }] });
  fireEvent.touchStart(box('d'), finger(box('d')));
  fireEvent.touchMove(box('d'), finger(box('d')));
  act(() => {
    jest.advanceTimersByTime(1000);
  });
  expect(screen.getByText('1 chosen')).toBeTruthy();
  fireEvent.touchStart(box('c'), finger(box('c')));
  act(() => {
    jest.advanceTimersByTime(499);
  });
  expect(screen.getByText('1 chosen')).toBeTruthy();
  act(() => {
    jest.advanceTimersByTime(1);
  });
  expect(screen.getByText('3 chosen')).toBeTruthy();
  // Or the tap that follows would leave it out again.
  expect(fireEvent.touchEnd(box('c'), finger(box('c')))).toBe(false);
  jest.useRealTimers();
});

test('one who holds nothing yet is told what to do', async () => {
  serverWithNames();
  show(<NamesScreen />);
  expect(await screen.findByRole('heading', { name: 'No names yet' })).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Find a name' })).toBeTruthy();
});

test('a visitor is asked to sign in', async () => {
  new FakeServer();
  show(<NamesScreen />);
  expect(await screen.findByText('Sign in to see your names.')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Sign in' })).toBeTruthy();
});

test.each([
  [{ privacy: true, privacyPolicy: 'included' }, 'privacy on'],
  [{ privacy: false, privacyPolicy: 'priced' }, 'privacy off'],
  [{ privacy: false, privacyPolicy: 'hiddenByRegistry' }, 'details hidden by the registry'],
  [{ privacy: true, privacyPolicy: 'notAllowed' }, 'holder shown'],
] as const)('%j: %s', (facts, words) => {
  expect(privacyWords({ ...boats, ...facts })).toBe(words);
});

test('a name says who holds it and what happens when it is not renewed, with dates', async () => {
  serverWithNames(boats);
  show(<NameScreen />);
  expect(await screen.findByText('Maren Solvik, Saltwhistle Boatworks')).toBeTruthy();
  expect(screen.getByText(/can still be renewed at the renewal price until .*2029/)).toBeTruthy();
  expect(screen.getByText(/anyone can register it/)).toBeTruthy();
});

test('auto-renew is switched where it is shown, with date and amount', async () => {
  const server = serverWithNames(boats);
  server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
    status: 200,
    body: { ...boats, autoRenew: true, autoRenewal: { charge, nextTry: '2028-10-25' } },
  });
  show(<NameScreen />);
  expect(await screen.findByText(/^off: ends .*2028 unless you renew, \$14.68 a year$/)).toBeTruthy();
  fireEvent.click(screen.getByRole('switch', { name: 'Auto-renew' }));
  await screen.findByText(/^\$14.68 before tax on Oct 25, 2028; told 60 and 30 days before its end$/);
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ autoRenew: true });
});

test('what is listed is saved as CSV, as programs read it', async () => {
  const server = serverWithNames(org, boats);
  server.instead.set('GET /api/me/names?currency=USD&limit=500', { status: 200, body: [org, boats] });
  show(<NamesScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Save as CSV' }));
  await waitFor(() => expect(mockDownload).toHaveBeenCalled());
  expect(mockDownload.mock.calls[0]?.[2].split('\r\n')).toEqual([
    'name,registered,ends,auto-renew,renewal before tax,currency,locked,privacy',
    'a.org,2026-11-24,2027-11-24,yes,9.00,USD,no,privacy on',
    'saltwhistle.boats,2026-11-24,2028-11-24,no,14.68,USD,no,privacy on',
  ]);
});

describe('is all well?', () => {
  const shows = async (facts: Partial<typeof boats>) => {
    const server = serverWithNames(boats);
    server.instead.set('GET /api/me/names/saltwhistle.boats?currency=USD', {
      status: 200,
      body: { ...boats, ...facts },
    });
    show(<NameScreen />);
    await screen.findByRole('switch', { name: 'Auto-renew' });
    return server;
  };

  test('one that is looked after says so first', async () => {
    await shows({ autoRenew: true, autoRenewal: { charge, nextTry: '2028-10-25' }, locked: true });
    expect(screen.getByText('All is well. Paid until Nov 24, 2028, renews by itself, locked.')).toBeTruthy();
  });

  test('one that ends soon says in how many days', async () => {
    await shows({ expiresOn: '2026-12-19' });
    expect(screen.getByText('It ends in 25 days unless you renew it.')).toBeTruthy();
  });

  test('one that was not paid leads to its order, and says when it is tried again', async () => {
    const failed = { on: '2026-11-20', orderId: 'o7' };
    const told = { on: '2026-10-20', amount: 1806, currency: 'USD' } as const;
    await shows({ autoRenew: true, autoRenewal: { charge, failed, told, nextTry: '2026-12-05' } });
    expect(screen.getByRole('alert').textContent).toContain(
      'It could not be paid on Nov 20, 2026. It is tried again on Dec 5, 2026.',
    );
    expect(screen.getByText('$18.06 with tax on Dec 5, 2026, as you were told')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Pay another way' }));
    expect(mockNavigate).toHaveBeenCalledWith({ pathname: '/orders/[id]', params: { id: 'o7' } });
  });
});

test('the lock is switched at the registry; while that has not answered it says so and waits', async () => {
  const server = serverWithNames(boats);
  server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
    status: 200,
    body: { ...boats, changing: true },
  });
  show(<NameScreen />);
  fireEvent.click(await screen.findByRole('switch', { name: 'Locked against transfer' }));
  expect(await screen.findByText(/has not answered yet/)).toBeTruthy();
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ locked: true });
  expect(screen.getByRole<HTMLInputElement>('switch', { name: 'Locked against transfer' }).disabled).toBe(true);
});

test('the auth code is shown once, after the password', async () => {
  const server = serverWithNames(boats);
  server.instead.set('POST /api/me/names/saltwhistle.boats/auth-code', { status: 200, body: { authCode: 'T1-abc' } });
  show(<NameScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Show a new auth code' }));
  fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'a slow green boat' } });
  fireEvent.click(screen.getByRole('button', { name: 'Show a new auth code' }));
  expect(await screen.findByText('The auth code is T1-abc')).toBeTruthy();
  expect(screen.getByText(/cannot be shown again/)).toBeTruthy();
});

describe('what else is done with one name', () => {
  const page = 'GET /api/me/names/saltwhistle.boats?currency=USD';
  const showing = (facts: Partial<typeof boats>) => {
    const server = serverWithNames(boats);
    server.instead.set(page, { status: 200, body: { ...boats, ...facts } });
    show(<NameScreen />);
    return server;
  };

  test('one in redemption is restored by way of the basket, at a price shown first', async () => {
    const server = showing({ stage: 'redemption', renewFor: [], restore: 9468 });
    expect(await screen.findByText(/^Restoring it costs \$94\.68 before tax: .* before .*2029\.$/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Put it in the basket' }));
    await waitFor(() =>
      expect(server.asked.find(({ method }) => method === 'PUT')?.body).toMatchObject({ action: 'restore', years: 1 }),
    );
  });

  test('privacy is switched where it costs nothing, and put in the basket where it has its price', async () => {
    const server = showing({ privacy: false, hiding: { years: 2, amount: 500 }, privacyPolicy: 'priced' });
    expect(await screen.findByText(/Hiding it costs \$5\.00 before tax for the 2 years still to run/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Hide the holder' }));
    await waitFor(() =>
      expect(server.asked.find(({ method }) => method === 'PUT')?.body).toMatchObject({ action: 'privacy', years: 2 }),
    );
    expect(screen.queryByRole('switch', { name: 'Privacy protection' })).toBeNull();
  });

  test('it is laid beside what its registry has: the same, or what differs, or that it is silent', async () => {
    const look = 'GET /api/me/names/saltwhistle.boats/registry';
    const there = { isHere: true, isOurHolder: true, expiresOn: '2028-11-24', locked: false, suspended: false };
    const server = serverWithNames(boats);
    const delegation = { nameservers: ['ns1.tienda.example', 'ns2.tienda.example'], hosts: [], ds: [] };
    const body = { there: { ...there, delegation }, differences: [] };
    server.instead.set(look, { status: 200, body });
    const { unmount } = show(<NameScreen />);
    expect(await screen.findByText('Its registry has it just as this page says.')).toBeTruthy();
    unmount();
    const differences = [
      { what: 'expiresOn', here: '2028-11-24', there: '2027-11-24' },
      { what: 'holder' },
      { what: 'nameservers', there: [] },
      { what: 'ds', there: ['1 13 2 AB'] },
    ];
    server.instead.set(look, { status: 200, body: { there: body.there, differences } });
    const second = show(<NameScreen />);
    expect(
      await screen.findByText(
        /ends on .*2027, .*2028\. Its registry knows another holder\. Its registry has no nameservers for it\. Its registry has it signed: 1 13 2 AB\. We have been told/,
      ),
    ).toBeTruthy();
    second.unmount();
    const detail = 'The registry of saltwhistle.boats does not answer just now.';
    server.instead.set(look, { status: 503, body: { type: '/problems/registry-silent', title: '', detail } });
    show(<NameScreen />);
    expect(await screen.findByText(detail)).toBeTruthy();
  });

  test('where privacy was paid for, it is said that nothing comes back', async () => {
    const server = showing({ privacy: true, privacyPolicy: 'priced' });
    expect(await screen.findByText('on; switching it off gives nothing back')).toBeTruthy();
    server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
      status: 200,
      body: { ...boats, privacy: false },
    });
    fireEvent.click(screen.getByRole('switch', { name: 'Privacy protection' }));
    await waitFor(() =>
      expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ privacy: false }),
    );
  });
});
