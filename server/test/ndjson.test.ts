import { once } from 'node:events';
import type { Server } from 'node:http';
import type { AddressInfo, Socket } from 'node:net';
import net from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import Koa from 'koa';
import pino from 'pino';
import { answerLines, type Reader, type Tell } from '../src/platform/http/ndjson';

type Run = (reader: Reader, tell: Tell<object>) => Promise<void>;

let server: Server;
/** What every request waits for before it is answered. */
let before: () => Promise<unknown> = () => Promise.resolve();
let run: Run;
let runs = 0;

beforeAll(async () => {
  const app = new Koa();
  app.use(async (ctx) => {
    await before();
    return answerLines<object>(ctx, pino({ level: 'silent' }), (reader, tell) => {
      runs += 1;
      return run(reader, tell);
    });
  });
  server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
});

afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const portOf = () => (server.address() as AddressInfo).port;
const ask = (method = 'GET') => fetch(`http://127.0.0.1:${portOf()}/`, { method });

test('each event is a line, also one that is a line already, in the order in which they are told', async () => {
  run = async (_, tell) => {
    tell([{ word: 'лодка' }, '{"word":"quay"}\n']);
    await pause(1);
    tell([{ word: 'tide' }]);
    tell([{ word: 'slip' }], true);
    await pause(1);
    tell([{ word: 'done' }]);
  };
  const answer = await ask();
  expect([answer.status, answer.headers.get('Content-Type')]).toEqual([200, 'application/x-ndjson']);
  const lines = (await answer.text()).trimEnd().split('\n');
  expect(lines.map((line): unknown => JSON.parse(line).word)).toEqual(['лодка', 'quay', 'tide', 'slip', 'done']);
});

test('the first lines go out before the rest is known', async () => {
  let goOn = (): void => undefined;
  run = async (_, tell) => {
    tell([{ word: 'quay' }]);
    await new Promise<void>((resolve) => (goOn = resolve));
    tell([{ word: 'tide' }]);
  };
  const reader = (await ask()).body?.getReader();
  const read = async () => new TextDecoder().decode((await reader?.read())?.value);
  expect(await read()).toBe('{"word":"quay"}\n');
  goOn();
  expect(await read()).toBe('{"word":"tide"}\n');
  expect(await reader?.read()).toMatchObject({ done: true });
});

test('who asks for the head only is told what would come, and nothing is looked for', async () => {
  const already = runs;
  const answer = await ask('HEAD');
  expect([answer.status, answer.headers.get('Content-Type')]).toEqual([200, 'application/x-ndjson']);
  expect(runs).toBe(already);
});

test('an answer that fails midway is cut off, and not taken for whole', async () => {
  run = async (_, tell) => {
    tell([{ word: 'quay' }]);
    await pause(20);
    throw new Error('made up');
  };
  await expect(ask().then((answer) => answer.text())).rejects.toThrow();
});

/** Somebody who asks and never reads. */
async function deafReader(): Promise<Socket> {
  const socket = net.connect(portOf(), '127.0.0.1');
  await once(socket, 'connect');
  socket.pause();
  socket.write('GET / HTTP/1.1\r\nHost: tienda.example\r\n\r\n');
  return socket;
}

test('whoever does not read is let go before what waits for them fills the memory', async () => {
  let told = 0;
  const isOver = new Promise<void>((resolve) => {
    run = async ({ signal }, tell) => {
      const megabyte = 'x'.repeat(1024 * 1024);
      while (!signal.aborted && told < 100) {
        tell([{ megabyte }], true);
        told += 1;
        await pause(5);
      }
      resolve();
    };
  });
  const socket = await deafReader();
  await isOver;
  expect(told).toBeLessThan(30);
  socket.destroy();
});

test('whoever hangs up is told no more', async () => {
  const isGone = new Promise<void>((resolve) => {
    run = async ({ signal }, tell) => {
      tell([{ word: 'quay' }]);
      await once(signal, 'abort');
      tell([{ word: 'tide' }]);
      resolve();
    };
  });
  const hangUp = new AbortController();
  const answer = await fetch(`http://127.0.0.1:${portOf()}/`, { signal: hangUp.signal });
  await answer.body?.getReader().read();
  hangUp.abort();
  await isGone;
});

test('for whoever hung up before it began nothing is looked for', async () => {
  const already = runs;
  const hangUp = new AbortController();
  let isOver = (): void => undefined;
  const over = new Promise<void>((resolve) => (isOver = resolve));
  before = async () => {
    hangUp.abort();
    await pause(50);
    setImmediate(isOver);
  };
  await expect(fetch(`http://127.0.0.1:${portOf()}/`, { signal: hangUp.signal })).rejects.toThrow();
  await over;
  before = () => Promise.resolve();
  expect(runs).toBe(already);
});
