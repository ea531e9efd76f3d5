import { marenContact, orderNames, readyToOrder, untilEnded } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(25);
});
afterAll(() => server.end());

async function holder() {
  const { visitor } = await server.member();
  const names = ['quay', 'quill', 'reed'].map((start) => `${unique(start)}.org`);
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name) => ({ name })),
      )
    ).id,
  );
  return { visitor, names };
}

const words = { title: 'Heron Bakery', note: 'pays in spring' };
const titles = (groups: { title: string; names: number }[]) => groups.map(({ title, names }) => [title, names]);
const listed = async (visitor: Awaited<ReturnType<typeof holder>>['visitor'], query: string): Promise<string[]> => {
  const names: { name: string }[] = await visitor.expect(200, 'GET', `/api/me/names?sort=name&${query}`);
  return names.map(({ name }) => name);
};

test('names are put in groups, found by them, moved between them, and stay when a group goes; the log says so', async () => {
  const { visitor, names } = await holder();
  const bakery = await visitor.expect(201, 'POST', '/api/me/groups', words);
  const ferry = await visitor.expect(201, 'POST', '/api/me/groups', { title: 'alder Ferry', note: '' });
  const change = (some: string[], groupId: string | null) =>
    visitor.expect(200, 'POST', '/api/me/name-changes', { names: some, groupId });
  expect(await change(names, bakery.id)).toEqual({ changed: [...names].sort(), asked: [], cannot: [] });
  expect((await change(names, bakery.id)).changed).toEqual([]);
  const [first = '', ...others] = [...names].sort();
  await visitor.expect(200, 'PATCH', `/api/me/names/${first}`, { groupId: ferry.id });
  expect(titles(await visitor.expect(200, 'GET', '/api/me/groups'))).toEqual([
    ['alder Ferry', 1],
    ['Heron Bakery', 2],
  ]);
  expect(await listed(visitor, `group=${bakery.id}`)).toEqual(others);
  expect(await listed(visitor, 'group=none')).toEqual([]);
  const [latest] = await visitor.expect(200, 'GET', `/api/me/names/${first}/log`);
  expect(latest).toMatchObject({ who: 'owner', what: { type: 'grouped', title: 'alder Ferry' } });
  const renamed = { title: 'Heron & Sons', note: '' };
  expect(await visitor.expect(200, 'PUT', `/api/me/groups/${bakery.id}`, renamed)).toMatchObject(renamed);
  await visitor.expect(204, 'DELETE', `/api/me/groups/${bakery.id}`);
  expect(await listed(visitor, 'group=none')).toEqual(others);
  await change([first], null);
  expect(await listed(visitor, 'group=none')).toEqual([...names].sort());
});

test('names registered for a group are put in it, and held by whom it says; the order is billed to whoever placed it', async () => {
  const { visitor } = await holder();
  const [me] = await visitor.expect(200, 'GET', '/api/me/contacts');
  const heron = { ...marenContact, name: 'Hanna Heron', organisation: 'Heron Bakery', email: 'hanna@heron.example' };
  const client = await visitor.expect(201, 'POST', '/api/me/contacts', heron);
  const strange = { ...words, contacts: { registrant: '00000000-0000-4000-8000-000000000000' } };
  const refused = await visitor.send('POST', '/api/me/groups', strange);
  expect([refused.status, refused.body.errors[0].pointer]).toEqual([422, '/contacts/registrant']);
  const contacts = { registrant: client.id };
  const group = await visitor.expect(201, 'POST', '/api/me/groups', { ...words, contacts });
  expect(group).toMatchObject({ contacts, names: 0 });
  const name = `${unique('bakery')}.org`;
  const { quote, order } = await readyToOrder(visitor, [{ name }]);
  const wanted = { ...order, contactId: me.id, contacts: [{ name, ...contacts }], groupId: group.id };
  const placed = await visitor.expect(201, 'POST', '/api/me/orders', wanted, { 'Idempotency-Key': quote.id });
  await untilEnded(visitor, placed.id);
  expect(await listed(visitor, `group=${group.id}`)).toEqual([name]);
  const held = await visitor.expect(200, 'GET', `/api/me/names/${name}`);
  expect(held.contacts).toEqual({ registrant: client.id, admin: me.id, tech: me.id, billing: me.id });
  const stranger = await holder();
  const theirs = await readyToOrder(stranger.visitor, [{ name: `${unique('bakery')}.org` }]);
  const stolen = { ...theirs.order, groupId: group.id };
  expect((await stranger.visitor.send('POST', '/api/me/orders', stolen, { 'Idempotency-Key': 'one' })).status).toBe(
    404,
  );
});

test('a title is there once, and says so at its field; nothing of another account is found', async () => {
  const { visitor, names } = await holder();
  const { id } = await visitor.expect(201, 'POST', '/api/me/groups', words);
  const twice = await visitor.send('POST', '/api/me/groups', { title: '  heron  BAKERY ', note: '' });
  expect([twice.status, twice.body.errors]).toMatchObject([422, [{ pointer: '/title', code: 'titleTaken' }]]);
  const other = await visitor.expect(201, 'POST', '/api/me/groups', { title: 'Reed Inn', note: '' });
  expect((await visitor.send('PUT', `/api/me/groups/${other.id}`, words)).body.errors[0].code).toBe('titleTaken');
  expect((await visitor.send('POST', '/api/me/groups', { title: '   ', note: '' })).status).toBe(422);
  const stranger = await holder();
  for (const [method, path, body] of [
    ['PUT', `/api/me/groups/${id}`, words],
    ['DELETE', `/api/me/groups/${id}`, undefined],
    ['PATCH', `/api/me/names/${stranger.names[0] ?? ''}`, { groupId: id }],
    ['POST', '/api/me/name-changes', { names: stranger.names, groupId: id }],
  ] as const)
    expect([path, (await stranger.visitor.send(method, path, body)).status]).toEqual([path, 404]);
  expect(await listed(stranger.visitor, `group=${id}`)).toEqual([]);
  // Whose group it is, names of others stay where they are.
  const { changed } = await visitor.expect(200, 'POST', '/api/me/name-changes', {
    names: [...stranger.names, ...names],
    groupId: id,
  });
  expect(changed).toEqual([...names].sort());
  expect((await visitor.send('GET', '/api/me/names?group=all')).body.errors[0].pointer).toBe('/group');
});

test('names whose holder has not confirmed the address are counted and found', async () => {
  const { visitor, names } = await holder();
  const counts = () => visitor.expect(200, 'GET', '/api/me/name-counts');
  expect(await counts()).toMatchObject({ all: 3, unconfirmed: 3, within90: 0, restorable: 0 });
  expect(await listed(visitor, 'unconfirmed=1')).toEqual([...names].sort());
  expect(await listed(visitor, 'unconfirmed=0')).toEqual([]);
});
