import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ShownHandOver } from '@tienda/core/transfers/handOver';
import { serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { HandOversScreen } from './HandOversScreen';

const mockNavigate = jest.fn();
jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  router: { navigate: (to: unknown) => mockNavigate(to) },
}));

const path = '/api/me/hand-overs';
const offer = (more: Partial<ShownHandOver> = {}): ShownHandOver => ({
  id: 'h1',
  with: 'lotte@quayquill.example',
  names: Array.from({ length: 14 }, (_, at) => ({
    name: `a${at}.org`,
    unicode: `a${at}.org`,
    expiresOn: '2027-11-24',
  })),
  answerBy: '2026-12-01',
  state: { at: 'offered' },
  ...more,
});
const click = async (title: string) => fireEvent.click(await screen.findByRole('button', { name: title }));

function open(body: object) {
  const server = serverWithNames();
  server.instead.set(`GET ${path}`, { status: 200, body });
  show(<HandOversScreen />);
  return server;
}

test('what is offered to one is shown with what comes along, taken, and then theirs', async () => {
  const server = open({ given: [], offered: [offer()] });
  expect(await screen.findByText('Can be taken until Dec 1, 2026.')).toBeTruthy();
  expect(screen.getByText('and 2 more')).toBeTruthy();
  const taken = { status: 200, body: { given: [], offered: [offer({ state: { at: 'taken' } })] } };
  server.instead.set(`POST ${path}/h1/take`, taken);
  server.instead.set(`GET ${path}`, taken);
  await click('Take them');
  expect(await screen.findByText('They are yours now.')).toBeTruthy();
  await click('To your names');
  expect(mockNavigate).toHaveBeenCalledWith('/names');
});

test('what one offers can be withdrawn; that it was taken meanwhile is shown', async () => {
  const server = open({ given: [offer()], offered: [] });
  const body = { type: '/problems/over', detail: 'The names have been taken.' };
  server.instead.set(`DELETE ${path}/h1`, { status: 409, body });
  await screen.findByRole('button', { name: 'Withdraw it' });
  server.instead.set(`GET ${path}`, { status: 200, body: { given: [offer({ state: { at: 'taken' } })], offered: [] } });
  await click('Withdraw it');
  expect(await screen.findByText('Taken.')).toBeTruthy();
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Withdraw it' })).toBeNull());
});

test('where nothing is offered it is said what would be here', async () => {
  open({ given: [], offered: [] });
  expect(await screen.findByText('Nothing is offered')).toBeTruthy();
});
