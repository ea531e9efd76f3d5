import { setTimeout as pause } from 'node:timers/promises';
import { leaveFor, mayDo, type Deed, type Reach } from '@tienda/core/accounts/actor';
import { helperScopes, type HelperScope } from '@tienda/core/accounts/helper';
import { readyToOrder, until, untilEnded, type Visitor, type WantedName } from '../../scripts/demo.mjs';
import { ownShop } from './ownShop';
import { mailTo, unique } from './serverProcess';

/** People who help with the names of others; in a shop with a database of its own, since it moves the demo clock. */
let owner: Visitor;
let ownerMail: string;
let helper: Visitor;
let helperMail: string;
/** A name that helpers of some names reach, one that they do not, and the group of the first. */
let reached: string;
let other: string;
let group: string;

const password = 'a slow green boat';
const path = '/api/me/helpers';

const shop = ownShop(43, { TIENDA_SWEEP_SECONDS: '0.5' });
beforeAll(async () => {
  ({ visitor: owner, email: ownerMail } = await shop.server.member());
  ({ visitor: helper, email: helperMail } = await shop.server.member());
  [reached, other] = [`${unique('berth')}.org`, `${unique('berth')}.org`];
  const keep = { method: 'card', keep: true };
  await untilEnded(owner, (await order(owner, [{ name: reached }, { name: other }], { payment: keep })).id);
  ({ id: group } = await owner.expect(201, 'POST', '/api/me/groups', { title: 'Berths', note: '' }));
  await owner.expect(200, 'PATCH', `/api/me/names/${reached}`, { groupId: group });
});

interface Paying {
  readonly payment?: { readonly method: string; readonly card?: string; readonly keep?: boolean };
}

async function order(by: Visitor, wanted: readonly WantedName[], options: Paying = {}) {
  const { order: ready } = await readyToOrder(by, wanted);
  const given = ready['payment'] as { readonly token: string };
  // A card that is kept from now on is one that was typed.
  const payment = options.payment?.keep ? { ...given, keep: true } : (options.payment ?? given);
  const sent = { ...ready, payment };
  return by.expect(201, 'POST', '/api/me/orders', sent, { 'Idempotency-Key': unique('key') });
}

interface Wish {
  readonly scopes: readonly string[];
  readonly groups?: readonly string[];
  readonly names?: readonly string[];
  readonly monthly?: object;
  readonly tells?: boolean;
}
const monthly = { amount: 5000, currency: 'USD' };
const wishFor = (scopes: readonly HelperScope[], more: Partial<Wish> = {}): Wish => ({
  scopes,
  tells: false,
  ...(scopes.includes('buy') ? { monthly } : {}),
  ...more,
});

async function invited(wish: Wish, email = helperMail): Promise<string> {
  const { mine } = await owner.expect(201, 'POST', path, { tells: false, ...wish, email, password });
  return mine.find((one: { with: string }) => one.with === email).id;
}

/** Somebody new who helps, with exactly that. */
async function helping(wish: Wish): Promise<Visitor> {
  const { visitor, email } = await shop.server.member();
  const id = await invited(wish, email);
  await visitor.expect(200, 'POST', `${path}/${id}/accept`, {});
  visitor.helps = id;
  return visitor;
}

test('somebody is invited by mail, accepts, sees whose names they look after, and either side ends it at once', async () => {
  const id = await invited(wishFor(['see']));
  const mail = await mailTo(helper, helperMail, /asks for your help/);
  expect(mail.text).toContain('see the names, and what happens to them, of all names');
  const { theirs } = await helper.expect(200, 'GET', path);
  expect(theirs).toMatchObject([{ id, with: ownerMail, state: { at: 'invited' }, scopes: ['see'], reach: 'all' }]);
  helper.helps = id;
  expect((await helper.send('GET', '/api/me/names')).status).toBe(403);
  helper.helps = undefined;
  await helper.expect(200, 'POST', `${path}/${id}/accept`, {});
  expect((await mailTo(owner, ownerMail, /helps you now/)).subject).toBe(`${helperMail} helps you now`);
  expect(await helper.expect(200, 'GET', '/api/me/names')).toEqual([]);
  helper.helps = id;
  expect(await helper.expect(200, 'GET', '/api/me/names')).toHaveLength(2);
  await owner.expect(200, 'DELETE', `${path}/${id}`);
  const { status, body } = await helper.send('GET', '/api/me/names');
  expect([status, body.type]).toEqual([403, '/problems/leave-ended']);
  helper.helps = undefined;
  expect(await helper.expect(200, 'GET', '/api/me/names')).toEqual([]);
  expect((await mailTo(helper, helperMail, /do not help/)).subject).toContain(ownerMail);
  const again = await invited(wishFor(['see']));
  await helper.expect(200, 'POST', `${path}/${again}/accept`, {});
  await helper.expect(200, 'DELETE', `${path}/${again}`);
  expect((await mailTo(owner, ownerMail, /does not help you any more/)).text).toContain('ended it');
});

test('an invitation is declined, or runs out after fourteen days; nobody else can accept it', async () => {
  const declined = await invited(wishFor(['see']));
  const { visitor: stranger } = await shop.server.member();
  for (const by of [stranger, owner]) await by.expect(404, 'POST', `${path}/${declined}/accept`, {});
  await stranger.expect(404, 'DELETE', `${path}/${declined}`);
  await helper.expect(200, 'POST', `${path}/${declined}/decline`, {});
  await helper.expect(409, 'POST', `${path}/${declined}/accept`, {});
  const late = await invited(wishFor(['see']));
  await owner.expect(409, 'POST', path, { ...wishFor(['dns']), email: helperMail, password });
  await owner.expect(200, 'POST', '/api/demo/clock', { advanceDays: 15 });
  const open = async () => (await owner.expect(200, 'GET', path)).mine.some((one: { id: string }) => one.id === late);
  await until(open, (isOpen) => !isOpen);
  await helper.expect(409, 'POST', `${path}/${late}/accept`, {});
  expect((await mailTo(owner, ownerMail, /has not answered your invitation/)).subject).toContain(helperMail);
});

test('what cannot be left to somebody is named', async () => {
  const pointerOf = async (wish: object) => {
    const body = { tells: false, email: helperMail, password, ...wish };
    return (await owner.expect(422, 'POST', path, body)).errors[0].pointer;
  };
  expect(await pointerOf({ scopes: [] })).toBe('/scopes');
  expect(await pointerOf({ scopes: ['own'] })).toBe('/scopes');
  expect(await pointerOf({ scopes: ['buy'] })).toBe('/monthly');
  expect(await pointerOf({ scopes: ['see'], names: [] })).toBe('/reach');
  expect(await pointerOf({ scopes: ['see'], names: [reached, 'notmine.org'] })).toBe('/names/1');
  const none = '00000000-0000-4000-8000-000000000000';
  expect(await pointerOf({ scopes: ['see'], groups: [none] })).toBe('/groups/0');
  expect(await pointerOf({ scopes: ['see'], email: ownerMail })).toBe('/email');
  expect(await pointerOf({ scopes: ['see'], password: 'wrong' })).toBe('/password');
});

describe('the matrix of routes, scopes and names', () => {
  const reaches = (): readonly (readonly [string, Partial<Wish>, Reach])[] => [
    ['all names', {}, 'all'],
    ['one name', { names: [reached] }, { groups: [], names: [reached] }],
    ['a group', { groups: [group] }, { groups: [group], names: [] }],
  ];

  test.each(helperScopes)('with leave for %s nothing escapes', async (scope) => {
    const { paths, components } = await owner.expect(200, 'GET', '/api/openapi.json');
    let tried = 0;
    for (const [what, wish, reach] of reaches()) {
      const visitor = await helping(wishFor([scope], wish));
      for (const at of Object.keys(paths).filter((one) => one.startsWith('/api/me/')))
        for (const [method, operation] of Object.entries<Operation>(paths[at])) {
          const deed = operation['x-needs'];
          const open = mayDo({ scopes: [scope], reach }, deed);
          for (const name of [reached, other]) {
            const target = at.replace('{name}', name).replace(/\{\w+\}/g, '00000000-0000-4000-8000-000000000000');
            // What would change something is asked for in a way that changes nothing.
            const sent = method === 'get' || method === 'delete' ? undefined : {};
            const { status, body } = await visitor.send(method.toUpperCase(), target, sent, {
              'Idempotency-Key': unique('key'),
            });
            const told = [what, method, target, status];
            tried += 1;
            if (!open) expect(told).toEqual([what, method, target, 403]);
            else if (reach !== 'all' && name === other && at.startsWith('/api/me/names/{name}'))
              expect([404, 422]).toContain(status);
            else expect(told).not.toEqual([what, method, target, 403]);
            if (reach !== 'all') expect([target, JSON.stringify(body ?? '').includes(other)]).toEqual([target, false]);
          }
        }
    }
    expect(tried).toBeGreaterThan(400);
    expect(Object.keys(components)).not.toEqual([]);
  });

  test('every route of an account says what it needs, and nothing that is needed is unknown', async () => {
    const { paths } = await owner.expect(200, 'GET', '/api/openapi.json');
    for (const at of Object.keys(paths).filter((one) => one.startsWith('/api/me/')))
      for (const operation of Object.values<Operation>(paths[at]))
        expect(Object.keys(leaveFor)).toContain(operation['x-needs']);
  });
});

interface Operation {
  readonly 'x-needs': Deed;
}

test('lists, counts and changes of many end where the reach ends', async () => {
  const visitor = await helping(wishFor(['dns', 'manage'], { groups: [group] }));
  expect((await visitor.expect(200, 'GET', '/api/me/names')).map(({ name }: { name: string }) => name)).toEqual([
    reached,
  ]);
  expect(await visitor.expect(200, 'GET', '/api/me/name-counts')).toMatchObject({ all: 1 });
  expect(JSON.stringify(await visitor.expect(200, 'GET', '/api/me/ahead?currency=USD'))).not.toContain(other);
  const names = [reached, other];
  const changed = await visitor.expect(200, 'POST', '/api/me/name-changes', { names, autoRenew: true });
  expect(changed.changed).toEqual([reached]);
  expect((await owner.expect(200, 'GET', `/api/me/names/${other}`)).autoRenew).toBe(false);
  const records = [{ name: '@', type: 'A', ttl: 300, data: '192.0.2.7' }];
  const zones = await visitor.expect(200, 'POST', '/api/me/zone-changes', { names, kind: 'add', records });
  expect(zones.changed.map(({ name }: { name: string }) => name)).toEqual([reached]);
  const log = await owner.expect(200, 'GET', `/api/me/names/${reached}/log`);
  expect(log[0]).toMatchObject({ who: 'helper', by: expect.stringContaining('@'), what: { type: 'records' } });
  // Out of the group, it is out of reach.
  await owner.expect(200, 'PATCH', `/api/me/names/${reached}`, { groupId: null });
  await visitor.expect(404, 'GET', `/api/me/names/${reached}`);
  await owner.expect(200, 'PATCH', `/api/me/names/${reached}`, { groupId: group });
  await visitor.expect(200, 'GET', `/api/me/names/${reached}`);
});

test('each part of a change needs its own leave', async () => {
  const dns = await helping(wishFor(['dns']));
  const at = `/api/me/names/${reached}`;
  await dns.expect(403, 'PATCH', at, { autoRenew: true });
  await dns.expect(403, 'PATCH', at, { groupId: null });
  await dns.expect(200, 'PATCH', at, { delegation: { nameservers: null } });
  const manage = await helping(wishFor(['manage']));
  await manage.expect(403, 'PATCH', at, { autoRenew: false, delegation: { nameservers: null } });
  await manage.expect(200, 'PATCH', at, { autoRenew: false });
});

describe('buying for the owner', () => {
  const kept = async (visitor: Visitor) => {
    const [card] = await visitor.expect(200, 'GET', '/api/me/cards');
    return { payment: { method: 'card', card: card.id } };
  };

  test('is paid with what the account keeps, up to the limit of a month, and told to the owner', async () => {
    const visitor = await helping(wishFor(['buy'], { monthly: { amount: 2500, currency: 'USD' } }));
    const name = `${unique('berth')}.org`;
    await visitor.expect(200, 'PUT', `/api/basket/${name}`, { years: 1, privacy: true, autoRenew: false });
    expect((await owner.expect(200, 'GET', '/api/basket')).lines).toEqual([]);
    const ended = await untilEnded(visitor, (await order(visitor, [{ name }], await kept(visitor))).id);
    expect(ended).toMatchObject({ status: 'done' });
    expect((await visitor.expect(200, 'GET', '/api/basket')).lines).toEqual([]);
    expect((await owner.expect(200, 'GET', `/api/me/names/${name}`)).name).toBe(name);
    const log = await owner.expect(200, 'GET', `/api/me/names/${name}/log`);
    expect(log[0]).toMatchObject({ who: 'helper', what: { type: 'registered' } });
    // A second one fits, a third does not; what was refused counts for nothing.
    await untilEnded(visitor, (await order(visitor, [{ name, action: 'renew' }], await kept(visitor))).id);
    const third = await readyToOrder(visitor, [{ name, action: 'renew', years: 1 }]);
    const refused = await visitor.expect(
      422,
      'POST',
      '/api/me/orders',
      { ...third.order, ...(await kept(visitor)) },
      { 'Idempotency-Key': unique('key') },
    );
    expect(refused.errors).toMatchObject([{ pointer: '/quoteId', code: 'beyondLimit' }]);
    expect(await owner.expect(200, 'GET', '/api/me/orders')).toHaveLength(3);
  });

  test('of some names is renewing them alone, and never with a card of one’s own', async () => {
    const visitor = await helping(wishFor(['buy'], { names: [reached] }));
    const own = await readyToOrder(visitor, [{ name: reached, action: 'renew' }]);
    const key = () => ({ 'Idempotency-Key': unique('key') });
    const refused = await visitor.expect(422, 'POST', '/api/me/orders', own.order, key());
    expect(refused.errors).toMatchObject([{ pointer: '/payment/method', code: 'ownersWay' }]);
    const fresh = await readyToOrder(visitor, [{ name: `${unique('berth')}.org` }]);
    await visitor.expect(403, 'POST', '/api/me/orders', { ...fresh.order, ...(await kept(visitor)) }, key());
    await expect(readyToOrder(visitor, [{ name: other, action: 'renew' }])).resolves.toMatchObject({
      quote: { problems: [{ code: 'notHeld' }] },
    });
    const ended = await untilEnded(
      visitor,
      (await order(visitor, [{ name: reached, action: 'renew' }], await kept(visitor))).id,
    );
    expect(ended.status).toBe('done');
    expect(await visitor.expect(200, 'GET', '/api/me/orders')).toHaveLength(1);
    const [first] = (await owner.expect(200, 'GET', '/api/me/orders')).slice(-1);
    await visitor.expect(404, 'GET', `/api/me/orders/${first.id}`);
  });
});

test('an owner who wants to be told is told once a day for a name', async () => {
  const visitor = await helping(wishFor(['manage'], { tells: true }));
  // Looking changes nothing, and is not told: of the other name nothing comes.
  expect((await visitor.send('POST', `/api/me/names/${other}/nameserver-looks`, { nameservers: null })).status).toBe(
    200,
  );
  for (const autoRenew of [true, false]) await visitor.expect(200, 'PATCH', `/api/me/names/${reached}`, { autoRenew });
  await mailTo(owner, ownerMail, new RegExp(`has changed ${reached}`));
  await pause(500);
  const mails = await owner.expect(200, 'GET', `/api/demo/inbox?to=${ownerMail}`);
  expect(mails.filter(({ subject }: { subject: string }) => subject.includes(`has changed ${other}`))).toEqual([]);
  expect(mails.filter(({ subject }: { subject: string }) => subject.includes(`has changed ${reached}`))).toHaveLength(
    1,
  );
});

test('a link says by itself for whom it is, and nothing else is taken for that', async () => {
  const visitor = await helping(wishFor(['see']));
  const { helps } = visitor;
  visitor.helps = undefined;
  expect(await visitor.expect(200, 'GET', '/api/me/names')).toEqual([]);
  expect((await visitor.expect(200, 'GET', `/api/me/names?helping=${helps}`)).length).toBeGreaterThan(1);
  await visitor.expect(403, 'GET', '/api/me/names?helping=nobody');
  await visitor.expect(200, 'GET', '/api/ideas?name=saltwhistle.org&for=protect');
});

test('more or less is left to somebody from one moment to the next', async () => {
  const { visitor, email } = await shop.server.member();
  const id = await invited(wishFor(['see']), email);
  await visitor.expect(200, 'POST', `${path}/${id}/accept`, {});
  visitor.helps = id;
  await visitor.expect(403, 'PATCH', `/api/me/names/${reached}`, { autoRenew: true });
  await owner.expect(200, 'PUT', `${path}/${id}`, { ...wishFor(['manage'], { names: [reached] }), password });
  await visitor.expect(200, 'PATCH', `/api/me/names/${reached}`, { autoRenew: true });
  await visitor.expect(404, 'GET', `/api/me/names/${other}`);
  visitor.helps = undefined;
  expect((await mailTo(visitor, email, /changed what is left to you/)).text).toContain('of 1 name');
});
