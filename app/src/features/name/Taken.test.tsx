import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ShownOffer } from '@tienda/core/names/shownOffer';
import { offerSums } from '@tienda/core/names/offer';
import { FakeLines } from '../../../test/lines';
import { extensions, show } from '../../../test/shop';
import { router } from 'expo-router';
import { NamePage } from './NamePage';

let mockName = 'salt.org';
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ name: mockName }),
  Link: ({ children }: { children: React.ReactNode }) => children,
  Redirect: ({ href }: { href: object }) => `leads to ${JSON.stringify(href)}`,
  router: { navigate: jest.fn(), back: jest.fn(), canGoBack: () => false },
}));

const signedIn = { csrf: 't', account: { email: 'maren@saltwhistle.example' }, now: '2026-11-24T10:00:00Z' };
const rdap = {
  rdapConformance: [],
  objectClassName: 'domain',
  handle: 'x',
  ldhName: 'salt.org',
  status: ['client transfer prohibited', 'something new'],
  events: [
    { eventAction: 'registration', eventDate: '2020-05-03T09:00:00Z' },
    { eventAction: 'expiration', eventDate: '2027-05-03T09:00:00Z' },
  ],
  entities: [
    {
      objectClassName: 'entity',
      handle: 'h',
      roles: ['registrar'],
      vcardArray: ['vcard', [['fn', {}, 'text', 'Harbourgate']]],
    },
  ],
  nameservers: [],
  redacted: [{ name: { type: 'Registrant' }, reason: { description: 'Privacy protection' } }],
};

function world(name: string): FakeLines {
  mockName = name;
  return new FakeLines();
}

const org = extensions.find(({ label }) => label === 'org') ?? {};

function taken(): FakeLines {
  const lines = world('salt.org');
  lines.answers.set('salt.org', { status: 'taken', price: null });
  lines.server.instead.set('GET /api/lookup/salt.org', { status: 200, body: rdap });
  lines.server.instead.set('GET /api/session', { status: 200, body: { ...signedIn, demo: true, paymentsUrl: '' } });
  lines.server.instead.set('GET /api/me/watches', { status: 200, body: [] });
  lines.server.instead.set('GET /api/me/offers', { status: 200, body: [] });
  lines.server.instead.set('GET /api/me/offers/terms/salt.org', { status: 200, body: { move: 0 } });
  return lines;
}

function offer(state: ShownOffer['state'], amount = 50_000, move = 0): ShownOffer {
  const terms = { feePaidBy: 'buyer', move } as const;
  return {
    id: '1',
    name: 'salt.org',
    unicode: 'salt.org',
    feePaidBy: 'buyer',
    message: '',
    state,
    sums: offerSums(amount, terms),
    ...(state.at === 'countered' ? { counterSums: offerSums(state.amount, terms) } : {}),
    createdAt: '',
    changedAt: '',
  };
}

describe('a taken name', () => {
  test('tells who holds it as far as public, until when, and what its statuses mean', async () => {
    taken();
    show(<NamePage />);
    expect(await screen.findByText('not shown: privacy protection')).toBeTruthy();
    expect(screen.getByText('Harbourgate')).toBeTruthy();
    expect(screen.getByText('locked against transfer, as is usual')).toBeTruthy();
    expect(screen.getByText('something new')).toBeTruthy();
    expect(await screen.findByText(/becomes free on .*Jul.* 2027 at the earliest/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Show the registration data (RDAP)' }));
    expect(screen.getByText(/"objectClassName": "domain"/)).toBeTruthy();
    expect(screen.queryByRole('group', { name: 'Protect it' })).toBeNull();
  });

  test('what can be done about it comes once all above it is there, and without the dates where they cannot be had', async () => {
    const { server } = taken();
    let end = () => {};
    const after = new Promise<void>((resolve) => (end = resolve));
    const refused = { type: '/problems/not-found', detail: 'No such extension.' };
    server.instead.set('GET /api/extensions/org', { status: 404, body: refused, after });
    show(<NamePage />);
    expect(await screen.findByText('Harbourgate')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Watch it' })).toBeNull();
    end();
    expect(await screen.findByRole('button', { name: 'Watch it' })).toBeTruthy();
    expect(screen.queryByText(/becomes free on/)).toBeNull();
  });

  test('what is typed in an offer stays while what failed above and below it is asked for again', async () => {
    const { server } = taken();
    const paths = ['GET /api/extensions/org', 'GET /api/lookup/salt.org'];
    for (const path of paths) server.instead.set(path, { status: 404, body: { type: '/problems/x', detail: 'No.' } });
    show(<NamePage />);
    const amount = await screen.findByLabelText('What you offer, in US dollars');
    fireEvent.change(amount, { target: { value: '1000' } });
    let come = () => {};
    const after = new Promise<void>((resolve) => (come = resolve));
    for (const path of paths) server.instead.set(path, { status: 200, body: path === paths[1] ? rdap : org, after });
    for (const again of screen.getAllByRole('button', { name: 'Try again' })) fireEvent.click(again);
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Try again' })).toBeNull());
    expect(document.contains(amount)).toBe(true);
    come();
    expect(await screen.findByText(/becomes free on/)).toBeTruthy();
    expect(document.contains(amount)).toBe(true);
    expect(amount).toHaveProperty('value', '1000');
  });

  test('can be watched, and left again', async () => {
    const { server } = taken();
    for (const method of ['PUT', 'DELETE'])
      server.instead.set(`${method} /api/me/watches/salt.org`, { status: 204, body: {} });
    show(<NamePage />);
    const watchIt = await screen.findByRole('button', { name: 'Watch it' });
    const watch = { name: 'salt.org', unicode: 'salt.org', free: false };
    server.instead.set('GET /api/me/watches', { status: 200, body: [watch] });
    fireEvent.click(watchIt);
    await waitFor(() =>
      expect(server.asked).toContainEqual({ method: 'PUT', path: '/api/me/watches/salt.org', body: undefined }),
    );
    fireEvent.click(await screen.findByRole('button', { name: 'Stop watching it' }));
    await waitFor(() =>
      expect(server.asked).toContainEqual({ method: 'DELETE', path: '/api/me/watches/salt.org', body: undefined }),
    );
  });

  test('an offer says fee and who pays it before it is sent, and is sent once however often tapped', async () => {
    const { server } = taken();
    show(<NamePage />);
    fireEvent.click(await screen.findByRole('button', { name: 'Send the offer' }));
    expect(screen.queryByText(/^A premium name/)).toBeNull();
    expect(await screen.findByText('Type an amount such as 250.')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('What you offer, in US dollars'), { target: { value: '1000' } });
    expect(
      screen.getByText('The fee is $100.00. You would pay $1,100.00; $1,000.00 would reach the holder.'),
    ).toBeTruthy();
    fireEvent.change(screen.getByLabelText('The fee is paid by'), { target: { value: 'holder' } });
    expect(
      screen.getByText('The fee is $100.00. You would pay $1,000.00; $900.00 would reach the holder.'),
    ).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Send the offer' }));
    await waitFor(() =>
      expect(server.asked).toContainEqual({
        method: 'POST',
        path: '/api/me/offers',
        body: { name: 'salt.org', amount: 100_000, feePaidBy: 'holder', move: 0, message: '' },
      }),
    );
  });

  test('a premium name says what its move costs first; where that is another meanwhile, nothing is sent and the sums are new', async () => {
    const { server } = taken();
    const terms = (move: number) =>
      server.instead.set('GET /api/me/offers/terms/salt.org', { status: 200, body: { move, renew: 9000 } });
    terms(24_000);
    show(<NamePage />);
    expect(
      await screen.findByText(
        /^A premium name: its registry asks \$240\.00 for moving it here.*a year costs \$90\.00\.$/,
      ),
    ).toBeTruthy();
    fireEvent.change(screen.getByLabelText('What you offer, in US dollars'), { target: { value: '1000' } });
    expect(
      screen.getByText(/The fee is \$100\.00, the move \$240\.00\. You would pay \$1,340\.00; \$1,000\.00 would reach/),
    ).toBeTruthy();
    const detail = 'salt.org is premium: its registry asks 300.00 USD for moving it here. Nothing was sent.';
    server.instead.set('POST /api/me/offers', { status: 409, body: { type: '/problems/move-costs', detail } });
    terms(30_000);
    fireEvent.click(screen.getByRole('button', { name: 'Send the offer' }));
    expect(await screen.findByText(detail)).toBeTruthy();
    expect(await screen.findByText(/You would pay \$1,400\.00/)).toBeTruthy();
    const standing = offer({ at: 'countered', amount: 80_000 }, 100_000, 30_000);
    server.instead.set('POST /api/me/offers', { status: 201, body: standing });
    server.instead.set('GET /api/me/offers', { status: 200, body: [standing] });
    fireEvent.click(screen.getByRole('button', { name: 'Send the offer' }));
    expect(await screen.findByText(/with the fee and the move you would pay \$1,180\.00/)).toBeTruthy();
    expect(server.asked).toContainEqual({
      method: 'POST',
      path: '/api/me/offers',
      body: { name: 'salt.org', amount: 100_000, feePaidBy: 'buyer', move: 30_000, message: '' },
    });
  });

  test('a name that cannot be offered for says why before anything is typed; a registry that was silent is asked again', async () => {
    const { server } = taken();
    const detail = 'The registry of salt.org does not answer just now.';
    const silent = { type: '/problems/registry-silent', detail };
    server.instead.set('GET /api/me/offers/terms/salt.org', { status: 503, body: silent });
    show(<NamePage />);
    expect(await screen.findByText(detail)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Send the offer' })).toBeNull();
    server.instead.set('GET /api/me/offers/terms/salt.org', { status: 200, body: { move: 0 } });
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByRole('button', { name: 'Send the offer' })).toBeTruthy();
  });

  test.each<[ShownOffer['state'], RegExp]>([
    [{ at: 'sent' }, /You offered \$500\.00\. The holder has not answered yet/],
    [{ at: 'agreed', amount: 50_000 }, /Agreed at \$500\.00\. With the fee you pay \$550\.00, before tax/],
    [{ at: 'bought', amount: 50_000 }, /Agreed at \$500\.00\. It is yours/],
    [{ at: 'lapsed' }, /your offer of \$500\.00 has lapsed/],
    [{ at: 'fellThrough' }, /The money was let go/],
    [{ at: 'declined' }, /The holder does not take \$500\.00/],
    [{ at: 'withdrawn' }, /You withdrew the offer/],
  ])('an offer that is %j says so', async (state, words) => {
    const { server } = taken();
    server.instead.set('GET /api/me/offers', { status: 200, body: [offer(state)] });
    show(<NamePage />);
    expect(await screen.findByText(words)).toBeTruthy();
    const open = state.at === 'sent' || state.at === 'agreed' || state.at === 'bought';
    expect(screen.queryByRole('button', { name: 'Make another offer' }) === null).toBe(open);
  });

  test('an agreed one says how long its price holds, leads to where it is bought, and is not withdrawn once paid for', async () => {
    const { server } = taken();
    const agreed = { ...offer({ at: 'agreed', amount: 50_000 }), lapsesAt: '2026-12-08T10:00:00Z' };
    server.instead.set('GET /api/me/offers', { status: 200, body: [agreed] });
    const late = { type: '/problems/offer-paid', detail: 'The name is on its way to you already: see its order.' };
    server.instead.set('POST /api/me/offers/1/withdraw', { status: 409, body: late });
    show(<NamePage />);
    expect(await screen.findByText(/The price holds until Dec 8, 2026/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Go on and buy it' }));
    expect(jest.mocked(router).navigate).toHaveBeenCalledWith('/names/move');
    server.instead.set('GET /api/me/offers', { status: 200, body: [{ ...agreed, orderId: 'o1' }] });
    fireEvent.click(screen.getByRole('button', { name: 'Withdraw' }));
    expect(await screen.findByText(/Agreed at \$500\.00, and paid for: it is on its way/)).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'See the order' }));
    expect(jest.mocked(router).navigate).toHaveBeenCalledWith('/orders/o1');
  });

  test('a counter-offer can be accepted, answered with another amount, or left', async () => {
    const { server } = taken();
    server.instead.set('GET /api/me/offers', { status: 200, body: [offer({ at: 'countered', amount: 80_000 })] });
    show(<NamePage />);
    expect(
      await screen.findByText('You offered $500.00. The holder asks $800.00; with the fee you would pay $880.00.'),
    ).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Or offer another amount, in US dollars'), { target: { value: '650' } });
    fireEvent.click(screen.getByRole('button', { name: 'Offer this' }));
    await waitFor(() =>
      expect(server.asked).toContainEqual({ method: 'POST', path: '/api/me/offers/1/raise', body: { amount: 65_000 } }),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Accept $800.00' }));
    await waitFor(() =>
      expect(server.asked).toContainEqual({ method: 'POST', path: '/api/me/offers/1/accept', body: undefined }),
    );
  });

  test('who is not signed in is told that an account is needed for waiting and offers', async () => {
    const lines = taken();
    lines.server.instead.delete('GET /api/session');
    show(<NamePage />);
    expect(await screen.findByRole('button', { name: 'Sign in to watch it' })).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Sign in to make an offer' })).toBeTruthy();
  });
});
