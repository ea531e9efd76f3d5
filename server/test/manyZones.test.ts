import { orderNames, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ServerProcess, unique } from './serverProcess';

/** Records of many names, changed alike. */
let server: ServerProcess;
let visitor: Visitor;
let names: string[];

beforeAll(async () => {
  server = await ServerProcess.start(35);
  ({ visitor } = await server.member());
  names = Array.from({ length: 4 }, () => `${unique('slip')}.org`);
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name) => ({ name })),
      )
    ).id,
  );
});
afterAll(() => server.end());

const change = (wish: object) => visitor.expect(200, 'POST', '/api/me/zone-changes', { names, ...wish });
const recordsOf = async (name = '') =>
  (await visitor.expect(200, 'GET', `/api/me/names/${name}/zone`)).records.map(
    ({ name: at, type, data }: { name: string; type: string; data: string[] }) => `${at} ${type} ${data.join(' ')}`,
  );
const inOrder = (changed: readonly { readonly name: string }[]) =>
  names.filter((name) => changed.some((one) => one.name === name));

test('many names are sent on alike: found out first, done, told where not, and taken back', async () => {
  const [first = '', second = '', third = '', fourth = ''] = names;
  const put = (name: string, ...records: object[]) =>
    visitor.expect(200, 'PUT', `/api/me/names/${name}/zone`, { version: 0, records });
  await put(
    second,
    { name: '@', type: 'A', ttl: 60, data: '192.0.2.7' },
    { name: 'x', type: 'TXT', ttl: 60, data: 'x' },
  );
  await put(fourth, { name: 'www', type: 'NS', ttl: 60, data: 'ns1.quayhost.example' });
  const to = 'https://sites.quayhost.example/ permanent path';
  const wish = {
    kind: 'forward',
    records: ['@', 'www'].map((name) => ({ name, type: 'FORWARD', ttl: 3600, data: to })),
  };
  const preview = await change({ ...wish, preview: true });
  expect(inOrder(preview.changed)).toEqual([first, second, third]);
  expect(preview).toMatchObject({
    same: [],
    cannot: [{ name: fourth, code: 'belowHandedOn', about: 'www FORWARD', other: 'www NS' }],
  });
  expect(preview.changed.find(({ name }: { name: string }) => name === second)).toMatchObject({ added: 2, removed: 1 });
  expect(await recordsOf(first)).toEqual([]);
  const done = await change(wish);
  expect(inOrder(done.changed)).toEqual([first, second, third]);
  const shown = 'FORWARD https://sites.quayhost.example/ permanent path  ';
  expect(await recordsOf(second)).toEqual(['x TXT x', `@ ${shown}`, `www ${shown}`]);
  expect(await change(wish)).toMatchObject({ changed: [], same: expect.arrayContaining([first, second, third]) });
  // One was changed since: it stays, the others are as they were.
  await visitor.expect(200, 'PUT', `/api/me/names/${first}/zone`, { version: 1, records: [] });
  const back = await visitor.expect(200, 'POST', '/api/me/zone-changes/back', {
    versions: done.changed.map(({ name, version }: { name: string; version: number }) => ({ name, version })),
  });
  expect(back.cannot).toEqual([{ name: first, code: 'meanwhile', about: '', other: '' }]);
  expect(await recordsOf(second)).toEqual(['@ A 192.0.2.7', 'x TXT x']);
  expect(await recordsOf(third)).toEqual([]);
  const log = await visitor.expect(200, 'GET', `/api/me/names/${second}/log`);
  expect(log.filter(({ what }: { what: { type: string } }) => what.type === 'records')).toHaveLength(3);
});

test('a recipe, mail, and what another name has, below each name itself; names of others are passed over', async () => {
  const [first = '', second = '', third = ''] = names;
  const { visitor: other } = await server.member();
  const theirs = await other.expect(200, 'POST', '/api/me/zone-changes', {
    names: [first],
    kind: 'recipe',
    recipe: 'noMail',
    answers: [],
  });
  expect(theirs).toEqual({ changed: [], same: [], cannot: [] });
  names = [first, second, third];
  await change({ kind: 'recipe', recipe: 'webAddress', answers: [{ field: 'ipv4', answer: '192.0.2.9' }] });
  expect(await recordsOf(second)).toEqual(['x TXT x', '@ A 192.0.2.9', `www CNAME ${second}`]);
  const bad = await change({ kind: 'recipe', recipe: 'webAddress', answers: [{ field: 'ipv4', answer: '192' }] });
  expect(bad.cannot).toHaveLength(3);
  expect(bad.cannot[0]).toMatchObject({ code: 'ipv4', about: '192' });
  await change({
    kind: 'mail',
    records: [{ name: '@', type: 'MAIL', ttl: 3600, data: 'orders pia@inkandtide.example' }],
  });
  expect(await recordsOf(third)).toContain('@ MX 10 mx.tienda.example');
  expect((await visitor.expect(200, 'GET', `/api/me/names/${third}/zone/mail`)).targets).toEqual([
    { address: 'pia@inkandtide.example', answer: 'asked' },
  ]);
  const same = await change({ kind: 'same', from: first });
  expect(inOrder(same.changed)).toEqual([second]);
  expect(await recordsOf(second)).toContain(`www CNAME ${second}`);
  await visitor.expect(404, 'POST', '/api/me/zone-changes', { names, kind: 'same', from: 'berth.org' });
  await visitor.expect(422, 'POST', '/api/me/zone-changes', { names, kind: 'add', records: [] });
  const unread = { name: '@', type: 'A', ttl: 60, data: 'x' };
  await visitor.expect(422, 'POST', '/api/me/zone-changes', { names, kind: 'add', records: [unread] });
});
