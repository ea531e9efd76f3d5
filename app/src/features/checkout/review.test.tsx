import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { Contact } from '@tienda/core/contacts/contact';
import { maren as example } from '../../../../core/test/contacts';
import { FakeServer, lineFor, newQueries, show } from '../../../test/shop';
import { emptyBasket } from '../../api/basket';
import { checkoutStore } from '../../api/checkoutStore';
import { Agreements } from './Agreements';
import { CheckoutDeclarations } from './CheckoutDeclarations';
import { NameContacts, registrantOf } from './NameContacts';
import { PublicView } from '../../shop/holder/PublicView';
import { publicViewWords } from './publicViewWords';
import { ReadBack } from './ReadBack';
import { ReviewStep } from './ReviewStep';

jest.mock('expo-router', () => ({
  router: { navigate: () => undefined },
  Redirect: ({ href }: { readonly href: string }) => `leads to ${href}`,
}));

const maren: Contact = { ...example, phone: '+353209150123' };

test('a basket that comes late is waited for; only an empty one leads back to it', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/contacts', { status: 200, body: [{ ...maren, id: 'c1' }] });
  const answer = globalThis.fetch;
  let letBasketCome: () => void = () => undefined;
  const released = new Promise<void>((resolve) => (letBasketCome = resolve));
  globalThis.fetch = async (input, init) => {
    if (input === '/api/basket') await released;
    return answer(input, init);
  };
  const { container } = show(<ReviewStep />);
  await waitFor(() => expect(server.asked.map(({ path }) => path)).toContain('/api/me/contacts'));
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(container.textContent).not.toContain('leads to');
  letBasketCome();
  await screen.findByText('leads to /basket');
});

test('an empty basket that is being asked for again may not be empty any more: it is waited for', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/contacts', { status: 200, body: [{ ...maren, id: 'c1' }] });
  server.lines = [lineFor('saltwhistle.org')];
  const queries = newQueries();
  queries.setQueryData(['basket'], emptyBasket);
  const { container } = show(<ReviewStep />, queries);
  void queries.invalidateQueries({ queryKey: ['basket'] });
  const led = [container.textContent];
  new MutationObserver(() => led.push(container.textContent)).observe(container, { subtree: true, childList: true });
  await waitFor(() => expect(server.asked.filter(({ path }) => path === '/api/quotes')).not.toEqual([]));
  expect(led.join(' ')).not.toContain('leads to');
});

test('a name is read out whole for those who listen, and its look-alikes are named', () => {
  render(<ReadBack unicode="lo1.ie" />);
  expect(screen.getByRole('group', { name: 'Lima Oscar one dot India Echo' })).toBeTruthy();
  expect(screen.getByText('Easily mistaken: l for I or 1, o for 0, 1 for l or I, i for l or 1.')).toBeTruthy();
});

test('a name without look-alikes says so', () => {
  render(<ReadBack unicode="quay.se" />);
  expect(screen.getByText('No letters that are easily mistaken.')).toBeTruthy();
});

test('the public view is shown with privacy and without, the chosen one marked', () => {
  render(<PublicView holder={maren} privacy policy="included" />);
  expect(screen.getByText('With privacy, as chosen')).toBeTruthy();
  expect(screen.getAllByText('hidden')).toHaveLength(4);
  expect(screen.getByText('Without')).toBeTruthy();
  expect(screen.getByText('Maren Solvik, Saltwhistle Boatworks')).toBeTruthy();
  expect(screen.getByText('4 Slip Lane, Ullvik, V94 T1P0, Ireland')).toBeTruthy();
  expect(screen.getByText('+353209150123')).toBeTruthy();
});

test('where the registry decides there is one public view', () => {
  const { unmount } = render(<PublicView holder={maren} privacy policy="hiddenByRegistry" />);
  expect(screen.getAllByText('not shown by this registry')).toHaveLength(4);
  unmount();
  render(<PublicView holder={maren} privacy policy="notAllowed" />);
  expect(screen.getByText('maren@saltwhistle.example')).toBeTruthy();
  expect(screen.queryByText('hidden')).toBeNull();
});

test.each([
  ['included', true, 'name, address, phone and mail hidden'],
  ['included', false, 'name, address, phone and mail shown to anyone'],
  ['priced', true, 'name, address, phone and mail hidden'],
  ['notAllowed', true, 'name, address, phone and mail shown to anyone'],
  ['hiddenByRegistry', false, 'the registry shows no personal details'],
] as const)('privacy %s, asked for: %s: %s', (policy, privacy, words) => {
  expect(publicViewWords(privacy, policy)).toBe(words);
});

test('terms are read in place and agreed to by one switch', () => {
  new FakeServer();
  const agreed: boolean[] = [];
  const terms = [
    { id: 'a', version: '1', title: 'Lanternhead', text: ['The name is registered.', 'Details are true.'] },
  ];
  show(<Agreements agreements={terms} before={[]} agreed={false} missing onChange={(value) => agreed.push(value)} />);
  expect(screen.getByRole('alert').textContent).toContain('Agree to the terms');
  expect(screen.queryByText('Details are true.')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Read: Lanternhead' }));
  // Whatever language the page is in, they are read out in their own.
  expect(screen.getByText('Details are true.').lang).toBe('en');
  fireEvent.click(screen.getByRole('switch', { name: 'Terms of 1 registry' }));
  expect(agreed).toEqual([true]);
});

test('terms agreed to before in the same version are not asked again, a newer version is', () => {
  new FakeServer();
  const terms = [
    { id: 'a', version: '2', title: 'Lanternhead', text: ['The name is registered.'] },
    { id: 'b', version: '1', title: 'Quarrystone', text: ['Details are true.'] },
  ];
  const before = [
    { id: 'a', version: '1', agreedAt: '2026-10-01T10:00:00Z' },
    { id: 'b', version: '1', agreedAt: '2026-11-02T10:00:00Z' },
  ];
  const { unmount } = show(
    <Agreements agreements={terms} before={before} agreed={false} missing onChange={() => undefined} />,
  );
  screen.getByRole('switch', { name: 'Terms of 1 registry' });
  screen.getByRole('alert');
  screen.getByText('agreed by Nov 2, 2026, not changed since: they hold for this order too');
  unmount();
  show(<Agreements agreements={terms.slice(1)} before={before} agreed={false} missing onChange={() => undefined} />);
  expect(screen.queryByRole('switch')).toBeNull();
  expect(screen.queryByRole('alert')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Read: Quarrystone' }));
  screen.getByText('Details are true.');
});

describe('what extensions ask', () => {
  const asked = [
    { name: 'a.ie', unicode: 'a.ie', code: 'presence', text: 'The holder lives on the island.', evidence: false },
    { name: 'b.dental', unicode: 'b.dental', code: 'profession', text: 'Admitted by a register.', evidence: true },
  ];
  beforeEach(() => {
    new FakeServer();
    checkoutStore.set({ contacts: {}, declarations: [] });
  });

  test('is nothing where nothing is asked', () => {
    const { container } = show(<CheckoutDeclarations needed={[]} missing />);
    expect(container.textContent).toBe('');
  });

  test('is said with a switch each, with a number where the registry looks it up, and kept', () => {
    show(<CheckoutDeclarations needed={asked} missing />);
    expect(screen.getByText('The holder lives on the island.')).toBeTruthy();
    expect(screen.getByRole('alert').textContent).toContain('Confirm each of them');
    fireEvent.click(screen.getByRole('switch', { name: 'a.ie: this is so' }));
    fireEvent.click(screen.getByRole('switch', { name: 'b.dental: this is so' }));
    expect(screen.getByText('The number is needed: it is how the registry can look it up.')).toBeTruthy();
    const number = screen.getByLabelText('Number of the register or membership, for b.dental');
    fireEvent.change(number, { target: { value: 'DR-1174' } });
    expect(screen.queryByRole('alert')).toBeNull();
    expect(checkoutStore.get().declarations).toEqual([
      { name: 'a.ie', code: 'presence' },
      { name: 'b.dental', code: 'profession', evidence: 'DR-1174' },
    ]);
    fireEvent.click(screen.getByRole('switch', { name: 'a.ie: this is so' }));
    expect(checkoutStore.get().declarations).toHaveLength(1);
  });
});

describe('contacts of one name', () => {
  const chosen = { ...maren, id: 'c1' };
  const ilse = { ...maren, id: 'c2', name: 'Ilse Tamboura', organisation: 'Quay & Quill' };
  beforeEach(() => {
    new FakeServer();
    checkoutStore.set({ contacts: {}, declarations: [] });
  });

  test('are one person, until another is chosen for one of them', () => {
    show(<NameContacts name="a.org" defaultContact={chosen} contacts={[chosen, ilse]} />);
    const choose = (label: string, value: string) =>
      fireEvent.change(screen.getByLabelText(label), { target: { value } });
    choose('Technical contact', 'c2');
    expect(checkoutStore.get().contacts).toEqual({ 'a.org': { tech: 'c2' } });
    choose('Holder (registrant)', 'c2');
    choose('Technical contact', 'c1');
    expect(checkoutStore.get().contacts).toEqual({ 'a.org': { registrant: 'c2' } });
    expect(registrantOf('a.org', chosen, [chosen, ilse], checkoutStore.get().contacts).name).toBe('Ilse Tamboura');
    expect(registrantOf('b.org', chosen, [chosen, ilse], checkoutStore.get().contacts).name).toBe('Maren Solvik');
  });

  test('that were forgotten meanwhile leave the chosen one', () => {
    expect(registrantOf('a.org', chosen, [chosen], { 'a.org': { registrant: 'gone' } }).id).toBe('c1');
  });
});
