import { fireEvent, screen } from '@testing-library/react';
import { FakeServer, show } from '../../../test/shop';
import { Calendar } from './Calendar';

test('the address of the calendar is shown, and another is made where it got known', async () => {
  const server = new FakeServer();
  server.account = { email: 'maren@saltwhistle.example' };
  server.instead.set('GET /api/me/calendar', { status: 200, body: { url: 'https://tienda.example/one.ics' } });
  server.instead.set('POST /api/me/calendar', { status: 200, body: { url: 'https://tienda.example/two.ics' } });
  show(<Calendar />);
  expect(await screen.findByText('https://tienda.example/one.ics')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Make another address' }));
  expect(await screen.findByText('https://tienda.example/two.ics')).toBeTruthy();
  expect(screen.queryByText('https://tienda.example/one.ics')).toBeNull();
});
