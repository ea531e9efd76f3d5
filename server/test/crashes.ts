import { setTimeout as pause } from 'node:timers/promises';
import { orderNames, readyToOrder, untilEnded, type Visitor } from '../../scripts/demo.mjs';
import { buyer, intentsOf, ServerProcess, unique } from './serverProcess';

/** What is bought, how it is paid, and at which steps each life of the server ends. */
export interface Course {
  readonly method: 'card' | 'wallet' | 'transfer' | 'balance';
  /** Of the money, so much from the balance; with `balance` all of it. */
  readonly balance?: number;
  readonly names: readonly string[];
  /** Names held before, that are renewed for a year with the same order. */
  readonly renewals?: readonly string[];
  /** The steps after which each life of the server is ended; the last one is not. */
  readonly lives: readonly number[];
}

const offset = 30;

/** A server that the test ends; ports are its own, so that no other test's server is in its way. */
function startServer(dieAfter = 0, quoteId = ''): Promise<ServerProcess> {
  const port = Number(process.env['TIENDA_PORT']) + 200 + offset;
  const url = `http://127.0.0.1:${port}`;
  return ServerProcess.start(offset, {
    TIENDA_DIE_AFTER: String(dieAfter),
    TIENDA_DIE_OF: quoteId,
    TIENDA_NOTICE_URL: `${url}/api/payments/notices`,
    TIENDA_PUBLIC_URL: url,
    TIENDA_SWEEP_SECONDS: '1',
    TIENDA_LEASE_SECONDS: '1',
  });
}

/** Somebody ready to buy, with money on the balance where the course needs it. */
async function makeReady({ names, renewals = [], method, balance }: Course) {
  const server = await startServer();
  const { visitor } = await server.member();
  if (method === 'balance' || balance) {
    const { tokenFor } = await import('../../scripts/demo.mjs');
    const { paymentsUrl } = await visitor.expect(200, 'GET', '/api/session');
    const payment = { method: 'card', token: await tokenFor(paymentsUrl) };
    const key = { 'Idempotency-Key': unique('top-up') };
    await visitor.expect(201, 'POST', '/api/me/top-ups', { amount: 10_000, currency: 'USD', payment }, key);
  }
  if (renewals.length > 0) {
    const wanted = renewals.map((name) => ({ name }));
    await untilEnded(visitor, (await orderNames(visitor, wanted)).id);
  }
  const before = await expiries(visitor);
  const ready = await readyToOrder(
    visitor,
    [...renewals.map((name) => ({ name, action: 'renew' as const })), ...names.map((name) => ({ name }))],
    {
      ...(method === 'card' ? {} : { payment: { method } }),
      ...(balance === undefined ? {} : { balance }),
    },
  );
  await server.end();
  return { visitor, before, ...ready };
}

/** When each name held expires. */
async function expiries(visitor: Visitor): Promise<Map<string, string>> {
  const held: { name: string; expiresOn: string }[] = await visitor.expect(200, 'GET', '/api/me/names');
  return new Map(held.map(({ name, expiresOn }) => [name, expiresOn]));
}

/** What the registry tells everybody of when a name expires. */
async function registeredUntil(visitor: Visitor, name: string): Promise<string | undefined> {
  const { status, body } = await visitor.send('GET', `/api/lookup/${name}`);
  if (status !== 200) return undefined;
  const { events }: { events: { eventAction: string; eventDate: string }[] } = JSON.parse(JSON.stringify(body));
  return events.find(({ eventAction }) => eventAction === 'expiration')?.eventDate.slice(0, 'YYYY-MM-DD'.length);
}

/** Sends the order until a server lives long enough to answer: what a browser does when a line breaks. */
async function send(visitor: Visitor, order: object, key: string): Promise<string | undefined> {
  const headers = { 'Idempotency-Key': key };
  const answer = await visitor.send('POST', '/api/me/orders', order, headers).catch(() => undefined);
  if (answer && answer.status !== 201) throw new Error(`The order was refused: ${JSON.stringify(answer.body)}`);
  return answer?.body.id;
}

/** Does what the buyer has to do until the order has ended. */
async function followed(
  visitor: Visitor,
  id: string,
  { method }: Course,
  died: Promise<'died'>,
): Promise<'ended' | 'died'> {
  for (;;) {
    const shown = await visitor.send('GET', `/api/me/orders/${id}`).catch(() => undefined);
    if (!shown) return died;
    if (shown.body.ended) return 'ended';
    if (shown.body.status === 'waitingForPayment')
      await buyer(id, method === 'wallet' ? 'wallet/approve' : 'bank/send');
    await pause(60);
  }
}

/**
 * Buys while the server is ended by SIGKILL again and again, each life after so many steps, until it may live.
 *
 * @returns the order once it has ended, with what the provider keeps of it
 */
export async function buyThrough(course: Course) {
  const { visitor, before, quote, order } = await makeReady(course);
  let id: string | undefined;
  let deaths = 0;
  let last: ServerProcess | undefined;
  for (const dieAfter of [...course.lives, 0]) {
    const start = startServer(dieAfter, quote.id);
    // It takes up the order before it opens, and may have died of it by then.
    const server = await (dieAfter === 0 ? start : start.catch(() => undefined));
    if (!server) {
      deaths += 1;
      continue;
    }
    const died = new Promise<'died'>((resolve) => server.child.once('exit', () => resolve('died')));
    const sent: Promise<string | undefined> = id === undefined ? send(visitor, order, quote.id) : Promise.resolve(id);
    const lived = sent.then(async (answered) => {
      id ??= answered;
      return id === undefined ? died : Promise.race([died, followed(visitor, id, course, died)]);
    });
    if ((await lived) === 'died') {
      deaths += 1;
      continue;
    }
    if (dieAfter === 0) last = server;
    else await server.end('SIGKILL');
    break;
  }
  const server = last ?? (await startServer());
  try {
    if (id === undefined) throw new Error('The order was never answered');
    const shown = await visitor.expect(200, 'GET', `/api/me/orders/${id}`);
    const after = await expiries(visitor);
    const { balances } = await visitor.expect(200, 'GET', '/api/me/balance');
    const atRegistry = new Map<string, string | undefined>();
    for (const name of [...course.names, ...(course.renewals ?? [])])
      atRegistry.set(name, await registeredUntil(visitor, name));
    return {
      shown,
      before,
      after,
      balance: balances[0]?.amount ?? 0,
      atRegistry,
      intents: await intentsOf(id),
      deaths,
      quote,
    };
  } finally {
    await server.end();
  }
}

/** What must be true however often a server died. */
export async function expectAllRight(course: Course, came: Awaited<ReturnType<typeof buyThrough>>): Promise<void> {
  const { shown, before, after, intents, balance, quote, atRegistry } = came;
  expect(shown.ended).toBe(true);
  interface Line {
    readonly name: string;
    readonly kind: string;
    readonly net: number;
    readonly state: { readonly at: string };
  }
  const done: Line[] = shown.lines.filter(({ state }: Line) => state.at === 'done');
  const bought = done.filter(({ kind }) => kind === 'register').map(({ name }) => name);
  expect([...after.keys()].sort()).toEqual([...before.keys(), ...bought].sort());
  // Each renewal that was done added one year, each that was not none; and what the shop says is what the registry says.
  for (const [name, from] of before) {
    const years = done.some((line) => line.name === name) ? 1 : 0;
    expect([name, Number(after.get(name)?.slice(0, 4))]).toEqual([name, Number(from.slice(0, 4)) + years]);
  }
  for (const [name, expiresOn] of after) expect([name, atRegistry.get(name)]).toEqual([name, expiresOn]);
  const net = done.reduce((sum, line) => sum + line.net, 0);
  const earned: number = net + Math.round(net * Number(quote.tax.rate));
  const taken = intents.reduce<number>((sum, { captured, status, amount, refunded }) => {
    expect(['captured', 'voided', 'declined', 'paid', 'refunded']).toContain(status);
    return sum + (['paid', 'refunded'].includes(status) ? amount - refunded : captured);
  }, 0);
  const fromBalance = course.method === 'balance' || course.balance ? 10_000 - balance : 0;
  expect(taken + fromBalance).toBe(earned);
  expect(intents.length).toBeLessThanOrEqual(1);
  const types = shown.events.map(({ type, name }: { type: string; name?: string }) => `${type} ${name ?? ''}`);
  expect(new Set(types).size).toBe(types.length);
}
