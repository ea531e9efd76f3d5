import { fireEvent, screen, waitFor } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { AheadScreen } from './AheadScreen';

jest.mock('expo-router', () => ({ Link: ({ children }: { children: unknown }) => children }));

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
  fireEvent.click(screen.getByRole('switch', { name: 'Keep saltwhistle.boats' }));
  expect(till()).toMatch(/202823\.68.*Ten years\$198\.44$/);
  fireEvent.click(screen.getByRole('switch', { name: 'Keep a.org' }));
  expect(till()).toMatch(/Ten years\$117\.44$/);
  expect(server.asked.filter(({ method }) => method !== 'GET')).toEqual([]);
});

test('prices that rise are seen in later years', async () => {
  serverWithNames(org);
  show(<AheadScreen />);
  fireEvent.change(await screen.findByRole('combobox', { name: 'Prices rise by' }), { target: { value: '0.1' } });
  expect(till()).toMatch(/20279\.90202810\.89/);
});
