import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { ChangedZones } from '@tienda/core/dns/zoneWish';
import { boats, serverWithNames } from '../../../test/heldNames';
import { show } from '../../../test/shop';
import { chosenNames } from '../../shop/held/chosenNames';
import { forgetPersonal } from '../../stored/stored';
import { ManyPointsScreen } from './ManyPointsScreen';

jest.mock('expo-router', () => ({
  Link: ({ children }: { children: unknown }) => children,
  router: { navigate: () => undefined },
  useLocalSearchParams: () => ({}),
}));

beforeEach(() => forgetPersonal());

const names = ['saltwhistle.boats', 'saltwhistle.sail', 'quayquill.studio', 'a.org'];
const changes = 'POST /api/me/zone-changes';

function open(answer: ChangedZones) {
  const server = serverWithNames(boats);
  server.instead.set(changes, { status: 200, body: answer });
  chosenNames.set({ names, elsewhere: 1 });
  show(<ManyPointsScreen />);
  return server;
}

const click = (name: string) => fireEvent.click(screen.getByRole('button', { name }));
const posted = (server: ReturnType<typeof open>) =>
  server.asked.filter(({ method }) => method === 'POST').map(({ body }) => body);

test('without names somebody is led to choose some', async () => {
  serverWithNames(boats);
  show(<ManyPointsScreen />);
  expect(await screen.findByText('Choose names in the list first, then Records.')).toBeTruthy();
});

test('what it comes to is found out, then done, then taken back; names that cannot are told with why', async () => {
  const changed = names.slice(0, 2).map((name) => ({ name, version: 3, added: 2, removed: 1 }));
  const cannot = [
    { name: 'quayquill.studio', code: 'aliasBesideOthers', about: 'www CNAME', other: 'www A' },
    { name: 'a.org', code: 'ipv4', about: '192', other: '' },
  ];
  const server = open({ changed, same: [], cannot });
  expect(await screen.findByText(/^saltwhistle\.boats, saltwhistle\.sail, quayquill\.studio and 1 more/)).toBeTruthy();
  expect(screen.getByText(/^1 of them uses other nameservers/)).toBeTruthy();
  click('Forward it');
  expect(screen.getByRole('option', { name: 'each name, and www below it' })).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Where visitors are sent'), { target: { value: 'sites.quayhost.example' } });
  click('Show what it changes');
  expect(await screen.findByText('2 names will change.')).toBeTruthy();
  expect(screen.getByText('saltwhistle.boats: 2 records more, 1 less')).toBeTruthy();
  expect(screen.getByText(/^quayquill\.studio: www CNAME stands alone at its name/)).toBeTruthy();
  expect(screen.getByText(/^a\.org: “192” is not an IPv4 address/)).toBeTruthy();
  click('Save for 2 names');
  expect(await screen.findByText('2 names answer so from now on.')).toBeTruthy();
  const records = ['@', 'www'].map((name) => ({
    name,
    type: 'FORWARD',
    ttl: 3600,
    data: '"https://sites.quayhost.example/" permanent path "" ""',
  }));
  expect(posted(server)).toEqual([true, false].map((preview) => ({ names, kind: 'forward', records, preview })));
  server.instead.set(`${changes}/back`, {
    status: 200,
    body: {
      changed: changed.slice(1),
      same: [],
      cannot: [{ name: 'saltwhistle.boats', code: 'meanwhile', about: '', other: '' }],
    },
  });
  click('Take it back');
  expect(await screen.findByText('1 name is as it was.')).toBeTruthy();
  expect(screen.getByText(/^saltwhistle\.boats: somebody else changed it meanwhile/)).toBeTruthy();
  expect(posted(server).at(-1)).toEqual({ versions: changed.map(({ name, version }) => ({ name, version })) });
  click('Change something else');
  expect(screen.getByRole('button', { name: 'Forward it' })).toBeTruthy();
});

test('a recipe, mail and a record are sent as they were answered; a failed answer leaves what was chosen', async () => {
  const server = open({
    changed: [{ name: 'a.org', version: 1, added: 1, removed: 0 }],
    same: names.slice(1),
    cannot: [],
  });
  fireEvent.click(await screen.findByRole('button', { name: 'A host gave me an address' }));
  fireEvent.change(screen.getByLabelText('IPv4 address'), { target: { value: '192.0.2.7' } });
  click('Show what it changes');
  expect(await screen.findByText('1 name will change. 3 are so already.')).toBeTruthy();
  click('Leave it');
  click('Add a record');
  fireEvent.change(screen.getByLabelText('Data'), { target: { value: '192.0.2.8' } });
  click('Put it with the others');
  expect(await screen.findByText('1 name will change. 3 are so already.')).toBeTruthy();
  server.instead.set(changes, { status: 503, body: { type: '/problems/x', title: 'away', detail: 'Try again.' } });
  click('Save for 1 name');
  await waitFor(() => expect(screen.getByText(/Try again\./)).toBeTruthy());
  server.instead.set(changes, { status: 200, body: { changed: [], same: [], cannot: [] } });
  click('Save for 1 name');
  expect(await screen.findByText('0 names answer so from now on.')).toBeTruthy();
  expect(posted(server)).toMatchObject([
    { kind: 'recipe', recipe: 'webAddress', answers: [{ field: 'ipv4', answer: '192.0.2.7' }], preview: true },
    { kind: 'add', records: [{ name: '@', type: 'A', data: '192.0.2.8' }], preview: true },
    { kind: 'add', preview: false },
    { kind: 'add', preview: false },
  ]);
});

test('what fails before anything is known is asked for again, and nothing has to be typed again', async () => {
  const server = open({ changed: [{ name: 'a.org', version: 1, added: 2, removed: 0 }], same: [], cannot: [] });
  const well = server.instead.get(changes);
  server.instead.set(changes, { status: 503, body: { type: '/problems/x', title: 'away', detail: 'Not just now.' } });
  fireEvent.click(await screen.findByRole('button', { name: 'No mail at all' }));
  click('Show what it changes');
  expect(await screen.findByText('Not just now.')).toBeTruthy();
  if (well) server.instead.set(changes, well);
  click('Try again');
  expect(await screen.findByText('1 name will change.')).toBeTruthy();
});

test('of zone files the one that fails is told, and the others are saved and can be taken back', async () => {
  const server = open({ changed: [], same: [], cannot: [] });
  for (const [at, name] of names.entries()) {
    const zone = { name, version: at, serial: 1, records: [], isAsked: true };
    server.instead.set(`GET /api/me/names/${name}/zone`, { status: 200, body: zone });
    server.instead.set(`PUT /api/me/names/${name}/zone`, { status: 200, body: { ...zone, version: at + 1 } });
  }
  const body = { type: '/problems/x', title: 'away', detail: 'It failed here.' };
  server.instead.set('PUT /api/me/names/a.org/zone', { status: 500, body });
  const files = ['a.org', 'saltwhistle.sail'].map((name) =>
    Object.assign(new File([], `${name}.zone`), { text: () => Promise.resolve('@ A 192.0.2.7') }),
  );
  fireEvent.change(await screen.findByLabelText('Read zone files', { selector: 'input' }), { target: { files } });
  expect(await screen.findByText('2 names will change.')).toBeTruthy();
  click('Save for 2 names');
  expect(await screen.findByText('1 name answers so from now on.')).toBeTruthy();
  expect(screen.getByText('a.org: it stays as it is. It failed here.')).toBeTruthy();
  click('Take it back');
  await waitFor(() => expect(posted(server).at(-1)).toEqual({ versions: [{ name: 'saltwhistle.sail', version: 2 }] }));
});
