import { orderNames, until, untilEnded } from '../../scripts/demo.mjs';
import { openDatabase } from '../src/platform/db/database';
import { fault, mailTo, ServerProcess, unique } from './serverProcess';

let server: ServerProcess;

beforeAll(async () => {
  server = await ServerProcess.start(3);
});
afterEach(async () => fault(await server.visitor(), 'lanternhead'));
afterAll(() => server.end());

/** Somebody who holds a name, and what its registry tells the public of it. */
async function holder() {
  const { visitor, email } = await server.member();
  const name = `${unique('held')}.org`;
  await untilEnded(visitor, (await orderNames(visitor, [{ name }])).id);
  const statuses = async (): Promise<string[]> => {
    const { body } = await visitor.send('GET', `/api/lookup/${name}`);
    return (typeof body === 'string' ? JSON.parse(body) : body).status;
  };
  const change = (body: object) => visitor.send('PATCH', `/api/me/names/${name}`, body);
  const code = (password = 'a slow green boat') =>
    visitor.send('POST', `/api/me/names/${name}/auth-code`, { password });
  const log = async () =>
    (await visitor.expect(200, 'GET', `/api/me/names/${name}/log`)).map(
      ({ who, what }: { who: string; what: { type: string } }) => `${who} ${what.type}`,
    );
  return { visitor, email, name, statuses, change, code, log };
}

test('a name is locked against transfer at its registry, and unlocked; both are in the log', async () => {
  const { name, statuses, change, log, visitor } = await holder();
  expect((await change({ locked: true })).body).toMatchObject({ name, locked: true });
  expect(await statuses()).toContain('client transfer prohibited');
  // What is so already is not done, and not logged, again.
  expect((await change({ locked: true })).status).toBe(200);
  expect((await change({ locked: false, autoRenew: true })).body).toMatchObject({ locked: false, autoRenew: true });
  expect(await statuses()).not.toContain('client transfer prohibited');
  expect(await log()).toEqual(['owner unlocked', 'owner autoRenew', 'owner locked', 'owner registered']);
  const stranger = await server.member();
  expect((await stranger.visitor.send('PATCH', `/api/me/names/${name}`, { locked: true })).status).toBe(404);
  expect((await visitor.send('PATCH', `/api/me/names/${name}`, { locked: 'yes' })).status).toBe(422);
});

test('what a registry refuses is said, and nothing is changed', async () => {
  const { visitor, statuses, change, name } = await holder();
  await fault(visitor, 'lanternhead', { on: 'updateDomain', kind: 'refuse', code: 2304 });
  const { status, body } = await change({ locked: true });
  expect([status, body.type]).toEqual([409, '/problems/registry-refused']);
  expect(await statuses()).not.toContain('client transfer prohibited');
  expect((await visitor.expect(200, 'GET', `/api/me/names/${name}`)).locked).toBe(false);
});

test('a registry that is silent is asked first when it answers again: the change is made once, and until then said to be under way', async () => {
  const { visitor, statuses, change, name, log } = await holder();
  await fault(
    visitor,
    'lanternhead',
    { on: 'updateDomain', kind: 'dropAfter', times: 1 },
    { on: 'infoDomain', kind: 'dropBefore' },
  );
  expect((await change({ locked: true })).body).toMatchObject({ locked: false, changing: true });
  await fault(visitor, 'lanternhead');
  const held = () => visitor.expect(200, 'GET', `/api/me/names/${name}`);
  await until(held, ({ locked, changing }) => locked && !changing);
  expect(await statuses()).toContain('client transfer prohibited');
  expect((await log()).filter((line: string) => line === 'owner locked')).toHaveLength(1);
});

test('whoever looks at the moment its registry answers sees a change under way or done, never neither', async () => {
  const { visitor, change, name } = await holder();
  for (let round = 0; round < 20; round += 1) {
    const locked = round % 2 === 0;
    let isDone = false;
    const look = async () => {
      const seen: string[] = [];
      while (!isDone) {
        const held = await visitor.expect(200, 'GET', `/api/me/names/${name}`);
        seen.push(held.changing ? 'under way' : held.locked === locked ? 'done' : 'as before');
      }
      return seen;
    };
    const looks = Array.from({ length: 6 }, look);
    await change({ locked });
    isDone = true;
    for (const seen of await Promise.all(looks)) {
      const began = seen.findIndex((one) => one !== 'as before');
      expect(began < 0 ? [] : seen.slice(began)).not.toContain('as before');
    }
  }
});

test('the auth code is shown for the password, a new one each time, told by mail and in the log', async () => {
  const { visitor, email, name, code, log } = await holder();
  const wrong = await code('not my password');
  expect([wrong.status, wrong.body.errors[0].pointer]).toEqual([422, '/password']);
  const first = (await code()).body.authCode;
  const second = (await code()).body.authCode;
  expect(first).toMatch(/^T1-[\w-]{16}$/);
  expect(second).not.toBe(first);
  expect((await mailTo(visitor, email, /auth code was shown$/)).text).toContain(name);
  expect((await log()).filter((line: string) => line === 'owner authCode')).toHaveLength(2);
});

test('many are changed together: who is so already and who is not the holder stay out of it; it can be taken back', async () => {
  const { visitor } = await server.member();
  const names = Array.from({ length: 3 }, () => `${unique('many')}.org`);
  await untilEnded(
    visitor,
    (
      await orderNames(
        visitor,
        names.map((name, place) => ({ name, autoRenew: place === 0 })),
      )
    ).id,
  );
  const other = await holder();
  const change = (body: object) => visitor.expect(200, 'POST', '/api/me/name-changes', body);
  const on = await change({ names: [...names, other.name], autoRenew: true });
  expect(on).toEqual({ changed: names.slice(1).sort(), asked: [], cannot: [] });
  const counts = async () => visitor.expect(200, 'GET', '/api/me/name-counts');
  expect(await counts()).toMatchObject({
    all: 3,
    soon: 0,
    ending: 0,
    unpaid: 0,
    unlocked: 3,
    suspended: 0,
    changing: 0,
  });
  await change({ names: on.changed, autoRenew: false });
  expect((await counts()).ending).toBe(2);
  const { asked } = await change({ names, locked: true });
  expect([...asked].sort()).toEqual([...names].sort());
  for (let tries = 0; (await counts()).unlocked > 0 && tries < 100; tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  expect((await counts()).unlocked).toBe(0);
  expect(await visitor.expect(200, 'GET', '/api/me/names?locked=0')).toEqual([]);
  const refused = await visitor.send('POST', '/api/me/name-changes', { names: [], locked: true });
  expect([refused.status, refused.body.errors[0].pointer]).toEqual([422, '/names']);
});

test('the page is laid beside what its registry has: what agrees, what differs, and silence, each said', async () => {
  const { visitor, name, change } = await holder();
  const look = () => visitor.expect(200, 'GET', `/api/me/names/${name}/registry`);
  await change({ locked: true });
  const { there, differences } = await look();
  expect(differences).toEqual([]);
  expect(there).toMatchObject({ isHere: true, locked: true, suspended: false, isOurHolder: true });
  expect(there.delegation.nameservers).toEqual(['ns1.tienda.example', 'ns2.tienda.example']);
  const { pool } = await openDatabase(process.env['DATABASE_URL'] ?? '');
  await pool.query('update held_name set locked = false, expires_on = expires_on + 1 where name = $1', [name]);
  await pool.end();
  expect((await look()).differences).toMatchObject([{ what: 'expiresOn' }, { what: 'locked', there: true }]);
  await fault(visitor, 'lanternhead', { on: 'infoDomain', kind: 'dropBefore', times: 5 });
  const silent = await visitor.send('GET', `/api/me/names/${name}/registry`);
  expect([silent.status, silent.body.type]).toEqual([503, '/problems/registry-silent']);
  const stranger = await server.member();
  expect((await stranger.visitor.send('GET', `/api/me/names/${name}/registry`)).status).toBe(404);
});
