import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { Visit } from '@tienda/core/dns/visit';
import type { ZoneSight } from '@tienda/core/dns/sight';
import { show } from '../../../test/shop';
import { button, path, saved, serverWith, web, zone } from '../../../test/zone';
import { forgetPersonal } from '../../stored/stored';
import { PointsScreen } from './PointsScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  useLocalSearchParams: () => ({ name: 'saltwhistle.boats' }),
}));

beforeEach(() => forgetPersonal());

async function add(type: string, name: string, data: string): Promise<void> {
  fireEvent.click(await screen.findByRole('button', { name: 'Add a record' }));
  fireEvent.change(screen.getByLabelText('Type'), { target: { value: type } });
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: name } });
  fireEvent.change(screen.getByLabelText('Data'), { target: { value: data } });
  fireEvent.click(button('Put it with the others'));
}

test('a record that is changed is seen beside what it was before it is saved, and saved whole', async () => {
  const server = serverWith();
  server.instead.set(`PUT ${path}`, {
    status: 200,
    body: { ...zone, version: 4, records: [{ ...web, data: ['192.0.2.8'] }] },
  });
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'A at @: change' }));
  fireEvent.change(screen.getByLabelText('Data'), { target: { value: '192.0.2.8' } });
  fireEvent.click(button('Put it with the others'));
  expect(screen.getByText('will go')).toBeTruthy();
  expect(screen.getByText(/^1 record more, 1 record less\. Nothing else changes\..* within an hour/)).toBeTruthy();
  expect(screen.getByText('answers at 192.0.2.7')).toBeTruthy();
  fireEvent.click(button('Save'));
  expect(await screen.findByText(/^Saved as version 4/)).toBeTruthy();
  expect(saved(server)).toEqual([
    { version: 3, fromFile: false, records: [{ name: '@', type: 'A', ttl: 3600, data: '192.0.2.8' }] },
  ]);
});

test('what was changed is put back with one tap, and nothing was sent', async () => {
  const server = serverWith();
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'A at @: change' }));
  fireEvent.click(button('Take it away'));
  fireEvent.click(button('Put it back'));
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
  await add('TXT', '@', '"quay" "-proof"');
  expect(screen.getByText('quay-proof')).toBeTruthy();
  fireEvent.click(button('Undo'));
  expect(screen.queryByText('quay-proof')).toBeNull();
  expect(saved(server)).toEqual([]);
});

test('a record of a name and type is kept as long as the others there', async () => {
  serverWith();
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Add a record' }));
  fireEvent.change(screen.getByLabelText('Data'), { target: { value: '192.0.2.8' } });
  fireEvent.change(screen.getByLabelText('Kept by others for'), { target: { value: '300' } });
  fireEvent.click(button('Put it with the others'));
  expect(screen.getByText('kept for another time')).toBeTruthy();
  expect(screen.getByText(/1 record more, 1 record kept for another time\./)).toBeTruthy();
});

test('a refusal is said, and what was changed is still there to be saved again', async () => {
  const server = serverWith();
  server.instead.set(`PUT ${path}`, { status: 503, body: { type: 'about:blank', detail: 'Tienda is closing down.' } });
  show(<PointsScreen />);
  await add('A', 'www', '192.0.2.9');
  fireEvent.click(button('Save'));
  expect(await screen.findByText('Tienda is closing down.')).toBeTruthy();
  server.instead.set(`PUT ${path}`, { status: 200, body: { ...zone, version: 4 } });
  fireEvent.click(button('Save'));
  await waitFor(() => expect(saved(server)).toHaveLength(2));
  expect(await screen.findByText(/^Saved as version 4/)).toBeTruthy();
});

test('who uses other nameservers is told that nobody asks for these records', async () => {
  serverWith({ isAsked: false });
  show(<PointsScreen />);
  expect(await screen.findByText(/^This name uses other nameservers/)).toBeTruthy();
});

test('what its nameservers elsewhere answer is read into the records, and saved once it was looked through', async () => {
  const server = serverWith({ isAsked: false, records: [] });
  const records: DnsRecord[] = [{ name: '@', type: 'MX', ttl: 300, data: ['10', 'mx.lakepost.example'] }];
  const body = {
    nameserver: 'ns1.quayhost.example',
    asked: ['@', 'lake'],
    silent: ['lake'],
    records,
    unread: ['a.org NAPTR 1'],
  };
  server.instead.set(`POST ${path}/readings`, { status: 503, body: { type: 'x', detail: 'None of them answers.' } });
  show(<PointsScreen />);
  fireEvent.change(await screen.findByLabelText('Other names below it'), { target: { value: 'lake, shop2' } });
  fireEvent.click(button('Read it'));
  expect(await screen.findByText('None of them answers.')).toBeTruthy();
  server.instead.set(`POST ${path}/readings`, { status: 200, body });
  fireEvent.click(button('Try again'));
  expect(
    await screen.findByText(/^1 record read from ns1\.quayhost\.example, which was asked for 2 names/),
  ).toBeTruthy();
  expect(screen.getByText('Cannot be served here as it is: a.org NAPTR 1')).toBeTruthy();
  expect(screen.getByText(/^Not everything was answered about lake/)).toBeTruthy();
  expect(server.asked.at(-1)?.body).toEqual({ names: ['lake', 'shop2'] });
  fireEvent.click(button('Save'));
  await waitFor(() => expect(saved(server)).toHaveLength(1));
});

test('who has not confirmed the address sees why the name is out of service', async () => {
  serverWith({ isSuspended: true });
  show(<PointsScreen />);
  expect(await screen.findByText(/^Out of service: the holder’s address is not confirmed/)).toBeTruthy();
});

test('what another name has is taken over as a change that is not saved yet; a name of others is named', async () => {
  const server = serverWith();
  const other: DnsRecord = { name: 'www', type: 'CNAME', ttl: 3600, data: ['a.org'] };
  server.instead.set('GET /api/me/names/b.org/zone', { status: 404, body: { type: 'x', detail: 'no' } });
  server.instead.set('GET /api/me/names/a.org/zone', {
    status: 200,
    body: { ...zone, name: 'a.org', records: [other] },
  });
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'The same as my other name' }));
  fireEvent.change(screen.getByLabelText('Your other name'), { target: { value: 'b.org' } });
  fireEvent.click(button('Show what it changes'));
  expect(await screen.findByText('b.org is not among your names.')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Your other name'), { target: { value: 'A.org ' } });
  fireEvent.click(button('Show what it changes'));
  expect(await screen.findByText('saltwhistle.boats')).toBeTruthy();
  expect(screen.getByText(/^1 record more, 1 record less\./)).toBeTruthy();
  expect(saved(server)).toEqual([]);
});

test('where the answer to a save is lost, what is there now is asked for, and says that it was saved', async () => {
  const server = serverWith();
  server.instead.set(`PUT ${path}`, { status: 502, body: { type: 'about:blank', detail: 'No answer came.' } });
  show(<PointsScreen />);
  await add('A', 'www', '192.0.2.9');
  const there = { ...zone, version: 4, records: [web, { ...web, name: 'www', data: ['192.0.2.9'] }] };
  server.instead.set(`GET ${path}`, { status: 200, body: there });
  fireEvent.click(button('Save'));
  expect(await screen.findByText(/^Saved as version 4/)).toBeTruthy();
  expect(screen.queryByText(/^Somebody else/)).toBeNull();
  expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
});

test('who does not see the latest change yet is told with what they see, and until when at the longest', async () => {
  const server = serverWith();
  const until = '2026-11-27T14:05:00Z';
  const at = { name: '@', type: 'A' };
  const answers = ['192.0.2.6'];
  const sight: ZoneSight = {
    version: 3,
    servers: [
      { host: 'ns1.tienda.example', sight: 'silent' },
      { host: 'ns2.tienda.example', sight: 'old' },
    ],
    questions: [
      {
        ...at,
        seen: [
          { place: 0, sight: 'new', answers: ['192.0.2.7'] },
          { place: 1, sight: 'old', answers, until },
          { place: 2, sight: 'silent', answers: [] },
        ],
      },
      { ...at, type: 'AAAA', seen: [{ place: 1, sight: 'old', answers, until }] },
      { name: 'www', type: 'A', seen: [{ place: 2, sight: 'old', answers: [], until }] },
    ],
    until,
  };
  server.instead.set(`GET ${path}/sight`, { status: 200, body: sight });
  show(<PointsScreen />);
  expect(await screen.findByText('sees it')).toBeTruthy();
  expect(screen.getAllByText(/^kept until .* at the longest$/)).toHaveLength(2);
  expect(screen.getByText('@ A, AAAA: still 192.0.2.6')).toBeTruthy();
  expect(screen.getByText('www A: still nothing')).toBeTruthy();
  expect(screen.getByText('@ A: no answer just now')).toBeTruthy();
  expect(screen.getByText('ns1.tienda.example gave no answer just now.')).toBeTruthy();
  expect(screen.getByText('ns2.tienda.example does not answer the latest state yet.')).toBeTruthy();
  expect(screen.getByText(/^Seen everywhere by .* at the latest/)).toBeTruthy();
});

describe('sending visitors on', () => {
  async function opened(): Promise<void> {
    fireEvent.click(await screen.findByRole('button', { name: 'Forward it' }));
  }

  test('takes the place of what led them elsewhere, for the name and www, as it was said', async () => {
    const server = serverWith();
    show(<PointsScreen />);
    await opened();
    fireEvent.change(screen.getByLabelText('Where visitors are sent'), {
      target: { value: 'sites.quayhost.example/salt' },
    });
    fireEvent.click(screen.getByRole('radio', { name: /^Masked/ }));
    fireEvent.change(screen.getByLabelText('Title of the page'), { target: { value: 'Salt "n" Whistle' } });
    fireEvent.click(screen.getByRole('switch', { name: /^Keep the path/ }));
    fireEvent.click(button('Show what it changes'));
    expect(await screen.findAllByText('https://sites.quayhost.example/salt · masked')).toHaveLength(2);
    expect(screen.getByText('will go')).toBeTruthy();
    fireEvent.click(button('Save'));
    await waitFor(() => expect(saved(server)).toHaveLength(1));
    const data = '"https://sites.quayhost.example/salt" masked nothing "Salt \\"n\\" Whistle" ""';
    expect(saved(server)).toEqual([
      {
        version: 3,
        fromFile: false,
        records: ['@', 'www'].map((name) => ({ name, type: 'FORWARD', ttl: 3600, data })),
      },
    ]);
  });

  test('keeps what was typed where the address does not do, and says what to do about it', async () => {
    serverWith();
    show(<PointsScreen />);
    await opened();
    fireEvent.click(button('Show what it changes'));
    expect(await screen.findByText(/^Something is missing/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Where visitors are sent'), { target: { value: 'http://10.0.0.1/' } });
    fireEvent.click(button('Show what it changes'));
    expect(await screen.findByText(/reached from some networks alone/)).toBeTruthy();
    expect(screen.getByLabelText('Where visitors are sent')).toMatchObject({ value: 'http://10.0.0.1/' });
  });

  test('is tried, and told in a sentence with each step', async () => {
    const data = ['https://sites.quayhost.example/', 'permanent', 'path', '', ''];
    const server = serverWith({
      records: [{ name: '@', type: 'FORWARD', ttl: 3600, data }],
      certificates: [
        { host: 'saltwhistle.boats', goodUntil: '2027-02-22T10:00:00Z' },
        { host: 'www.saltwhistle.boats', problem: 'no answer' },
      ],
    });
    const visit: Visit = {
      outcome: 'failed',
      hops: [
        { url: 'http://saltwhistle.boats/', address: '127.0.0.1', status: 301, ms: 4 },
        { url: 'https://sites.quayhost.example/', address: '192.0.2.80', status: 404, ms: 9 },
      ],
    };
    server.instead.set(`GET ${path}/visits/%40`, { status: 200, body: [visit] });
    show(<PointsScreen />);
    expect(await screen.findByText('visitors are sent on to https://sites.quayhost.example/')).toBeTruthy();
    expect(
      screen.getByText(/^saltwhistle\.boats: certificate until .*2027.*www\.saltwhistle\.boats: no certificate yet/),
    ).toBeTruthy();
    fireEvent.click(button('Test it'));
    expect(
      await screen.findByText(
        /^Over HTTP: https:\/\/sites\.quayhost\.example\/ answers with 404\. Is the address right\?$/,
      ),
    ).toBeTruthy();
    expect(screen.getByText('127.0.0.1 · answered 301 after 4 ms')).toBeTruthy();
    fireEvent.click(button('FORWARD at @: change'));
    fireEvent.change(screen.getByLabelText('Where visitors are sent'), { target: { value: 'old.quayhost.example' } });
    fireEvent.click(button('Show what it changes'));
    expect(await screen.findByText('https://old.quayhost.example/ · for good · path kept')).toBeTruthy();
  });
});

test('a page of one’s own words takes the place of what led visitors elsewhere, and is changed like any record', async () => {
  const server = serverWith();
  show(<PointsScreen />);
  fireEvent.click(await screen.findByRole('button', { name: 'Put up a page' }));
  fireEvent.change(screen.getByLabelText('Heading'), { target: { value: 'Salt "n" Whistle' } });
  fireEvent.change(screen.getByLabelText('Text'), { target: { value: 'We open in May.\n\nSee you.' } });
  fireEvent.click(button('Show what it changes'));
  expect(await screen.findAllByText(/^Salt "n" Whistle · We open in May\./)).toHaveLength(2);
  expect(screen.getByText('will go')).toBeTruthy();
  fireEvent.click(button('PAGE at @: change'));
  fireEvent.change(screen.getByLabelText('Text'), { target: { value: '' } });
  fireEvent.click(button('Show what it changes'));
  expect(await screen.findByText('Salt "n" Whistle')).toBeTruthy();
  fireEvent.click(button('Save'));
  await waitFor(() => expect(saved(server)).toHaveLength(1));
  expect((saved(server)[0] as { records: { name: string; data: string }[] }).records).toMatchObject([
    { name: 'www', data: '"Salt \\"n\\" Whistle" "We open in May.\\010\\010See you."' },
    { name: '@', data: '"Salt \\"n\\" Whistle" ""' },
  ]);
});

describe('signatures', () => {
  test.each([
    [undefined, /^Not signed\./, ['Sign it']],
    [
      { at: 'spreading', keyTag: 7, isRollover: false, until: '2026-11-27T14:05:00Z' },
      /^Signed with key 7\. The registry vouches/,
      ['Switch it off'],
    ],
    [{ at: 'spreading', keyTag: 8, isRollover: true, until: '2026-11-27T14:05:00Z' }, /key 8 and the one before/, []],
    [{ at: 'asking', keyTag: 7, isRollover: false }, /being told/, []],
    [{ at: 'refused', keyTag: 7, isRollover: false }, /did not take it/, ['Ask again', 'Switch it off']],
    [{ at: 'refused', isRollover: false }, /did not take it/, ['Ask again']],
    [
      { at: 'fading', keyTag: 8, isRollover: true, until: '2026-11-27T14:05:00Z' },
      /^The registry vouches for key 8/,
      [],
    ],
    [{ at: 'fading', isRollover: false, until: '2026-11-27T14:05:00Z' }, /vouches for no key any more/, []],
    [
      { at: 'on', keyTag: 7, isRollover: false },
      /^Signed with key 7, and the registry/,
      ['Change the key', 'Switch it off'],
    ],
  ] as const)('%j', async (signing, text, wishes) => {
    serverWith(signing ? { signing } : {});
    show(<PointsScreen />);
    expect(await screen.findByText(text)).toBeTruthy();
    const all = ['Sign it', 'Change the key', 'Switch it off', 'Ask again'];
    const shown = all.filter((name) => screen.queryByRole('button', { name }));
    expect(shown.toSorted()).toEqual([...wishes].toSorted());
  });

  test('are switched on with one tap, and what came of it is shown', async () => {
    const server = serverWith();
    const signing = { at: 'spreading', keyTag: 7, isRollover: false, until: '2026-11-27T14:05:00Z' };
    server.instead.set(`PUT ${path}/signing`, { status: 200, body: { ...zone, signing } });
    show(<PointsScreen />);
    fireEvent.click(await screen.findByRole('button', { name: 'Sign it' }));
    expect(await screen.findByText(/^Signed with key 7\./)).toBeTruthy();
    expect(saved(server)).toEqual([{ wanted: 'on' }]);
  });
});
