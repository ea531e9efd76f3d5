import { fireEvent, screen } from '@testing-library/react';
import type { ShownHandOver } from '@tienda/core/transfers/handOver';
import { boats, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { NameScreen } from './NameScreen';
import { NamesScreen } from './NamesScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: () => undefined },
}));

const away = '/api/me/moves-away';
const { name, unicode } = boats;
const asked = { name, unicode, to: 'penny-quay', until: '2026-12-03T10:00:00Z' };
const click = async (title: string) => fireEvent.click(await screen.findByRole('button', { name: title }));
const sentTo = (server: ReturnType<typeof serverWithNames>, path: string) =>
  server.asked.filter((one) => one.method !== 'GET' && one.path === path).map(({ body }) => body);

describe('a name that another registrar asks for', () => {
  test('is told among all, with the day on which it goes', async () => {
    const server = serverWithNames(boats);
    server.instead.set(`GET ${away}`, { status: 200, body: { asked: [asked], left: [] } });
    show(<NamesScreen />);
    expect(await screen.findByText(/^penny-quay asks for saltwhistle\.boats\. It goes on Dec 3, 2026/)).toBeTruthy();
    expect(screen.getByText('See saltwhistle.boats')).toBeTruthy();
  });

  test('is kept with one tap, and let go with two', async () => {
    const server = serverWithNames(boats);
    server.instead.set(`GET ${away}`, { status: 200, body: { asked: [asked], left: [] } });
    const kept = { status: 200, body: { asked: [{ ...asked, agreed: false }], left: [] } };
    server.instead.set(`POST ${away}/${name}`, kept);
    show(<NameScreen />);
    expect(await screen.findByText(/^Let it go or keep it until Dec 3, 2026/)).toBeTruthy();
    await click('Let it go');
    expect(sentTo(server, `${away}/${name}`)).toEqual([]);
    await click('Not yet');
    server.instead.set(`GET ${away}`, kept);
    await click('Keep it here');
    expect(await screen.findByText('You keep it. Its registry is being told.')).toBeTruthy();
    expect(sentTo(server, `${away}/${name}`)).toEqual([{ agreed: false }]);
  });

  test('has gone once it is let go: what of it goes on here is told, and until when', async () => {
    const server = serverWithNames(boats);
    server.instead.set(`GET ${away}`, { status: 200, body: { asked: [asked], left: [] } });
    show(<NameScreen />);
    await click('Let it go');
    const left = { name, unicode, leftOn: '2026-11-24', servedUntil: '2026-12-08' };
    const gone = { status: 200, body: { asked: [], left: [left] } };
    server.instead.set(`POST ${away}/${name}`, gone);
    server.instead.set(`GET ${away}`, gone);
    const none = { status: 404, body: { type: '/problems/not-found', detail: 'There is no such name.' } };
    server.instead.set(`GET /api/me/names/${name}?currency=USD`, none);
    await click('Yes, let it go');
    expect(await screen.findByText(/moved away on Nov 24, 2026.*until Dec 8, 2026/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Show a new auth code' })).toBeNull();
  });

  test('that was called off at that very moment says so, and nothing is lost', async () => {
    const server = serverWithNames(boats);
    server.instead.set(`GET ${away}`, { status: 200, body: { asked: [asked], left: [] } });
    const body = { type: '/problems/not-found', detail: 'There is no such request for it here.' };
    server.instead.set(`POST ${away}/${name}`, { status: 404, body });
    show(<NameScreen />);
    await click('Keep it here');
    expect(await screen.findByText('There is no such request for it here.')).toBeTruthy();
  });
});

describe('handing over', () => {
  const path = '/api/me/hand-overs';
  const offer = (more: Partial<ShownHandOver> = {}): ShownHandOver => ({
    id: 'h1',
    with: 'lotte@quayquill.example',
    names: [{ name, unicode, expiresOn: '2027-11-24' }],
    answerBy: '2026-12-01',
    state: { at: 'offered' },
    ...more,
  });

  test('a name is offered by mail address and password; what is wrong keeps what was typed', async () => {
    const server = serverWithNames(boats);
    show(<NameScreen />);
    await click(`Offer ${name} to another account`);
    const email = screen.getByLabelText('Mail address of the other account');
    fireEvent.change(email, { target: { value: 'lotte@quayquill.example' } });
    const password = screen.getByLabelText('Password');
    fireEvent.change(password, { target: { value: 'wrong' } });
    const errors = [
      { pointer: '/password', code: 'x', detail: 'That is not your password.' },
      { pointer: '/names/0', code: 'changing', detail: 'It is being changed.' },
    ];
    server.instead.set(`POST ${path}`, { status: 422, body: { type: '/problems/bad-fields', detail: '', errors } });
    await click('Offer 1 name');
    expect(await screen.findByText('That is not your password.')).toBeTruthy();
    expect(screen.getByText(/^saltwhistle\.boats: its registry has not answered/)).toBeTruthy();
    expect(email).toHaveProperty('value', 'lotte@quayquill.example');
    server.instead.set(`POST ${path}`, { status: 201, body: { given: [offer()], offered: [] } });
    await click('Offer 1 name');
    expect(await screen.findByText(/^Offered to lotte@quayquill\.example, by mail/)).toBeTruthy();
    expect(sentTo(server, path).at(-1)).toEqual({
      names: [name],
      email: 'lotte@quayquill.example',
      password: 'wrong',
    });
  });

  test('what is offered to one is told among all names', async () => {
    const server = serverWithNames(boats);
    server.instead.set(`GET ${path}`, { status: 200, body: { given: [], offered: [offer()] } });
    show(<NamesScreen />);
    expect(await screen.findByText('lotte@quayquill.example hands over 1 name to you')).toBeTruthy();
  });

  test('a name that went to another account says so where it was', async () => {
    const server = serverWithNames();
    const none = { status: 404, body: { type: '/problems/not-found', detail: 'There is no such name.' } };
    server.instead.set(`GET /api/me/names/${name}?currency=USD`, none);
    const given = [offer({ state: { at: 'taken' } })];
    server.instead.set(`GET ${path}`, { status: 200, body: { given, offered: [] } });
    show(<NameScreen />);
    expect(await screen.findByText(/was handed over to lotte@quayquill\.example/)).toBeTruthy();
    expect(screen.queryByText('There is no such name.')).toBeNull();
  });
});
