import { screen, waitFor } from '@testing-library/react';
import { boats, org, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { AheadScreen } from './AheadScreen';

jest.mock('expo-router', () => ({ Link: ({ children }: { children: unknown }) => children }));

test('what falls due within a year is told apart from what comes later, each with its sum', async () => {
  serverWithNames(org, boats);
  show(<AheadScreen />);
  await waitFor(() => expect(screen.getByRole('group', { name: 'The next twelve months' })).toBeTruthy());
  expect(screen.getByRole('group', { name: 'The next twelve months' }).textContent).toMatch(
    /a\.org · renews by itself9\.00.*\$9\.00$/,
  );
  expect(screen.getByRole('group', { name: 'After that' }).textContent).toMatch(
    /ends unless you renew14\.68.*\$14\.68$/,
  );
});
