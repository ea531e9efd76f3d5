import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { bodyParser } from '@koa/bodyparser';
import Koa from 'koa';
import pino from 'pino';
import { answerProblems, refuseBody } from '../src/platform/http/middleware';

/** What a server answers whose work does that. */
async function answered(work: () => void, init: RequestInit = {}): Promise<{ status: number; log: string }> {
  let log = '';
  const app = new Koa();
  app.use(answerProblems(pino({}, { write: (line) => (log += line) })));
  app.use(bodyParser({ enableTypes: ['json'], onError: refuseBody }));
  app.use((ctx) => {
    work();
    ctx.body = {};
  });
  const server = app.listen(0, '127.0.0.1');
  await once(server, 'listening');
  try {
    const { port } = server.address() as AddressInfo;
    const { status } = await fetch(`http://127.0.0.1:${port}/api/there`, init);
    return { status, log };
  } finally {
    server.close();
  }
}

const sent = (body: string, headers: Record<string, string> = {}): RequestInit => ({
  method: 'POST',
  body,
  headers: { 'Content-Type': 'application/json', ...headers },
});
const fine = () => undefined;

test('what reading a body throws is its sender’s, and the same thrown by our work is ours and is logged', async () => {
  expect(await answered(fine, sent('{}'))).toEqual({ status: 200, log: '' });
  expect(await answered(fine, sent('{'))).toEqual({ status: 400, log: '' });
  expect((await answered(fine, sent('{}', { 'Content-Encoding': 'gzip' }))).status).toBe(400);
  expect((await answered(fine, sent('{}', { 'Content-Encoding': 'lzma' }))).status).toBe(415);
  for (const fault of [
    new SyntaxError('in an answer of somebody else'),
    Object.assign(new Error('no'), { status: 404 }),
  ]) {
    const { status, log } = await answered(() => {
      throw fault;
    });
    expect([status, log]).toEqual([500, expect.stringContaining(fault.message)]);
  }
});

test('an address that cannot be read is its sender’s', async () => {
  expect(await answered(() => decodeURIComponent('%ff'))).toEqual({ status: 400, log: '' });
});
