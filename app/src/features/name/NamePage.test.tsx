import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Idea } from '@tienda/core/ideas/idea';
import { FakeLines } from '../../../test/lines';
import { show } from '../../../test/shop';
import { currencyStore } from '../../api/currencyStore';
import { NamePage } from './NamePage';

let mockName = 'salt.org';
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ name: mockName }),
  Link: ({ children }: { children: React.ReactNode }) => children,
  Redirect: ({ href }: { href: object }) => `leads to ${JSON.stringify(href)}`,
  router: { navigate: jest.fn(), back: jest.fn(), canGoBack: () => false },
}));

function world(name: string): FakeLines {
  mockName = name;
  return new FakeLines();
}

test('what is no full name is searched for', async () => {
  world('saltwhistle');
  show(<NamePage />);
  expect(await screen.findByText('leads to {"pathname":"/","params":{"q":"saltwhistle"}}')).toBeTruthy();
});

describe('a free name', () => {
  test('says what it costs over time, in numbers for those who listen too', async () => {
    const lines = world('salt.boats');
    lines.answers.set('salt.boats', { price: { currency: 'USD', firstYear: 318, renewal: 1468, intro: true } });
    show(<NamePage />);
    expect(await screen.findByText('Today, for one year: $3.18. Then $14.68 a year, at today’s price.')).toBeTruthy();
    const costs = screen.getByRole('table', { name: 'Keep cost' });
    expect(within(costs).getAllByRole('row')).toHaveLength(11);
    expect(within(costs).getAllByRole('row').at(-1)?.textContent).toBe('10$135');
    expect(screen.getByText('Everything paid to keep it: $61.90 for five years, $135.30 for ten.')).toBeTruthy();
    expect(screen.getByText('Renews at 4.6 times the first year')).toBeTruthy();
  });

  test('goes into the basket with the years chosen on the rail', async () => {
    const lines = world('salt.org');
    show(<NamePage />);
    fireEvent.click(await screen.findByRole('radio', { name: /^4 years/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Put salt.org in the basket' }));
    await waitFor(() => expect(lines.server.lines).toMatchObject([{ name: 'salt.org', years: 4 }]));
    fireEvent.click(screen.getByRole('radio', { name: /^2 years/ }));
    await waitFor(() => expect(lines.server.lines).toMatchObject([{ years: 2 }]));
  });

  test('a premium name says what its registry asks, now and later', async () => {
    const lines = world('salt.lake');
    const price = { currency: 'USD', firstYear: 24_000, renewal: 9000, intro: false } as const;
    lines.answers.set('salt.lake', { status: 'premium', premium: { register: 24_000, renew: 9000 }, price });
    show(<NamePage />);
    expect(
      await screen.findByText(
        'A premium name: its registry asks $240.00 for the first year and $90.00 for every later year.',
      ),
    ).toBeTruthy();
    expect(screen.getByText('Premium · dearer the first year only')).toBeTruthy();
    expect(await screen.findByText('possible for $2.50 a year')).toBeTruthy();
  });

  test('is shown in the currency chosen, each price converted on its own', async () => {
    const lines = world('salt.org');
    lines.answers.set('salt.org', { price: { currency: 'EUR', firstYear: 828, renewal: 828, intro: false } });
    currencyStore.set('EUR');
    show(<NamePage />);
    expect(await screen.findByText('Today, for one year: €8.28. Then €8.28 a year, at today’s price.')).toBeTruthy();
    expect(lines.asked[0]).toContain('currency=EUR');
    currencyStore.set('USD');
  });

  test('dates of its life are told in plain words', async () => {
    world('salt.org');
    show(<NamePage />);
    expect(await screen.findByText('Within 5 days it can be given back for a refund.')).toBeTruthy();
    expect(screen.getByText(/^From .*2028 anyone can register it\.$/)).toBeTruthy();
    expect(screen.getByText('none: anyone may hold it')).toBeTruthy();
  });
});

describe('names like it', () => {
  const ideas: Idea[] = [
    { name: 'salts.org', label: 'salts', extension: 'org', reason: { kind: 'plural' }, score: 80 },
    { name: 'saltyard.org', label: 'saltyard', extension: 'org', reason: { kind: 'after', word: 'yard' }, score: 70 },
    { name: 'salt.boats', label: 'salt', extension: 'boats', reason: { kind: 'mainExtension' }, score: 60 },
  ];

  test('have their reason and availability; what is taken is not offered', async () => {
    const lines = world('salt.org');
    lines.ideas = ideas;
    lines.answers.set('salts.org', { status: 'taken', price: null });
    show(<NamePage />);
    const alike = await screen.findByRole('group', { name: 'Names like it' });
    expect(await within(alike).findByText('with “yard” after it · Available · privacy included')).toBeTruthy();
    expect(within(alike).queryByText(/plural/)).toBeNull();
    expect(within(alike).getAllByText('$9.00 the first year, then $9.00').length).toBe(2);
  });

  test('a protective set goes into the basket together', async () => {
    const lines = world('salt.org');
    lines.ideas = ideas;
    show(<NamePage />);
    const set = await screen.findByRole('group', { name: 'Protect it' });
    fireEvent.click(await within(set).findByRole('button', { name: 'Put all 3 names in the basket' }));
    await waitFor(() =>
      expect(lines.server.lines.map(({ name }) => name)).toEqual(['salts.org', 'saltyard.org', 'salt.boats']),
    );
  });
});
