import { setTimeout as pause } from 'node:timers/promises';
import {
  askFromElsewhere,
  callOffFromElsewhere,
  orderNames,
  putElsewhere,
  until,
  untilEnded,
  type Visitor,
} from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { fault, mailTo, unique } from './serverProcess';

/**
 * Names that other registrars ask for, and where they go; in a shop with a database of its own, since it moves the demo
 * clock.
 */
let visitor: Visitor;
let email: string;

const password = 'a slow green boat';

const shop = ownShop(39, { TIENDA_SWEEP_SECONDS: '0.5', TIENDA_REGISTRY_TIMEOUT_MS: '2500' });
beforeAll(async () => {
  ({ visitor, email } = await shop.server.member());
});
afterEach(async () => fault(visitor, 'lanternhead'));

/** A name held here that may go, as far as its registry is concerned: of an extension in which names need not stay. */
async function held(by: Visitor = visitor): Promise<string> {
  const name = `${unique('slipway')}.me.uk`;
  await untilEnded(by, (await orderNames(by, [{ name }])).id);
  return name;
}

const pathOf = (name: string) => `/api/me/names/${name}`;
const codeOf = async (name: string): Promise<string> =>
  (await visitor.expect(200, 'POST', `${pathOf(name)}/auth-code`, { password })).authCode;
const away = (by: Visitor = visitor) => by.expect(200, 'GET', '/api/me/moves-away');
const answer = (status: number, name: string, agreed: boolean, by: Visitor = visitor) =>
  by.expect(status, 'POST', `/api/me/moves-away/${name}`, { agreed });

async function askedOf(name: string, by: Visitor = visitor) {
  const { asked } = await away(by);
  return asked.find((one: { name: string }) => one.name === name);
}
async function leftOf(name: string, by: Visitor = visitor) {
  const { left } = await away(by);
  return left.find((one: { name: string }) => one.name === name);
}
const eventually = <Found>(look: () => Promise<Found>): Promise<Found> => until(look, Boolean);

/** Another registrar asks for it, and its holder has been asked. */
async function wanted(name: string, registrar?: string): Promise<void> {
  expect(await askFromElsewhere(name, await codeOf(name), registrar)).toBe(1001);
  expect(await eventually(() => askedOf(name))).toBeTruthy();
}

const logOf = async (name: string): Promise<string[]> =>
  (await visitor.expect(200, 'GET', `${pathOf(name)}/log`)).map((line: { what: { type: string } }) => line.what.type);

/** What name servers read of a name: its address, `nothing` where it has none, undefined where they do not answer for it. */
async function served(name: string): Promise<string | undefined> {
  const { rows } = await shop.database.query(
    `select (select r.content from dns.records r where r.domain_id = d.id and r.type = 'A') as address
      from dns.domains d where d.name = $1`,
    [name],
  );
  return rows.length === 0 ? undefined : (rows[0].address ?? 'nothing');
}
const record = (data: string) => ({ name: '@', type: 'A', ttl: 300, data });
const put = (name: string, data: string) =>
  visitor.expect(200, 'PUT', `${pathOf(name)}/zone`, { version: 0, records: [record(data)] });

test('whoever asks for a name without its code, or for one that is locked, is not heard of', async () => {
  const name = await held();
  expect(await askFromElsewhere(name, 'wrong')).toBe(2202);
  const code = await codeOf(name);
  await visitor.expect(200, 'PATCH', pathOf(name), { locked: true });
  expect(await askFromElsewhere(name, code)).toBe(2304);
  expect(await away()).toEqual({ asked: [], left: [] });
  await answer(404, name, true);
});

test('the holder keeps it: whoever asked is told no, and can ask again', async () => {
  const name = await held();
  await wanted(name);
  const asked = await askedOf(name);
  expect(asked).toMatchObject({ name, to: 'penny-quay' });
  const days = (Date.parse(asked.until) - Date.now()) / 86_400_000;
  expect(days).toBeGreaterThan(4.9);
  expect((await mailTo(visitor, email, new RegExp(`${name}: another registrar asks`))).text).toMatch(
    /If you say nothing, it goes then/,
  );
  // That waits for its holder, and for no registry.
  expect(await visitor.expect(200, 'GET', '/api/me/name-counts')).toMatchObject({ changing: 0 });
  const { visitor: other } = await shop.server.member();
  await answer(404, name, true, other);
  expect(await away(other)).toEqual({ asked: [], left: [] });
  const after = await answer(200, name, false);
  expect(after.asked.find((one: { name: string }) => one.name === name)).toBeUndefined();
  expect((await mailTo(visitor, email, new RegExp(`${name} stays here`))).text).toMatch(/You have kept/);
  expect(await visitor.expect(200, 'GET', `${pathOf(name)}/registry`)).toMatchObject({ differences: [] });
  expect((await logOf(name)).slice(0, 3)).toEqual(['moveOver', 'moveAnswered', 'moveAsked']);
  await wanted(name, 'harbourgate');
  await answer(200, name, false);
});

test('the holder lets it go: it is another registrar’s at once, and what is set up here goes on for fourteen days', async () => {
  const name = await held();
  await put(name, '192.0.2.14');
  await wanted(name);
  const { left } = await answer(200, name, true);
  const gone = left.find((one: { name: string }) => one.name === name);
  expect(Date.parse(gone.servedUntil) - Date.parse(gone.leftOn)).toBe(14 * 86_400_000);
  await visitor.expect(404, 'GET', pathOf(name));
  await visitor.expect(404, 'GET', `${pathOf(name)}/zone`);
  expect((await mailTo(visitor, email, new RegExp(`${name} has moved away`))).text).toContain(gone.servedUntil);
  expect(await served(name)).toBe('192.0.2.14');
  // Said again it is the same; otherwise there is nothing to be said.
  await answer(200, name, true);
  await answer(404, name, false);
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 13 });
  expect(await served(name)).toBe('192.0.2.14');
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  expect(await eventually(async () => (await served(name)) === undefined)).toBe(true);
  expect(await leftOf(name)).not.toHaveProperty('servedUntil');
});

test('silence is a yes: the holder is reminded a day before, and the name goes then', async () => {
  const name = await held();
  await wanted(name);
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 4 });
  await pause(1500);
  expect(await askedOf(name)).toBeTruthy();
  await shop.database.query(`update operation set next_at = next_at - interval '20 minutes' where name = $1`, [name]);
  await mailTo(visitor, email, new RegExp(`${name} goes to another registrar tomorrow`));
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  expect(await eventually(() => leftOf(name))).toBeTruthy();
  expect(await askedOf(name)).toBeUndefined();
});

test('what is called off stays here, and who asks anew is answered anew', async () => {
  const name = await held();
  await wanted(name);
  expect(await callOffFromElsewhere(name)).toBe(1000);
  expect(await eventually(async () => !(await askedOf(name)))).toBe(true);
  expect((await mailTo(visitor, email, new RegExp(`${name} stays here`))).text).toMatch(/does not any more/);
  expect(await visitor.expect(200, 'GET', pathOf(name))).toMatchObject({ stage: 'active' });
  await wanted(name);
  await answer(200, name, true);
  expect(await leftOf(name)).toBeTruthy();
});

test('a registry that is silent at the answer is asked before it is told again, and what was said stands', async () => {
  const name = await held();
  await wanted(name);
  const { registry } = await registryOf(name);
  await fault(visitor, registry, { on: 'transferDomain', kind: 'dropAfter', times: 2 });
  await answer(200, name, true);
  await fault(visitor, registry);
  expect(await eventually(() => leftOf(name))).toBeTruthy();
  expect((await mailTo(visitor, email, new RegExp(`${name} has moved away`))).subject).toBeTruthy();
});

test('what its registry will not do while it is asked for is answered at once, and done once the holder keeps it', async () => {
  const name = await held();
  const { expiresOn } = await visitor.expect(200, 'GET', pathOf(name));
  await wanted(name);
  const renewal = async () =>
    (await untilEnded(visitor, (await orderNames(visitor, [{ name, action: 'renew' }])).id)).status;
  expect(await renewal()).toBe('notDone');
  await answer(200, name, false);
  expect(await renewal()).toBe('done');
  expect((await visitor.expect(200, 'GET', pathOf(name))).expiresOn > expiresOn).toBe(true);
});

test('what comes back within fourteen days is as it was; with another account nothing of it is', async () => {
  const [mine, theirs] = [await held(), await held()];
  for (const name of [mine, theirs]) {
    await put(name, '192.0.2.15');
    await wanted(name, 'harbourgate');
    await answer(200, name, true);
  }
  const { visitor: other } = await shop.server.member();
  for (const [name, by] of [
    [mine, visitor],
    [theirs, other],
  ] as const) {
    await putElsewhere(visitor, [
      { name, code: 'k9-Tide!44', nameservers: ['ns1.tienda.example', 'ns2.tienda.example'] },
    ]);
    await by.expect(200, 'POST', '/api/me/moves', { names: [{ name, code: 'k9-Tide!44' }] });
    const ended = await untilEnded(by, (await orderNames(by, [{ name, action: 'transfer' }])).id);
    expect(ended.status).toBe('done');
  }
  expect(await visitor.expect(200, 'GET', `${pathOf(mine)}/zone`)).toMatchObject({ version: 1 });
  expect(await served(mine)).toBe('192.0.2.15');
  expect(await other.expect(200, 'GET', `${pathOf(theirs)}/zone`)).toMatchObject({ version: 0, records: [] });
  expect(await served(theirs)).toBe('nothing');
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 15 });
  await pause(1500);
  expect(await served(mine)).toBe('192.0.2.15');
});

async function registryOf(name: string): Promise<{ registry: string }> {
  const extensions = await visitor.expect(200, 'GET', '/api/extensions');
  return extensions.find(({ label }: { label: string }) => name.slice(name.indexOf('.') + 1) === label);
}
