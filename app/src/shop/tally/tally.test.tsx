import { defaultScheduler, notifyManager } from '@tanstack/react-query';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { exampleCode } from '../../../../core/test/quotes';
import { FakeServer, lineFor, show } from '../../../test/shop';
import { useSignIn } from '../../api/session';
import { Action } from '../../ui/Action';
import { billingStore, buyerSeenStore } from './buyer';
import { TallyColumn } from './TallySheet';

jest.mock('expo-router', () => ({ router: { navigate: jest.fn() } }));

const known = [
  exampleCode('REGATTA', { years: 'all' }),
  exampleCode('FIRSTKNOT', { value: 20, newCustomersOnly: true }),
  exampleCode('DRYDOCK', { kind: 'firstYearPrice', value: 98, extensions: ['boats'], minYears: 2 }),
  exampleCode('BELLBUOY', { startsAt: '2025-01-01', endsAt: '2026-01-01' }),
];

beforeEach(() => {
  notifyManager.setScheduler(defaultScheduler);
  localStorage.clear();
  billingStore.set({ country: 'MX', kind: 'person' });
  buyerSeenStore.set(null);
});

async function open(server = new FakeServer(), names = ['saltwhistle.boats', 'saltwhistle.org']) {
  server.promotions = known;
  server.lines = names.map((name) => lineFor(name));
  show(<TallyColumn checkout />);
  await screen.findByText(/^Today, USD$/);
  return server;
}

const codes = () => within(screen.getByRole('group', { name: 'Promo codes' }));
const chosen = () => codes().getByRole('radio', { checked: true }).getAttribute('aria-label');
const total = () => screen.getByRole('group', { name: 'Tally' }).textContent;

test('the best code is picked, says what it saves, and another or none can be chosen', async () => {
  const server = await open();
  await waitFor(() => expect(chosen()).toMatch(/^FIRSTKNOT · best, saves \$2.40, 20% off the first year, for new/));
  expect(total()).toContain('code FIRSTKNOT, 20% off the first year−2.40');
  fireEvent.click(codes().getByRole('radio', { name: /^REGATTA/ }));
  await waitFor(() => expect(total()).toContain('code REGATTA, 15% off−1.80'));
  fireEvent.click(codes().getByRole('radio', { name: 'No code' }));
  await waitFor(() => expect(total()).not.toContain('code '));
  expect(server.codes).toEqual({ typed: [], use: null });
});

test('a code that was typed is tried; one that does not apply says why, and can be forgotten', async () => {
  const server = await open();
  server.secret = [exampleCode('QUAYSIDE', { value: 40, public: false })];
  const type = (code: string) => {
    fireEvent.change(screen.getByLabelText('A code you have'), { target: { value: code } });
    fireEvent.click(screen.getByRole('button', { name: 'Try it' }));
  };
  type('QUAYSIDE');
  await waitFor(() => expect(chosen()).toMatch(/^QUAYSIDE · best, saves \$4.80/));
  type('NOSUCH');
  await screen.findByText('there is no such code: check its letters.');
  expect(screen.getByLabelText<HTMLInputElement>('A code you have').value).toBe('NOSUCH');
  fireEvent.change(screen.getByLabelText('A code you have'), { target: { value: '' } });
  await screen.findByText('NOSUCH: there is no such code: check its letters.');
  fireEvent.click(screen.getByRole('button', { name: 'Remove it: NOSUCH' }));
  await waitFor(() => expect(screen.queryByText(/^NOSUCH/)).toBeNull());
  await waitFor(() => expect(server.codes.typed).toEqual(['QUAYSIDE']));
});

test('codes that do not apply are there for those who ask, each with its reason', async () => {
  await open();
  fireEvent.click(await screen.findByRole('button', { name: '2 codes that do not apply here' }));
  screen.getByText(/^BELLBUOY: it ended on Jan 1, 2026.$/);
  screen.getByText('DRYDOCK: it needs a term of two years or more.');
});

test('a longer term that pays is said with both amounts, and taken only when asked for', async () => {
  const server = await open(new FakeServer(), ['saltwhistle.boats']);
  await screen.findByText(
    'Take saltwhistle.boats for two years with code DRYDOCK: $13.26 more today, and keeping it so long costs $1.42 less than with today’s choice.',
  );
  fireEvent.click(screen.getByRole('button', { name: 'Choose this: DRYDOCK' }));
  await waitFor(() => expect(total()).toContain('code DRYDOCK, first year at $0.98−2.02'));
  await waitFor(() => expect(server.lines[0]?.years).toBe(2));
  expect(server.codes.use).toBe('DRYDOCK');
});

test('a line of the roll explains itself in a sentence', async () => {
  await open();
  fireEvent.click(screen.getByRole('button', { name: /^introductory price/ }));
  await screen.findByText('The first year is $3.00 at the introductory price; each later year is $14.68.');
  fireEvent.click(screen.getByRole('button', { name: /^No VAT/ }));
  await screen.findByText('Sales to Mexico are outside the scope of VAT: none is charged.');
});

test('another country changes the tax, and says so until it was read', async () => {
  await open();
  await waitFor(() => expect(buyerSeenStore.get()).not.toBeNull());
  fireEvent.focus(screen.getByLabelText('Billed in'));
  fireEvent.change(screen.getByLabelText('Billed in'), { target: { value: 'FR' } });
  await screen.findByText(
    'The total has changed. Tax was: No VAT, Mexico. It is: VAT 20%, France. The total was $9.78 and is $11.74.',
  );
  fireEvent.click(screen.getByRole('button', { name: 'Dismiss' }));
  await waitFor(() => expect(screen.queryByText(/^The total has changed/)).toBeNull());
});

test('what signing in takes away is said with its reason, and what takes its place', async () => {
  const server = new FakeServer();
  buyerSeenStore.set({ customer: { country: 'MX', kind: 'person', isNew: true }, codesUsed: {} });
  server.account = { email: 'maren@saltwhistle.example', autoRenew: true, isNew: false, codesUsed: { FIRSTKNOT: 1 } };
  server.instead.set('GET /api/me/contacts', { status: 200, body: [] });
  await open(server);
  await screen.findByText(
    /Code FIRSTKNOT does not apply: it is for new customers, and you have had a name here. Code REGATTA saves \$1.80./,
  );
});

test('a basket that was empty before signing in has no total to have changed', async () => {
  buyerSeenStore.set({ customer: { country: 'MX', kind: 'person', isNew: true }, codesUsed: {} });
  new FakeServer();
  show(<TallyColumn checkout />);
  await waitFor(() => expect(buyerSeenStore.get()).toBeNull());
});

test('a basket that comes with the account is its holder’s from the first moment: its total has not changed', async () => {
  const server = new FakeServer();
  const seen = jest.spyOn(buyerSeenStore, 'set');
  // As the app does it: each piece of news is drawn by itself.
  notifyManager.setScheduler(queueMicrotask);
  const account = { email: 'ilse@quayquill.example', autoRenew: true, isNew: false, codesUsed: {} };
  let contactsCome = (): void => undefined;
  const after = new Promise<void>((resolve) => (contactsCome = resolve));
  const holder = { kind: 'person', name: 'Ilse Quill', country: 'FR' };
  server.instead.set('GET /api/me/contacts', { status: 200, body: [{ id: 'c1', ...holder }], after });
  server.instead.set('POST /api/session', { status: 200, body: { csrf: 't', account, now: '2026-11-24T10:00:00Z' } });
  function SignIn() {
    const signIn = useSignIn();
    return <Action title="Sign in" onPress={() => signIn.mutate({ email: account.email, password: 'two quills' })} />;
  }
  show(
    <>
      <SignIn />
      <TallyColumn checkout />
    </>,
  );
  await waitFor(() => expect(server.asked).toContainEqual(expect.objectContaining({ path: '/api/session' })));
  server.lines = [lineFor('saltwhistle.org')];
  fireEvent.click(screen.getByRole('button', { name: 'Sign in' }));
  await screen.findByText(/^Today, USD$/);
  contactsCome();
  await waitFor(() => expect(buyerSeenStore.get()?.customer.country).toBe('FR'));
  expect(seen.mock.calls.map(([buyer]) => buyer?.customer.country)).toEqual(['FR']);
  expect(screen.queryByText(/^The total has changed/)).toBeNull();
});

test('many names are one line each, and what falls due later is summed up by date', async () => {
  await open(
    new FakeServer(),
    Array.from({ length: 9 }, (_, i) => `n${i}.org`),
  );
  expect(total()).toContain('n8.org, one year9.00');
  expect(total()).toMatch(/2027 · 9 names81.00/);
});

test('in another currency every amount is converted, and the rate is said with its date', async () => {
  await open();
  fireEvent.change(screen.getByLabelText('Currency'), { target: { value: 'EUR' } });
  await screen.findByText(/^1 USD = 0.92 EUR, rate of Nov 23, 2026. Charged in EUR.$/);
  expect(total()).toContain('saltwhistle.boats, year 110.12introductory price−7.36');
  fireEvent.change(screen.getByLabelText('Currency'), { target: { value: 'USD' } });
});
