import { once } from 'node:events';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import Koa from 'koa';
import { orderRoutes } from '../src/names/orders/routes';
import type { OrderPayments } from '../src/names/orders/payments';
import type { OrderService } from '../src/names/orders/service';
import type { Notifications } from '../src/platform/db/notifications';

/** An order as far as its progress is concerned. */
const order = (events: number, ended = false) => ({ events: Array.from({ length: events }, () => 'event'), ended });

const servers: Server[] = [];

afterAll(() => {
  for (const server of servers) {
    server.closeAllConnections();
    server.close();
  }
});

/** Answers like the shop's server, of an order that is read and heard of as given. */
async function serve(find: () => Promise<ReturnType<typeof order>>, subscribe: Notifications['subscribe']) {
  const routes = orderRoutes(
    { find } as unknown as OrderService,
    {} as OrderPayments,
    { subscribe } as unknown as Notifications,
  );
  const route = routes.find(({ path }) => path.endsWith('/progress'));
  const app = new Koa();
  // Whoever has seen enough hangs up, which Koa would write down.
  app.on('error', () => undefined);
  app.use(async (ctx) => {
    ctx.state['session'] = { accountId: 'maren' };
    ctx['params'] = { id: 'o1' };
    await route?.serve(ctx);
  });
  const server = app.listen(0, '127.0.0.1');
  servers.push(server);
  await once(server, 'listening');
  return fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
}

const statesIn = (text: string) => [...text.matchAll(/^id: (\d+)$/gm)].map(([, id]) => Number(id));

/**
 * Follows an order of which something happens just as one begins to follow it, and twice a little later.
 *
 * @param found what is read of it, each time it is, and after how many milliseconds
 * @returns the numbers of the states told
 */
async function follow(...found: readonly (readonly [ms: number, order: ReturnType<typeof order>])[]) {
  let reads = 0;
  const find = async () => {
    const [ms, read] = found[Math.min(reads++, found.length - 1)]!;
    await pause(ms);
    return read;
  };
  const answer = await serve(find, async (_, hear) => {
    hear('o1');
    for (const ms of [100, 200]) setTimeout(() => hear('o1'), ms);
    return () => undefined;
  });
  return statesIn(await answer.text());
}

test('an order that ends just as one begins to follow it is told to its end', async () => {
  expect(await follow([0, order(1)], [5, order(3, true)], [30, order(3, true)])).toEqual([1, 3]);
});

test('what was read before is not told after what came later', async () => {
  const told = await follow([0, order(1)], [5, order(2)], [30, order(1)], [0, order(3, true)]);
  expect(told).toEqual([...told].sort((a, b) => a - b));
  expect(told.at(-1)).toBe(3);
});

test('an order of which something happens all the time is told while it does', async () => {
  let happened = 0;
  let hearAgain = (): void => undefined;
  const find = async () => {
    await pause(5);
    happened += 1;
    hearAgain();
    return order(happened, happened === 40);
  };
  const answer = await serve(find, async (_, hear) => {
    hearAgain = () => hear('o1');
    return () => {
      hearAgain = () => undefined;
    };
  });
  const reader = answer.body?.getReader();
  const first = await reader?.read();
  expect(statesIn(new TextDecoder().decode(first?.value))[0]).toBeLessThan(20);
  expect(happened).toBeLessThan(40);
  await reader?.cancel();
});
