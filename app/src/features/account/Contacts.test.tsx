import { fireEvent, screen, waitFor } from '@testing-library/react';
import { FakeServer, newQueries, show } from '../../../test/shop';
import { Contacts } from './Contacts';

const maren = {
  id: 'c1',
  name: 'Maren Solvik',
  organisation: '',
  street: '4 Slip Lane',
  city: 'Ullvik',
  country: 'IE',
};

function open(): FakeServer {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/contacts', {
    status: 200,
    body: [maren, { ...maren, id: 'c2', name: 'Ilse Tamboura' }],
  });
  show(<Contacts />);
  return server;
}

test('a contact is forgotten, and the others stay', async () => {
  const server = open();
  server.instead.set('DELETE /api/me/contacts/c2', { status: 204, body: {} });
  fireEvent.click(await screen.findByRole('button', { name: 'Remove it: Ilse Tamboura' }));
  server.instead.set('GET /api/me/contacts', { status: 200, body: [maren] });
  await waitFor(() => expect(screen.queryByText('Ilse Tamboura')).toBeNull());
  screen.getByText('Maren Solvik');
  expect(server.asked).toContainEqual({ method: 'DELETE', path: '/api/me/contacts/c2', body: undefined });
});

test('what cannot be forgotten says so and stays', async () => {
  const server = open();
  server.instead.set('DELETE /api/me/contacts/c1', { status: 503, body: { detail: 'Not just now.' } });
  fireEvent.click(await screen.findByRole('button', { name: 'Remove it: Maren Solvik' }));
  await screen.findByText('Not just now.');
  screen.getByText('Maren Solvik');
});

test('one that was kept elsewhere meanwhile is there as soon as contacts are shown again', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/contacts', { status: 200, body: [maren] });
  const queries = newQueries();
  // As the app has it: what was asked for a moment ago is not asked for again.
  queries.setDefaultOptions({ queries: { retry: false, staleTime: 5000 } });
  const before = show(<Contacts />, queries);
  await screen.findByText('Maren Solvik');
  before.unmount();
  server.instead.set('GET /api/me/contacts', { status: 200, body: [{ ...maren, id: 'c2', name: 'Ilse Quay' }, maren] });
  show(<Contacts />, queries);
  await screen.findByText('Ilse Quay');
});
