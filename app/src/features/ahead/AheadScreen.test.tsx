import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { AheadScreen } from './AheadScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

const till = () => screen.getByRole('group', { name: 'As chosen' }).textContent;

test('ten years are told by month and by year; what ends by itself is apart', async () => {
  serverWithNames(org, boats);
  show(<AheadScreen />);
  await waitFor(() => expect(screen.getByRole('table', { name: 'What falls due, month by month' })).toBeTruthy());
  expect(screen.getByRole('table').textContent).toContain('Nov 27$9.00$0.00Nov 28$9.00$14.68');
  expect(till()).toMatch(
    /^As chosen2026, from today0\.0020279\.00.*20360\.00dropping names saves−117\.44Ten years\$81\.00$/,
  );
});

test('a name that is dropped or kept changes the years at once, and nothing at the shop', async () => {
  const server = serverWithNames(org, boats);
  show(<AheadScreen />);
  fireEvent.change(await screen.findByRole('combobox', { name: 'Month' }), { target: { value: '2028-11' } });
  fireEvent.click(await screen.findByRole('switch', { name: 'Keep saltwhistle.boats' }));
  await waitFor(() => expect(till()).toMatch(/202823\.68.*Ten years\$198\.44$/));
  fireEvent.click(screen.getByRole('switch', { name: 'Keep a.org' }));
  await waitFor(() => expect(till()).toMatch(/Ten years\$117\.44$/));
  expect(server.asked.filter(({ method }) => method !== 'GET')).toEqual([]);
});

test('prices that rise are seen in later years', async () => {
  serverWithNames(org);
  show(<AheadScreen />);
  fireEvent.change(await screen.findByRole('combobox', { name: 'Prices rise by' }), { target: { value: '0.1' } });
  await waitFor(() => expect(till()).toMatch(/20279\.90202810\.89/));
});

test('what costs more soon is told with what renewing before saves, and leads to it', async () => {
  const rise = { on: '2027-03-01', more: 45, years: 9, saves: 405 };
  serverWithNames({ ...org, rise, renewFor: [1, 2, 3, 9] }, boats);
  show(<AheadScreen />);
  const before = await screen.findByRole('group', { name: 'Before prices rise' });
  expect(before.textContent).toContain('One name costs more soon');
  expect(before.textContent).toContain('a.org$0.45 more a year from Mar 1, 2027 · saves $4.05');
  expect(till()).toMatch(/20279\.45/);
  fireEvent.click(screen.getByRole('button', { name: 'Renew them before' }));
  expect(mockNavigate).toHaveBeenCalledWith({ pathname: '/names', params: { show: 'dearer' } });
});

test('an account without names is led to find one', async () => {
  serverWithNames();
  show(<AheadScreen />);
  expect(await screen.findByText('Nothing falls due')).toBeTruthy();
});
