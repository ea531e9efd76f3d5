import { fireEvent, screen } from '@testing-library/react';
import { boats, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { NameScreen } from './NameScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
  router: { navigate: () => undefined },
}));

test('nameservers typed wrong are told by line and stay typed; what is set is sent as it was read', async () => {
  const server = serverWithNames(boats);
  const records = [...['FORWARD', 'MAIL', 'MAIL', 'MX'].map((type) => ({ name: '@', type, ttl: 60, data: [] }))];
  server.instead.set('GET /api/me/names/saltwhistle.boats/zone', {
    status: 200,
    body: { name: 'saltwhistle.boats', version: 1, serial: 1, records, isAsked: true },
  });
  show(<NameScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Change' }));
  fireEvent.click(screen.getByRole('radio', { name: /^Other nameservers/ }));
  const hosts = screen.getByLabelText('Nameservers, one a line');
  fireEvent.change(hosts, { target: { value: 'NS1.Saltwhistle.Boats' } });
  fireEvent.click(screen.getByRole('button', { name: 'Set them' }));
  expect(await screen.findByText(/^Line 1: ns1\.saltwhistle\.boats is below the name itself/)).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: /^None/ }));
  expect(await screen.findByText(/Web and mail at this name stop working/)).toBeTruthy();
  expect(
    screen.getByText(/: a forward of visitors, 2 forwards of mail,? and 1 other record\. It is kept here/),
  ).toBeTruthy();
  fireEvent.click(screen.getByRole('radio', { name: /^Other nameservers/ }));
  expect(screen.getByLabelText<HTMLTextAreaElement>('Nameservers, one a line').value).toBe('NS1.Saltwhistle.Boats');
  fireEvent.change(screen.getByLabelText('Nameservers, one a line'), {
    target: { value: 'NS1.Saltwhistle.Boats 192.0.2.7\nns1.quayhost.example' },
  });
  const delegation = {
    nameservers: ['ns1.saltwhistle.boats', 'ns1.quayhost.example'],
    hosts: [{ host: 'ns1.saltwhistle.boats', addresses: ['192.0.2.7'] }],
    ds: [],
  };
  server.instead.set('PATCH /api/me/names/saltwhistle.boats?currency=USD', {
    status: 200,
    body: { ...boats, delegation },
  });
  const looks = (second: string) =>
    server.instead.set('POST /api/me/names/saltwhistle.boats/nameserver-looks', {
      status: 200,
      body: [
        { host: 'ns1.saltwhistle.boats', finding: 'answers' },
        { host: 'ns1.quayhost.example', finding: second },
      ],
    });
  const asked = () => server.asked.filter(({ method }) => method === 'PATCH').length;
  looks('others');
  fireEvent.click(screen.getByRole('button', { name: 'Set them' }));
  expect(
    await screen.findByText(/^ns1\.quayhost\.example does not answer for this name\..* stops working/),
  ).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Set them all the same' })).toBeTruthy();
  expect(asked()).toBe(0);
  looks('answers');
  fireEvent.click(screen.getByRole('button', { name: 'Set them' }));
  expect(await screen.findByText('ns1.saltwhistle.boats, ns1.quayhost.example')).toBeTruthy();
  expect(server.asked.find(({ method }) => method === 'PATCH')?.body).toEqual({ delegation });
});
