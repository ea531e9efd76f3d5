import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { ShownMail } from '@tienda/core/dns/shownMail';
import { FakeServer, show } from '../../../test/shop';
import { button, path, saved, serverWith } from '../../../test/zone';
import { forgetPersonal } from '../../stored/stored';
import { MailTargetScreen } from './MailTargetScreen';
import { PointsScreen } from './PointsScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats', token: 'abc' }),
}));

beforeEach(() => forgetPersonal());

const mx: DnsRecord = { name: '@', type: 'MX', ttl: 3600, data: ['10', 'mx.tienda.example'] };
const spf: DnsRecord = { name: '@', type: 'TXT', ttl: 3600, data: ['v=spf1 include:_spf.tienda.example ~all'] };
const mail = (local: string, to: string): DnsRecord => ({ name: '@', type: 'MAIL', ttl: 3600, data: [local, to] });

test('forwarding of mail is set up with its mail server and who may send for it, in the place of where mail went', async () => {
  const server = serverWith({ records: [{ ...mx, data: ['10', 'mx.lakepost.example'] }] });
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Forward mail' }));
  expect(screen.getByText('Mail goes to mx.lakepost.example now. It will come here instead.')).toBeTruthy();
  const use = () => fireEvent.click(button('Show what it changes'));
  use();
  expect(await screen.findByText(/^Something is missing/)).toBeTruthy();
  const address = screen.getByLabelText('Address');
  const to = screen.getByLabelText('Where its mail goes');
  fireEvent.change(address, { target: { value: 'or ders' } });
  fireEvent.change(to, { target: { value: 'pia@inkandtide.example,\nmaren' } });
  use();
  expect(await screen.findByText(/cannot stand before the @ here/)).toBeTruthy();
  fireEvent.change(address, { target: { value: 'Orders@saltwhistle.boats' } });
  use();
  expect(await screen.findByText(/^“maren” is not a mail address/)).toBeTruthy();
  fireEvent.change(to, { target: { value: 'pia@inkandtide.example maren@saltwhistle.example' } });
  use();
  expect(await screen.findByText('orders → pia@inkandtide.example')).toBeTruthy();
  fireEvent.click(button('Forward mail'));
  fireEvent.click(screen.getByRole('switch', { name: /^All other addresses/ }));
  fireEvent.change(screen.getByLabelText('Where its mail goes'), { target: { value: 'pia@inkandtide.example' } });
  use();
  expect(await screen.findByText('all others → pia@inkandtide.example')).toBeTruthy();
  fireEvent.click(button('Save'));
  await waitFor(() => expect(saved(server)).toHaveLength(1));
  const said = (saved(server)[0] as { records: { type: string; data: string }[] }).records;
  expect(said.map(({ type, data }) => `${type} ${data}`).toSorted()).toEqual([
    'MAIL * pia@inkandtide.example',
    'MAIL orders maren@saltwhistle.example',
    'MAIL orders pia@inkandtide.example',
    'MX 10 mx.tienda.example.',
    'TXT "v=spf1 include:_spf.tienda.example ~all"',
  ]);
});

test('forwarding of mail says who agreed and what became of the latest, asks again, and is tried', async () => {
  const server = serverWith({
    records: [mx, spf, mail('orders', 'pia@inkandtide.example'), mail('*', 'ilse@quayquill.example')],
  });
  const came = { id: 4, address: 'orders@saltwhistle.boats', sender: '', target: 'pia@inkandtide.example' };
  const at = '2026-11-27T10:00:00Z';
  const shown: ShownMail = {
    targets: [
      { address: 'pia@inkandtide.example', answer: 'agreed' },
      { address: 'ilse@quayquill.example', answer: 'asked' },
    ],
    recent: [
      { ...came, acceptedAt: at, state: 'waiting', nextAt: at, answer: '452 4.2.2 full' },
      { ...came, id: 3, acceptedAt: at, state: 'refused', answer: '550 5.1.1 nobody' },
      { ...came, id: 2, acceptedAt: at, state: 'delivered' },
      { ...came, id: 1, acceptedAt: at, state: 'givenUp', answer: '4.4.1 silent' },
    ],
  };
  server.instead.set(`GET ${path}/mail`, { status: 200, body: shown });
  server.instead.set(`POST ${path}/mail/targets`, { status: 202, body: {} });
  show(<PointsScreen />);
  expect(await screen.findByText('forwarded here: orders, all others')).toBeTruthy();
  expect(await screen.findByText('has not agreed yet, so nothing goes there')).toBeTruthy();
  fireEvent.click(button('Ask again'));
  expect(await screen.findByText('The mail is on its way.')).toBeTruthy();
  expect(screen.getByText(/^Not taken for now, tried again at .*: “452 4\.2\.2 full”$/)).toBeTruthy();
  expect(screen.queryByText(/4\.4\.1 silent/)).toBeNull();
  fireEvent.click(button('1 more'));
  expect(screen.getByText(/4\.4\.1 silent/)).toBeTruthy();
  const [test = document.body] = screen.getAllByRole('button', { name: 'Send me a test' });
  for (const [trial, text] of [
    [{ outcome: 'notHere', server: 'mx.lakepost.example' }, /^Others still bring its mail to mx\.lakepost/],
    [{ outcome: 'refused', server: 'mx.tienda.example', answer: '450 no' }, /did not take the test: “450 no”$/],
    [{ outcome: 'accepted', server: 'mx.tienda.example' }, /^mx\.tienda\.example took the test in/],
  ] as const) {
    server.instead.set(`POST ${path}/mail/trials`, {
      status: 200,
      body: { address: 'orders@saltwhistle.boats', ...trial },
    });
    fireEvent.click(test);
    expect(await screen.findByText(text)).toBeTruthy();
  }
  // What came before the test is not what became of it.
  expect(screen.getAllByText(/^orders@saltwhistle\.boats → /)).toHaveLength(shown.recent.length);
});

test('mail that does not come here is told, and brought here with one tap', async () => {
  const server = serverWith({ records: [mail('orders', 'pia@inkandtide.example')] });
  server.instead.set(`GET ${path}/mail`, { status: 200, body: { targets: [], recent: [] } });
  show(<PointsScreen />);
  expect(await screen.findByText(/nothing of it arrives/)).toBeTruthy();
  fireEvent.click(button('Bring it here'));
  expect(await screen.findByText('10 mx.tienda.example')).toBeTruthy();
  expect(screen.queryByText(/nothing of it arrives/)).toBeNull();
});

test('forwarded mail is agreed to by a tap, and ended by one, by whoever reads the address', async () => {
  const server = new FakeServer();
  const address = 'pia@inkandtide.example';
  server.instead.set('POST /api/mail-targets/look', { status: 200, body: { address, answer: 'asked' } });
  server.instead.set('POST /api/mail-targets/answer', { status: 200, body: { address, answer: 'agreed' } });
  show(<MailTargetScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'I want this mail' }));
  expect(await screen.findByText(/^Mail is forwarded to pia@/)).toBeTruthy();
  server.instead.set('POST /api/mail-targets/answer', { status: 200, body: { address, answer: 'declined' } });
  fireEvent.click(button('End it'));
  expect(await screen.findByText('Nothing is forwarded to pia@inkandtide.example.')).toBeTruthy();
  expect(button('I want this mail')).toBeTruthy();
});
