import { setTimeout as pause } from 'node:timers/promises';
import { orderNames, signUp, until, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { fault, mailTo, unique, untilSettled } from './serverProcess';

/** Names that go from one account here to another; in a shop with a database of its own, since it moves the demo clock. */
let giver: Visitor;
let giverMail: string;
let taker: Visitor;
let takerMail: string;

const password = 'a slow green boat';

const shop = ownShop(41, { TIENDA_SWEEP_SECONDS: '0.5' });
beforeAll(async () => {
  ({ visitor: giver, email: giverMail } = await shop.server.member());
  ({ visitor: taker, email: takerMail } = await shop.server.member());
});

async function held(count = 1): Promise<string[]> {
  const names = Array.from({ length: count }, () => `${unique('berth')}.org`);
  const wanted = names.map((name) => ({ name, autoRenew: true }));
  await untilEnded(giver, (await orderNames(giver, wanted)).id);
  return names;
}

const path = '/api/me/hand-overs';
const offer = async (status: number, names: readonly string[], email = takerMail, proof = password) =>
  giver.expect(status, 'POST', path, { names, email, password: proof });
const stateOf = async (id: string, by: Visitor = giver): Promise<string | undefined> => {
  const { given, offered } = await by.expect(200, 'GET', path);
  return [...given, ...offered].find((one: { id: string }) => one.id === id)?.state.at;
};
async function offeredFirst(names: readonly string[]): Promise<string> {
  const { given } = await offer(201, names);
  return given.find((one: { names: { name: string }[] }) => one.names.some(({ name }) => name === names[0])).id;
}

test('names go to another account with their terms, records and holder; nothing is charged, and the registry agrees', async () => {
  const [name = '', other = ''] = await held(2);
  const zone = `/api/me/names/${name}/zone`;
  const target = `${unique('pia')}@inkandtide.example`;
  await giver.expect(200, 'PUT', zone, {
    version: 0,
    records: [
      { name: '@', type: 'A', ttl: 300, data: '192.0.2.7' },
      { name: '@', type: 'MAIL', ttl: 3600, data: `orders ${target}` },
      { name: '@', type: 'MAIL', ttl: 3600, data: `maren ${giverMail}` },
    ],
  });
  const { text } = await mailTo(giver, target, new RegExp(name));
  const [, token = ''] = /token=([\w-]+)/.exec(text) ?? [];
  await giver.expect(200, 'POST', '/api/mail-targets/answer', { token, agrees: true });
  const before = await giver.expect(200, 'GET', `/api/me/names/${name}`);
  const id = await offeredFirst([name, other]);
  const mail = await mailTo(taker, takerMail, /wants to hand over/);
  expect(mail.subject).toBe(`${giverMail} wants to hand over 2 names to you`);
  expect(mail.text).toContain(`  ${name}`);
  expect(await stateOf(id, taker)).toBe('offered');
  const { offered } = await taker.expect(200, 'POST', `${path}/${id}/take`, {});
  expect(offered[0]).toMatchObject({ id, with: giverMail, state: { at: 'taken' } });
  const after = await untilSettled(taker, name);
  const { expiresOn, registeredOn, autoRenew, privacy, stage } = before;
  expect(after).toMatchObject({ expiresOn, registeredOn, autoRenew, privacy, stage, holder: before.holder });
  expect(after).not.toHaveProperty('orderId');
  expect(after).not.toHaveProperty('givingBack');
  expect(await taker.expect(200, 'GET', `/api/me/names/${name}/registry`)).toMatchObject({ differences: [] });
  const kept = await taker.expect(200, 'GET', zone);
  expect(kept.records).toHaveLength(3);
  expect((await taker.expect(200, 'GET', `${zone}/mail`)).targets).toEqual([
    { address: target, answer: 'agreed' },
    { address: giverMail, answer: 'agreed' },
  ]);
  const log = await taker.expect(200, 'GET', `/api/me/names/${name}/log`);
  expect(log.map(({ what }: { what: { type: string } }) => what.type)).toEqual(['takenOver']);
  await giver.expect(404, 'GET', `/api/me/names/${name}`);
  await giver.expect(404, 'GET', zone);
  expect((await mailTo(giver, giverMail, /has taken 2 names/)).text).toContain(`  ${other}`);
  expect((await mailTo(taker, takerMail, /2 names are yours now/)).text).toContain(`  ${other}`);
  expect(await taker.expect(200, 'GET', '/api/me/orders')).toEqual([]);
  // It is theirs in every way: renewed, and handed on.
  const renewed = await untilEnded(taker, (await orderNames(taker, [{ name, action: 'renew' }])).id);
  expect(renewed.status).toBe('done');
});

test('what is offered stays with whoever offered it until it is taken: declined, withdrawn, or not answered for seven days', async () => {
  const names = await held(3);
  const ids: string[] = [];
  for (const name of names) ids.push(await offeredFirst([name]));
  const [declined = '', withdrawn = '', late = ''] = ids;
  await taker.expect(200, 'POST', `${path}/${declined}/decline`, {});
  await giver.expect(200, 'DELETE', `${path}/${withdrawn}`);
  for (const id of [declined, withdrawn]) {
    await taker.expect(409, 'POST', `${path}/${id}/take`, {});
    await giver.expect(409, 'DELETE', `${path}/${id}`);
  }
  expect((await mailTo(giver, giverMail, /has declined a name/)).text).toContain('yours as before');
  expect((await mailTo(taker, takerMail, /not offered to you any more/)).text).toContain(names[1]);
  await giver.expect(200, 'POST', '/api/demo/clock', { advanceDays: 7 });
  await pause(1500);
  expect(await stateOf(late)).toBe('offered');
  await giver.expect(200, 'POST', '/api/demo/clock', { advanceDays: 1 });
  await until(
    () => stateOf(late),
    (at) => at === 'expired',
  );
  expect(await taker.expect(409, 'POST', `${path}/${late}/take`, {})).toMatchObject({ because: 'expired' });
  for (const name of names) await giver.expect(200, 'GET', `/api/me/names/${name}`);
  // After each of them it can be offered again, and is taken.
  const again = await offeredFirst(names);
  await taker.expect(200, 'POST', `${path}/${again}/take`, {});
  for (const name of names) await taker.expect(200, 'GET', `/api/me/names/${name}`);
});

test('what cannot be offered is named, each with its reason, and nothing is offered', async () => {
  const [name = '', offered = ''] = await held(2);
  const id = await offeredFirst([offered]);
  const { errors } = await offer(422, [name, offered]);
  expect(errors).toMatchObject([{ pointer: '/names/1', code: 'offered' }]);
  expect((await offer(422, ['notmine.org'])).errors).toMatchObject([{ pointer: '/names/0', code: 'notHeld' }]);
  expect((await offer(422, [name], giverMail)).errors).toMatchObject([{ pointer: '/email', code: 'sameAccount' }]);
  expect((await offer(422, [name], 'nobody')).errors).toMatchObject([{ pointer: '/email' }]);
  expect((await offer(422, [name], takerMail, 'wrong')).errors).toMatchObject([{ pointer: '/password' }]);
  await giver.expect(200, 'DELETE', `${path}/${id}`);
});

test('nobody but who they are offered to can take names, nor anyone else withdraw them', async () => {
  const [name = ''] = await held();
  const id = await offeredFirst([name]);
  const { visitor: other } = await shop.server.member();
  expect(await other.expect(200, 'GET', path)).toEqual({ given: [], offered: [] });
  for (const by of [other, giver]) {
    await by.expect(404, 'POST', `${path}/${id}/take`, {});
    await by.expect(404, 'POST', `${path}/${id}/decline`, {});
  }
  for (const by of [other, taker]) await by.expect(404, 'DELETE', `${path}/${id}`);
  for (const none of ['nothing', '00000000-0000-4000-8000-000000000000'])
    await taker.expect(404, 'POST', `${path}/${none}/take`, {});
});

test('who has no account yet opens one with the address, and takes them; of two who take at once one does', async () => {
  const [name = ''] = await held();
  const email = `${unique('lotte')}@quayquill.example`;
  const { given } = await offer(201, [name], email);
  const { id } = given.find((one: { with: string }) => one.with === email);
  const someone = await shop.server.visitor();
  await signUp(someone, email, 'two quills, one quay');
  const answers = await Promise.all([1, 2].map(() => someone.send('POST', `${path}/${id}/take`, {})));
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  expect((await untilSettled(someone, name)).name).toBe(name);
});

test('a name that is being changed is not taken just then, and is once that is done', async () => {
  const [name = ''] = await held();
  const id = await offeredFirst([name]);
  await fault(giver, 'lanternhead', { on: 'updateDomain', kind: 'dropBefore' });
  const changing = giver.expect(200, 'PATCH', `/api/me/names/${name}`, { locked: true });
  await until(
    () => giver.expect(200, 'GET', `/api/me/names/${name}`),
    ({ changing }) => Boolean(changing),
  );
  await taker.expect(409, 'POST', `${path}/${id}/take`, {});
  await changing;
  await fault(giver, 'lanternhead');
  expect((await untilSettled(giver, name)).locked).toBe(true);
  await taker.expect(200, 'POST', `${path}/${id}/take`, {});
  expect((await untilSettled(taker, name)).locked).toBe(true);
});
