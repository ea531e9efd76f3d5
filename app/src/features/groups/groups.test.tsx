import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Statement } from '@tienda/core/orders/statement';
import { serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { GroupsScreen } from './GroupsScreen';

const mockDownload = jest.fn<undefined, [string, string, string]>();
jest.mock('../../ui/download', () => ({
  download: (name: string, type: string, content: string) => mockDownload(name, type, content),
}));
jest.mock('expo-router', () => ({ Link: ({ children }: { children: unknown }) => children }));

const bakery = { id: 'g1', title: 'Heron Bakery', note: 'pays in spring', names: 2 };
const statement: Statement = {
  title: bakery.title,
  language: 'en',
  madeOn: '2026-11-24',
  period: { from: '2026-01-01', to: '2026-11-24' },
  currency: 'USD',
  held: [{ name: 'rye.org', unicode: 'rye.org', registeredOn: '2020-01-01', expiresOn: '2027-01-01', autoRenew: true }],
  paid: [
    {
      name: 'rye.org',
      unicode: 'rye.org',
      on: '2026-01-01',
      kind: 'renew',
      years: 1,
      net: 900,
      currency: 'EUR',
      invoice: '2026-000001',
    },
  ],
  paidIn: [{ currency: 'EUR', amount: 900 }],
  due: [{ name: 'rye.org', unicode: 'rye.org', on: '2027-01-01', amount: 1000, autoRenew: true }],
  dueSum: 1000,
};

function withGroups(...groups: object[]) {
  const server = serverWithNames();
  server.instead.set('GET /api/me/groups', { status: 200, body: groups });
  show(<GroupsScreen />);
  return server;
}

test('a group is made, and what is wrong with its title is said without losing it', async () => {
  const server = withGroups();
  fireEvent.click(await screen.findByRole('button', { name: 'Make a group' }));
  fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Heron Bakery' } });
  const detail = 'There is a group called “Heron Bakery” already: choose another title.';
  server.instead.set('POST /api/me/groups', {
    status: 422,
    body: {
      type: '/problems/bad-fields',
      title: '',
      detail,
      errors: [{ pointer: '/title', code: 'titleTaken', detail }],
    },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Keep it so' }));
  expect(await screen.findByText(detail)).toBeTruthy();
  expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('Heron Bakery');
  server.instead.set('POST /api/me/groups', { status: 201, body: bakery });
  server.instead.set('GET /api/me/groups', { status: 200, body: [bakery] });
  fireEvent.click(screen.getByRole('button', { name: 'Keep it so' }));
  expect(await screen.findByRole('heading', { name: 'Heron Bakery' })).toBeTruthy();
  expect(screen.getByText('1 group')).toBeTruthy();
});

test('before a group goes it is said what becomes of its names', async () => {
  const server = withGroups(bakery);
  fireEvent.click(await screen.findByRole('button', { name: 'Take away: Heron Bakery' }));
  expect(screen.getByText('2 names in it stay yours and are in no group then.')).toBeTruthy();
  server.instead.set('DELETE /api/me/groups/g1', { status: 204, body: {} });
  server.instead.set('GET /api/me/groups', { status: 200, body: [] });
  fireEvent.click(screen.getByRole('button', { name: 'Take the group away' }));
  expect(await screen.findByText(/^No groups yet\./)).toBeTruthy();
});

test('a statement says what is held, paid and due for the days that are chosen, and is saved as CSV', async () => {
  const server = withGroups(bakery);
  const of = (from: string, to: string) => `GET /api/me/groups/g1/statement?from=${from}&to=${to}&currency=USD`;
  server.instead.set(of('2026-01-01', '2026-11-24'), { status: 200, body: statement });
  server.instead.set(of('2025-01-01', '2025-12-31'), {
    status: 200,
    body: { ...statement, paid: [], paidIn: [], due: [], dueSum: 0 },
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Statement: Heron Bakery' }));
  const panel = within(await screen.findByRole('region', { name: 'Statement: Heron Bakery' }));
  expect(await panel.findByText('Bought or renewed once, for €9.00 before tax.')).toBeTruthy();
  expect(panel.getByText(/^1 name due in the twelve months after, \$10\.00 before tax/)).toBeTruthy();
  fireEvent.click(panel.getByRole('button', { name: 'Save as CSV' }));
  await waitFor(() => expect(mockDownload).toHaveBeenCalled());
  const [file, , content] = mockDownload.mock.calls[0] ?? [];
  expect(file).toBe('heron-bakery-2026-01-01-2026-11-24.csv');
  expect(content?.trim().split('\r\n')).toEqual([
    'what,name,date,years,net,currency,invoice',
    'held,rye.org,2027-01-01,,,,',
    'renewed,rye.org,2026-01-01,1,9.00,EUR,2026-000001',
    'due,rye.org,2027-01-01,,10.00,USD,',
  ]);
  fireEvent.change(panel.getByLabelText('Period'), { target: { value: 'lastYear' } });
  expect(await panel.findByText('Nothing bought or renewed.')).toBeTruthy();
  expect(panel.getByRole('link', { name: 'Open as PDF' }).getAttribute('href')).toContain(
    'from=2025-01-01&to=2025-12-31',
  );
});
