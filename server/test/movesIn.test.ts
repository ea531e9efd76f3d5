import { setTimeout as pause } from 'node:timers/promises';
import {
  type NameElsewhere,
  orderNames,
  putElsewhere,
  readyToOrder,
  until,
  untilEnded,
  type Visitor,
} from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { fault, intentsOf, mailTo, unique, untilOrder } from './serverProcess';

/**
 * Names that come here from other registrars, which are told by their registries and decide as they do; in a shop with a
 * database of its own, since it moves the demo clock.
 */
let visitor: Visitor;
let email: string;

const registrars = `http://127.0.0.1:${Number(process.env['TIENDA_REGISTRY_PORT']) + 42}`;

const shop = ownShop(38, { TIENDA_SWEEP_SECONDS: '0.5', TIENDA_REGISTRY_TIMEOUT_MS: '2500' });
beforeAll(async () => {
  ({ visitor, email } = await shop.server.member());
});
afterEach(async () => fault(visitor, 'lanternhead'));

const org = () => `${unique('mooring')}.org`;
const code = 'k9-Tide!44';

async function elsewhere(more: Partial<NameElsewhere> = {}, registrar?: string): Promise<string> {
  const name = more.name ?? org();
  await putElsewhere(visitor, [{ code, ...more, name }], registrar);
  return name;
}

const want = async (...names: object[]) => visitor.expect(200, 'POST', '/api/me/moves', { names });
const moveOf = async (name: string) =>
  (await visitor.expect(200, 'GET', '/api/me/moves')).find((move: { name: string }) => move.name === name);
const problemsOf = async (name: string, given?: string) => {
  await want({ name, ...(given === undefined ? {} : { code: given }) });
  return (await moveOf(name)).look.problems.map((problem: { code: string }) => problem.code);
};

/** What the registrar that has a name now is to do when it is asked for. */
async function answers(name: string, answer: 'approve' | 'reject' | 'ignore' | 'lose'): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  await fetch(`${registrars}/answers/${name}`, { method: 'PUT', headers, body: JSON.stringify({ answer }) });
}

const order = (name: string) => orderNames(visitor, [{ name, action: 'transfer' }]);
const eventsOf = ({ events }: { events: { type: string }[] }) => events.map(({ type }) => type);
const lineOf = ({ lines }: { lines: { state: object }[] }) => lines[0]?.state;

test('while somebody has a name looked at, its registry is not asked beside that', async () => {
  const name = await elsewhere();
  await fault(visitor, 'lanternhead', { on: 'infoDomain', kind: 'delay', ms: 1800, times: 1 });
  const wanted = want({ name, code });
  await pause(1300);
  expect(await moveOf(name)).not.toHaveProperty('look');
  expect((await wanted).moves.find((move: { name: string }) => move.name === name).look.problems).toEqual([]);
});

test('a name that cannot be looked at holds up no other', async () => {
  const broken = await elsewhere();
  const ready = await elsewhere({ statuses: ['clientTransferProhibited'] });
  await want({ name: broken, code }, { name: ready, code });
  await elsewhere({ name: ready });
  const due = `update move_in set code = case when name = $1 then 'no seal' else code end, next_look_at = created_at
    where name in ($1, $2)`;
  await shop.database.query(due, [broken, ready]);
  await until(
    () => moveOf(ready),
    ({ look }) => look.problems.length === 0,
  );
  await mailTo(visitor, email, new RegExp(`^${ready} can`));
  await visitor.expect(204, 'DELETE', `/api/me/moves/${broken}`);
});

test('codes are guessed for a name ten times a day, by one account; whoever has the right one is not stopped by that', async () => {
  const name = await elsewhere();
  for (let guess = 0; guess < 10; guess += 1) expect(await problemsOf(name, `guess-${guess}`)).toEqual(['wrongCode']);
  await visitor.expect(204, 'DELETE', `/api/me/moves/${name}`);
  const refused = await want({ name, code });
  expect(refused.cannot).toMatchObject([{ typed: name, code: 'codesTried' }]);
  expect(await moveOf(name)).toBeUndefined();
  const { visitor: holder } = await shop.server.member();
  const { moves } = await holder.expect(200, 'POST', '/api/me/moves', { names: [{ name, code }] });
  expect(moves).toMatchObject([{ name, look: { problems: [] } }]);
  await shop.database.query('update wrong_auth_code set day = day - 1 where name = $1', [name]);
  expect(await problemsOf(name, code)).toEqual([]);
});

test('what stands in the way of a name is told, with what is typed beside it', async () => {
  const ready = await elsewhere();
  expect(await problemsOf(ready)).toEqual(['codeNeeded']);
  expect(await problemsOf(ready, 'wrong')).toEqual(['wrongCode']);
  expect(await problemsOf(ready, ` ${code} `)).toEqual([]);
  expect((await moveOf(ready)).looksAgainAt).toBeUndefined();
  expect(await problemsOf(await elsewhere({ statuses: ['clientTransferProhibited'] }), code)).toEqual(['locked']);
  expect(await problemsOf(await elsewhere({ daysOld: 10 }), code)).toEqual(['tooYoung']);
  expect(await problemsOf(await elsewhere({ daysLeft: 3400 }), code)).toEqual(['tenYears']);
  expect(await problemsOf(await elsewhere({ statuses: ['serverHold'] }), code)).toEqual(['onHold']);
  expect(await problemsOf(org())).toEqual(['free']);
  const mine = org();
  await untilEnded(visitor, (await orderNames(visitor, [{ name: mine }])).id);
  expect(await problemsOf(mine)).toEqual(['here']);
  const { cannot } = await want({ name: 'mooring.notthere' }, { name: 'moo ring.org' });
  expect(cannot.map(({ typed }: { typed: string }) => typed)).toEqual(['mooring.notthere', 'moo ring.org']);
  await visitor.expect(204, 'DELETE', `/api/me/moves/${mine}`);
  await visitor.expect(404, 'DELETE', `/api/me/moves/${mine}`);
});

test('what passes by itself is looked at again: unlocked where it is, it can come', async () => {
  const name = await elsewhere({ statuses: ['clientTransferProhibited'] });
  expect(await problemsOf(name, code)).toEqual(['locked']);
  expect((await moveOf(name)).looksAgainAt).toBeTruthy();
  await elsewhere({ name });
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  await until(
    () => moveOf(name),
    ({ look }) => look.problems.length === 0,
  );
  expect((await mailTo(visitor, email, new RegExp(name))).subject).toBe(`${name} can move here now`);
});

test('a silent registry is told as such, and looked at again', async () => {
  const name = await elsewhere();
  await fault(visitor, 'lanternhead', { on: 'infoDomain', kind: 'dropBefore' });
  await want({ name, code });
  expect((await moveOf(name)).look).toBeUndefined();
  await fault(visitor, 'lanternhead');
  expect(await problemsOf(name)).toEqual([]);
});

test('a name comes here once the other side lets it go: paid, its nameservers as they were, its holder and lock ours', async () => {
  const name = await elsewhere({ nameservers: ['ns1.harbourgate.example', 'ns2.harbourgate.example'], daysLeft: 200 });
  await want({ name, code });
  const placed = await order(name);
  await untilOrder(visitor, placed.id, (one) => eventsOf(one).includes('pending'));
  expect(await moveOf(name)).toMatchObject({ underWay: { orderId: placed.id, at: 'asked' } });
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'authorised', captured: 0 }]);
  const ended = await untilEnded(visitor, placed.id);
  expect(ended.status).toBe('done');
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'captured', captured: ended.total }]);
  expect(await moveOf(name)).toBeUndefined();
  const path = `/api/me/names/${name}`;
  const held = await until(
    () => visitor.expect(200, 'GET', path),
    ({ locked }) => locked,
  );
  const [year, expiry] = [new Date(Date.now() + 200 * 86_400_000).getUTCFullYear() + 1, held.expiresOn];
  expect(expiry.slice(0, 4)).toBe(String(year));
  expect(held).toMatchObject({
    locked: true,
    delegation: { nameservers: ['ns1.harbourgate.example', 'ns2.harbourgate.example'] },
  });
  expect(held.movableFrom > held.registeredOn).toBe(true);
  expect(await visitor.expect(200, 'GET', `${path}/registry`)).toMatchObject({ differences: [] });
  const log = await visitor.expect(200, 'GET', `${path}/log`);
  expect(log.map(({ what }: { what: { type: string } }) => what.type)).toEqual(
    expect.arrayContaining(['movedIn', 'locked', 'authCode']),
  );
  expect((await mailTo(visitor, email, new RegExp(name))).subject).toBeTruthy();
});

test('where moving adds no year and can be done at once, it does; what is new was not registered here, and is not given back', async () => {
  const name = await elsewhere({ name: `${unique('mooring')}.me.uk`, daysOld: 1, daysLeft: 300 });
  await want({ name, code });
  const { look } = await moveOf(name);
  expect(look.problems).toEqual([]);
  expect((await untilEnded(visitor, (await order(name)).id)).status).toBe('done');
  const held = await visitor.expect(200, 'GET', `/api/me/names/${name}`);
  expect(held.expiresOn).toBe(look.expiresOn);
  expect(held).not.toHaveProperty('givingBack');
});

test('what its nameservers elsewhere answer is read, so that the same can be served here; nothing is changed by that', async () => {
  const nameservers = ['ns1.quayhost.example', 'ns2.quayhost.example'];
  const name = await elsewhere({ nameservers });
  await want({ name, code });
  await untilEnded(visitor, (await order(name)).id);
  const path = `/api/me/names/${name}/zone/readings`;
  const read = await visitor.expect(200, 'POST', path, { names: ['lake', `shop2.${name}`] });
  expect(read.nameserver).toBe('ns1.quayhost.example');
  expect(read.silent).toEqual([]);
  expect(read.asked).toEqual(expect.arrayContaining(['@', 'www', '_dmarc', 'lake', 'shop2']));
  const lines = read.records.map((one: { name: string; type: string; data: string[] }) =>
    [one.name, one.type, ...one.data].join(' '),
  );
  expect(lines.sort()).toEqual([
    '* A 127.0.0.5',
    '@ A 127.0.0.5',
    '@ MX 10 mx.lakepost.example',
    '@ TXT v=spf1 include:_spf.lakepost.example ~all',
    '_dmarc TXT v=DMARC1; p=none',
  ]);
  expect(await visitor.expect(200, 'GET', `/api/me/names/${name}/zone`)).toMatchObject({ version: 0, records: [] });
  const wrong = await visitor.expect(422, 'POST', path, { names: ['shop', 'a b'] });
  expect(wrong.errors).toMatchObject([{ pointer: '/names/1', code: 'badName' }]);
  await (await shop.server.member()).visitor.expect(404, 'POST', path, { names: [] });
  const mine = org();
  await untilEnded(visitor, (await orderNames(visitor, [{ name: mine }])).id);
  const unread = await visitor.expect(409, 'POST', `/api/me/names/${mine}/zone/readings`, { names: [] });
  expect(unread).toMatchObject({ type: '/problems/nothing-to-read', facts: { name: mine } });
});

test('where the other side says no, the money goes back, it is said why, and it can be asked for again', async () => {
  const name = await elsewhere({}, 'northlight-names');
  await want({ name, code });
  const placed = await order(name);
  const ended = await untilEnded(visitor, placed.id);
  expect(ended.status).toBe('notDone');
  expect(lineOf(ended)).toMatchObject({ at: 'refused', cause: 'rejected' });
  expect(await intentsOf(placed.id)).toMatchObject([{ status: 'voided', captured: 0 }]);
  await answers(name, 'approve');
  expect(await problemsOf(name)).toEqual([]);
  expect((await untilEnded(visitor, (await order(name)).id)).status).toBe('done');
});

test('silence of the other side is a yes after five days', async () => {
  const name = await elsewhere({}, 'penny-quay');
  await want({ name, code });
  const { id } = await order(name);
  await untilOrder(visitor, id, (one) => eventsOf(one).includes('pending'));
  await pause(3000);
  expect(eventsOf(await visitor.expect(200, 'GET', `/api/me/orders/${id}`))).not.toContain('done');
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 3 });
  expect((await mailTo(visitor, email, /still waits at where it is now/)).text).toContain(`/orders/${id}`);
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 3 });
  expect((await untilEnded(visitor, id)).status).toBe('done');
});

test('what is on its way is called off: nothing is charged, it is said why, and it can be asked for again', async () => {
  const name = await elsewhere({}, 'penny-quay');
  await want({ name, code });
  await visitor.expect(404, 'POST', `/api/me/moves/${name}/call-off`, {});
  const { id } = await order(name);
  await untilOrder(visitor, id, (one) => eventsOf(one).includes('pending'));
  await visitor.expect(202, 'POST', `/api/me/moves/${name}/call-off`, {});
  const ended = await untilEnded(visitor, id);
  expect(lineOf(ended)).toMatchObject({ at: 'refused', cause: 'cancelled' });
  expect(await intentsOf(id)).toMatchObject([{ status: 'voided', captured: 0 }]);
  await answers(name, 'approve');
  expect(await problemsOf(name)).toEqual([]);
  expect((await untilEnded(visitor, (await order(name)).id)).status).toBe('done');
  await visitor.expect(404, 'POST', `/api/me/moves/${name}/call-off`, {});
});

test('another code given while a name is on its way does not make it lost: it comes as it was asked for', async () => {
  const name = await elsewhere({}, 'penny-quay');
  await want({ name, code });
  const { id } = await order(name);
  await untilOrder(visitor, id, (one) => eventsOf(one).includes('pending'));
  await want({ name, code: 'another' });
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  await pause(2000);
  expect(lineOf(await visitor.expect(200, 'GET', `/api/me/orders/${id}`))).toMatchObject({ at: 'pending' });
  await visitor.expect(200, 'POST', '/api/demo/clock', { advanceDays: 5 });
  expect((await untilEnded(visitor, id)).status).toBe('done');
});

test('a request whose answer was lost is not made twice', async () => {
  const name = await elsewhere({}, 'penny-quay');
  await want({ name, code });
  await fault(visitor, 'lanternhead', { on: 'transferDomain', kind: 'dropAfter', times: 2 });
  const { id } = await order(name);
  await untilOrder(visitor, id, (one) => eventsOf(one).includes('pending'));
  await answers(name, 'approve');
  expect(
    eventsOf(await visitor.expect(200, 'GET', `/api/me/orders/${id}`)).filter((type) => type === 'sent'),
  ).toHaveLength(1);
});

test('what was locked, or whose code was changed meanwhile, is not charged', async () => {
  const name = await elsewhere();
  await want({ name, code });
  await elsewhere({ name, statuses: ['clientTransferProhibited'] });
  await expect(order(name)).rejects.toThrow(/locked/);
  await elsewhere({ name, code: 'another' });
  expect(await problemsOf(name)).toEqual(['wrongCode']);
  await expect(order(name)).rejects.toThrow();
  expect(await problemsOf(name, 'another')).toEqual([]);
});

test('of two accounts that want a name at once one gets it, and the other pays nothing', async () => {
  const name = await elsewhere({}, 'penny-quay');
  const { visitor: other } = await shop.server.member();
  const both = [visitor, other];
  for (const one of both) await one.expect(200, 'POST', '/api/me/moves', { names: [{ name, code }] });
  const ready = await Promise.all(both.map((one) => readyToOrder(one, [{ name, action: 'transfer' }])));
  const placed = await Promise.all(
    both.map((one, at) => one.send('POST', '/api/me/orders', ready[at]?.order, { 'Idempotency-Key': unique('both') })),
  );
  await answers(name, 'approve');
  const got: string[] = [];
  for (const [at, { status, body }] of placed.entries()) {
    if (status === 422) continue;
    expect(status).toBe(201);
    const ended = await untilEnded(both[at] ?? visitor, body.id);
    const [intent] = await intentsOf(body.id);
    expect(intent?.captured).toBe(ended.status === 'done' ? ended.total : 0);
    if (ended.status === 'done') got.push(body.id);
    else expect(lineOf(ended)).toMatchObject({ cause: 'here' });
  }
  expect(got).toHaveLength(1);
});

test('a name that nobody looked at is not quoted to be moved, and nobody sees what others want', async () => {
  const name = await elsewhere();
  await expect(order(name)).rejects.toThrow();
  const { visitor: other } = await shop.server.member();
  await want({ name, code });
  expect(await other.expect(200, 'GET', '/api/me/moves')).toEqual([]);
  await other.expect(404, 'DELETE', `/api/me/moves/${name}`);
});
