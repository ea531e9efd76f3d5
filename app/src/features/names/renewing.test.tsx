import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { NameScreen } from './NameScreen';
import { NamesScreen } from './NamesScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

test('a rise that is announced is told with what renewing before saves, and so many years are put in the basket', async () => {
  const rise = { on: '2027-03-01', more: 60, years: 8, saves: 480 };
  const server = serverWithNames(boats);
  server.instead.set('GET /api/me/names/saltwhistle.boats?currency=USD', { status: 200, body: { ...boats, rise } });
  show(<NameScreen />);
  expect(
    await screen.findByText(
      'From Mar 1, 2027 a year costs $0.60 more, as its registry has announced. Adding 8 years before then saves $4.80, before tax.',
    ),
  ).toBeTruthy();
  // Two of the ten years are paid for; the others are there to be chosen.
  expect(screen.getAllByRole('radio')).toHaveLength(8);
  expect(screen.getByText('One year more: until Nov 24, 2029, $14.68 before tax.')).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: '8 years, until Nov 24, 2036, $117.44' }));
  fireEvent.click(screen.getByRole('button', { name: 'Put 8 years in the basket' }));
  await waitFor(() =>
    expect(server.asked.find(({ method }) => method === 'PUT')?.body).toMatchObject({ action: 'renew', years: 8 }),
  );
});

test('many names are renewed for as many years as chosen, each for no more than it can be', async () => {
  const server = serverWithNames({ ...org, renewFor: [1, 2, 3] }, boats);
  show(<NamesScreen />);
  for (const name of ['a.org', 'saltwhistle.boats'])
    fireEvent.click(await screen.findByRole('checkbox', { name: `Choose ${name}` }));
  fireEvent.click(screen.getByRole('button', { name: 'Renew' }));
  fireEvent.change(screen.getByRole('combobox', { name: 'Years for each' }), { target: { value: '5' } });
  server.instead.set('POST /api/basket/lines', { status: 200, body: { lines: [], codes: { typed: [] } } });
  fireEvent.click(screen.getByRole('button', { name: 'Put them in the basket' }));
  await waitFor(() => expect(server.asked.some(({ path }) => path === '/api/basket/lines')).toBe(true));
  expect(server.asked.find(({ path }) => path === '/api/basket/lines')?.body).toMatchObject({
    lines: [
      { name: 'a.org', years: 3 },
      { name: 'saltwhistle.boats', years: 5 },
    ],
  });
});

test('many names are renewed by way of the basket, and what cannot be is said first', async () => {
  const server = serverWithNames(org, boats, { ...boats, name: 'late.boats', unicode: 'late.boats', renewFor: [] });
  show(<NamesScreen />);
  for (const name of ['a.org', 'saltwhistle.boats', 'late.boats'])
    fireEvent.click(await screen.findByRole('checkbox', { name: `Choose ${name}` }));
  fireEvent.click(screen.getByRole('button', { name: 'Renew' }));
  expect(
    screen.getByText(/^2 names can be renewed\. 1 can’t: .* Nothing is paid before you check out\.$/),
  ).toBeTruthy();
  server.instead.set('POST /api/basket/lines', { status: 200, body: { lines: [], codes: { typed: [] } } });
  fireEvent.click(screen.getByRole('button', { name: 'Put them in the basket' }));
  await waitFor(() => expect(mockNavigate).toHaveBeenCalledWith('/basket'));
  const { body } = server.asked.find(({ path }) => path === '/api/basket/lines') ?? {};
  expect(body).toMatchObject({ lines: [{ name: 'a.org', action: 'renew' }, { name: 'saltwhistle.boats' }] });
});
