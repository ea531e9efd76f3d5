import type { EppCommand } from '@tienda/core/epp/command';
import { connect } from '../src/db/database';
import { RegistryHosts } from '../src/registry/hosts';
import { RegistryMessages } from '../src/registry/messages';
import { registries } from '../src/registry/registries';
import { RegistrySession } from '../src/registry/session';
import { RegistryStore } from '../src/registry/store';
import { decideDue, RegistryTransfers } from '../src/registry/transfers';
import { contact } from './rawClient';

const dayMs = 24 * 3600_000;
const { database, close } = connect(process.env['TIENDA_OUTSIDE_DATABASE_URL'] ?? '');
afterAll(close);

/** A registry with a clock of its own, and registrars that speak to it. */
function registryOfItsOwn() {
  const registry = registries.find(({ id }) => id === 'lanternhead');
  if (!registry) throw new Error('No registry');
  let time = Date.now();
  const now = () => new Date(time);
  const store = new RegistryStore(database, registry, now);
  const transfers = new RegistryTransfers(database, registry, now);
  const shared = {
    registry,
    store,
    hosts: new RegistryHosts(database, registry, now),
    messages: new RegistryMessages(database, registry),
    transfers,
    now,
    // None that runs beside this: those empty their queues themselves.
    passwords: { tienda: 'secret-1', sailloft: 'secret-1', netmender: 'secret-1' },
    sessionsByClient: new Map<string, number>(),
    repriced: new Map<string, never>(),
    pace: 0,
  };
  return {
    pass: (days: number) => {
      time += days * dayMs;
    },
    today: () => now().toISOString(),
    decideDue: () => decideDue(database, new Map([[registry.id, transfers]]), now()),
    as: async (clientId: string) => {
      const session = new RegistrySession(shared);
      const send = (command: EppCommand) => session.answer(command, 'TEST-0001');
      expect((await send({ type: 'login', clientId, password: 'secret-1' })).code).toBe(1000);
      return send;
    },
  };
}
type Send = Awaited<ReturnType<ReturnType<typeof registryOfItsOwn>['as']>>;

let count = 0;
async function registered(send: Send, years = 1): Promise<string> {
  await send({ type: 'createContact', contact });
  const name = `life${Date.now()}${(count += 1)}.org`;
  const domain = { name, years, registrant: contact.id, contacts: [], authCode: 'secret-9' };
  expect((await send({ type: 'createDomain', domain })).code).toBe(1000);
  return name;
}
async function seen(send: Send, name: string) {
  const { data } = await send({ type: 'infoDomain', name });
  return data?.type === 'domain' ? data.domain : undefined;
}
const dayOf = (instant: string | undefined) => instant?.slice(0, 10) ?? '';
const yearsLater = (day: string, years: number) => `${Number(day.slice(0, 4)) + years}${day.slice(4)}`;

/** All messages that wait for a registrar about a name, taken off its queue. */
async function told(send: Send, name: string) {
  const heard = [];
  for (;;) {
    const { code, queue, data } = await send({ type: 'poll' });
    if (code === 1300 || !queue) return heard;
    await send({ type: 'pollAck', id: queue.id });
    if (data?.type === 'domainTransfer' && data.transfer.name === name) heard.push(data.transfer.status);
  }
}

describe('a name that ran out', () => {
  const report = {
    preData: 'before',
    postData: 'after',
    deletedAt: '2026-11-24T10:00:00Z',
    restoredAt: '2026-11-25T10:00:00Z',
    reason: 'Its holder wants it.',
    statements: ['Not for ourselves.', 'All true.'],
  } as const;

  test('goes through grace and redemption, is asked back, reported on, renewed, and has lost no day', async () => {
    const world = registryOfItsOwn();
    const send = await world.as('tienda');
    const name = await registered(send);
    const expiresOn = dayOf((await seen(send, name))?.expiresAt);
    expect((await seen(send, name))?.graceStatuses).toEqual(['addPeriod']);
    const restore = (more: object = {}) => send({ type: 'restoreDomain', name, ...more });
    expect((await restore()).code).toBe(2304);
    world.pass(365 + 20);
    expect((await seen(send, name))?.graceStatuses).toEqual(['autoRenewPeriod']);
    world.pass(40);
    const lost = await seen(send, name);
    expect([lost?.graceStatuses, lost?.statuses]).toEqual([['redemptionPeriod'], ['pendingDelete', 'serverHold']]);
    expect((await send({ type: 'renewDomain', name, expiresOn, years: 1 })).code).toBe(2304);
    expect((await restore({ report })).code).toBe(2304);
    expect(await restore()).toMatchObject({ code: 1000, data: { graceStatuses: ['pendingRestore'] } });
    expect((await restore()).code).toBe(2304);
    const stranger = await world.as('sailloft');
    expect((await stranger({ type: 'restoreDomain', name, report })).code).toBe(2201);
    expect((await restore({ report })).code).toBe(1000);
    expect(dayOf((await seen(send, name))?.expiresAt)).toBe(expiresOn);
    const renewed = await send({ type: 'renewDomain', name, expiresOn, years: 1 });
    expect(renewed.data?.type === 'domainRenewed' && dayOf(renewed.data.expiresAt)).toBe(yearsLater(expiresOn, 1));
    expect((await seen(send, name))?.statuses).toEqual(['ok']);
  });

  test('is lost again where the report does not come, or no renewal follows it', async () => {
    const world = registryOfItsOwn();
    const send = await world.as('tienda');
    const [silent, unpaid] = [await registered(send), await registered(send)];
    world.pass(365 + 46);
    for (const name of [silent, unpaid]) expect((await send({ type: 'restoreDomain', name })).code).toBe(1000);
    expect((await send({ type: 'restoreDomain', name: unpaid, report })).code).toBe(1000);
    world.pass(8);
    expect((await seen(send, silent))?.graceStatuses).toEqual(['redemptionPeriod']);
    expect((await seen(send, unpaid))?.graceStatuses).toEqual(['redemptionPeriod']);
    expect((await send({ type: 'restoreDomain', name: silent, report })).code).toBe(2304);
    world.pass(40);
    expect(await seen(send, silent)).toBeUndefined();
  });

  test('that was let go of within its term comes back with all of it', async () => {
    const world = registryOfItsOwn();
    const send = await world.as('tienda');
    const name = await registered(send, 3);
    const expiresAt = (await seen(send, name))?.expiresAt;
    world.pass(30);
    expect((await send({ type: 'deleteDomain', name })).code).toBe(1001);
    expect((await send({ type: 'deleteDomain', name })).code).toBe(2304);
    expect((await seen(send, name))?.graceStatuses).toEqual(['redemptionPeriod']);
    await send({ type: 'restoreDomain', name });
    await send({ type: 'restoreDomain', name, report });
    expect(await seen(send, name)).toMatchObject({ expiresAt, graceStatuses: [], statuses: ['ok'] });
  });
});

describe('a transfer', () => {
  const ask = (send: Send, name: string, more: object = {}) =>
    send({ type: 'transferDomain', step: 'request', name, authCode: 'secret-9', ...more });
  const step = (send: Send, name: string, what: 'query' | 'approve' | 'reject' | 'cancel') =>
    send({ type: 'transferDomain', step: what, name });

  async function ready(world: ReturnType<typeof registryOfItsOwn>) {
    const [ours, theirs] = [await world.as('tienda'), await world.as('sailloft')];
    const name = await registered(ours, 2);
    world.pass(61);
    return { ours, theirs, name };
  }

  test('needs the auth code, an unlocked name that has been here for its days, and another registrar', async () => {
    const world = registryOfItsOwn();
    const [ours, theirs] = [await world.as('tienda'), await world.as('sailloft')];
    const name = await registered(ours);
    expect((await ask(theirs, name)).code).toBe(2106);
    world.pass(61);
    expect((await ask(theirs, name, { authCode: 'wrong' })).code).toBe(2202);
    expect((await ask(ours, name)).code).toBe(2106);
    expect((await ask(theirs, `no${name}`)).code).toBe(2303);
    expect((await step(ours, name, 'query')).code).toBe(2301);
    expect((await step(ours, name, 'approve')).code).toBe(2301);
    await ours({ type: 'updateDomain', name, add: { statuses: ['clientTransferProhibited'] } });
    expect((await ask(theirs, name)).code).toBe(2304);
  });

  test('is approved by the losing side: the name moves with a year more, and both know', async () => {
    const world = registryOfItsOwn();
    const { ours, theirs, name } = await ready(world);
    const before = dayOf((await seen(ours, name))?.expiresAt);
    expect(await ask(theirs, name)).toMatchObject({ code: 1001, data: { transfer: { status: 'pending' } } });
    expect((await ask(theirs, name)).code).toBe(2300);
    expect((await seen(ours, name))?.statuses).toEqual(['pendingTransfer']);
    expect((await ours({ type: 'renewDomain', name, expiresOn: before, years: 1 })).code).toBe(2304);
    expect(await told(ours, name)).toEqual(['pending']);
    const other = await world.as('netmender');
    expect((await step(other, name, 'query')).code).toBe(2201);
    expect((await step(theirs, name, 'approve')).code).toBe(2201);
    expect((await step(ours, name, 'approve')).code).toBe(1000);
    expect(await seen(theirs, name)).toMatchObject({ sponsor: 'sailloft', creator: 'tienda', statuses: ['ok'] });
    expect(dayOf((await seen(theirs, name))?.expiresAt)).toBe(yearsLater(before, 1));
    expect([await told(theirs, name), await told(ours, name)]).toEqual([['clientApproved'], []]);
    expect((await step(ours, name, 'approve')).code).toBe(2301);
    // It has to stay there for its days now.
    expect((await ask(ours, name)).code).toBe(2106);
  });

  test.each([
    ['reject', 'clientRejected', 'the losing side'],
    ['cancel', 'clientCancelled', 'who asked'],
  ] as const)('%s ends it as %s, by %s alone', async (what, status, _) => {
    const { ours, theirs, name } = await ready(registryOfItsOwn());
    const [decides, other] = what === 'reject' ? [ours, theirs] : [theirs, ours];
    await ask(theirs, name);
    await told(ours, name);
    expect((await step(other, name, what)).code).toBe(2201);
    expect((await step(decides, name, what)).code).toBe(1000);
    expect(await seen(ours, name)).toMatchObject({ sponsor: 'tienda', statuses: ['ok'] });
    expect([await told(other, name), await told(decides, name)]).toEqual([[status], []]);
    expect(await step(ours, name, 'query')).toMatchObject({ code: 1000, data: { transfer: { status } } });
    expect((await ask(theirs, name)).code).toBe(1001);
  });

  test('that nobody decides on is approved after five days, and both sides hear of it', async () => {
    const world = registryOfItsOwn();
    const { ours, theirs, name } = await ready(world);
    await ask(theirs, name);
    world.pass(4);
    await world.decideDue();
    expect((await seen(ours, name))?.sponsor).toBe('tienda');
    world.pass(2);
    await world.decideDue();
    expect((await seen(ours, name))?.sponsor).toBe('sailloft');
    expect([await told(ours, name), await told(theirs, name)]).toEqual([
      ['pending', 'serverApproved'],
      ['serverApproved'],
    ]);
  });
});
