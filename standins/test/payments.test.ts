import { once } from 'node:events';
import { createServer, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { text } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';

const url = `http://127.0.0.1:${process.env['TIENDA_PAYMENTS_PORT']}`;
const key = process.env['TIENDA_PAYMENTS_KEY'] ?? '';
let count = 0;

async function post(path: string, body: object, headers: Record<string, string> = {}) {
  const response = await fetch(`${url}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

async function token(number = '4539 0000 1111 0006'): Promise<unknown> {
  return (await post('/v1/tokens', { number, expiry: '12/49', cvc: '123' })).body['token'];
}

function shop(path: string, body: object, idempotencyKey = `test-${Date.now()}-${(count += 1)}`) {
  return post(path, body, { Authorization: `Bearer ${key}`, 'Idempotency-Key': idempotencyKey });
}

const intent = async (number?: string) => ({
  amount: 1000,
  currency: 'USD',
  method: { type: 'card', token: await token(number) },
  reference: 'test',
});

test.each([
  ['number', { number: '4539 0000 1111 0007' }],
  ['expiry', { expiry: '01/20' }],
  ['expiry', { expiry: '13/30' }],
  ['cvc', { cvc: '12' }],
])('a card with a wrong %s is refused there', async (field, wrong) => {
  const { status, body } = await post('/v1/tokens', {
    number: '4539 0000 1111 0006',
    expiry: '12/49',
    cvc: '123',
    ...wrong,
  });
  expect([status, body['field']]).toEqual([422, field]);
});

test('money is held, then taken, at most what was held, and once', async () => {
  const { status, body } = await shop('/v1/intents', await intent());
  expect([status, body['status']]).toEqual([201, 'authorised']);
  const path = `/v1/intents/${String(body['id'])}`;
  expect((await shop(`${path}/capture`, { amount: 1001 })).status).toBe(400);
  expect((await shop(`${path}/capture`, { amount: 700 })).body).toMatchObject({ status: 'captured', captured: 700 });
  expect((await shop(`${path}/capture`, { amount: 700 })).status).toBe(409);
  expect((await shop(`${path}/void`, {})).status).toBe(409);
});

test('a request repeated under its key is answered alike and done once', async () => {
  const body = await intent();
  const reference = `repeat-${Date.now()}`;
  const answers = await Promise.all([1, 2, 3].map(() => shop('/v1/intents', { ...body, reference }, reference)));
  expect(new Set(answers.map((answer) => answer.body['id'])).size).toBe(1);
  expect((await shop('/v1/intents', { ...body, reference, amount: 1 }, reference)).status).toBe(409);
});

test('of changes asked for at once under keys of their own one is made, and the others hear that it was', async () => {
  const { body } = await shop('/v1/intents', await intent());
  const path = `/v1/intents/${String(body['id'])}`;
  const answers = await Promise.all([
    ...[1, 2, 3].map(() => shop(`${path}/capture`, { amount: 700 })),
    ...[1, 2, 3].map(() => shop(`${path}/void`, {})),
  ]);
  expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 409, 409, 409, 409, 409]);
  const done = answers.find(({ status }) => status === 200)?.body['status'];
  expect(answers.map((answer) => answer.body['status'])).toEqual(Array<unknown>(6).fill(done));
});

test('a card that declines holds nothing', async () => {
  const { status, body } = await shop('/v1/intents', await intent('4539 0000 1111 0014'));
  expect([status, body['status']]).toEqual([402, 'declined']);
});

test('strangers without the shop’s key are turned away', async () => {
  expect((await post('/v1/intents', await intent(), { 'Idempotency-Key': 'x' })).status).toBe(401);
});

test('an amount that is not whole minor units is refused', async () => {
  for (const amount of [0, -1, 1.5, '7'])
    expect((await shop('/v1/intents', { ...(await intent()), amount })).status).toBe(400);
});

describe('payments that wait for their buyer', () => {
  const begin = async (method: object) => {
    const { status, body } = await shop('/v1/intents', { amount: 1000, currency: 'USD', method, reference: 'test' });
    expect([status, body['status']]).toEqual([201, 'waiting']);
    return String(body['id']);
  };
  const look = async (id: string): Promise<Record<string, unknown>> => {
    const response = await fetch(`${url}/v1/intents/${id}`, { headers: { Authorization: `Bearer ${key}` } });
    return (await response.json()) as Record<string, unknown>;
  };
  const press = async (path: string) => {
    const response = await fetch(`${url}${path}`, { method: 'POST', redirect: 'manual' });
    return { status: response.status, to: response.headers.get('Location') };
  };
  const returnUrl = 'http://127.0.0.1:1/orders/1';

  test('a wallet is approved on its page and leads back; twice changes nothing', async () => {
    const id = await begin({ type: 'wallet', returnUrl });
    expect(await (await fetch(`${url}/wallet/${id}`)).text()).toContain('10.00 USD');
    expect(await press(`/wallet/${id}/approve`)).toEqual({ status: 303, to: returnUrl });
    await press(`/wallet/${id}/refuse`);
    expect(await look(id)).toMatchObject({ status: 'authorised' });
    expect(await (await fetch(`${url}/wallet/${id}`)).text()).toContain('not open any more');
  });

  test('a phone refuses, and what the shop gave up cannot be approved', async () => {
    const refused = await begin({ type: 'mobile', phone: '+353209150199' });
    expect((await press(`/devices/${refused}/refuse`)).status).toBe(303);
    expect(await look(refused)).toMatchObject({ status: 'declined' });
    const given = await begin({ type: 'mobile', phone: '+353209150199' });
    expect((await shop(`/v1/intents/${given}/void`, {})).body).toMatchObject({ status: 'voided' });
    expect((await press(`/devices/${given}/approve`)).status).toBe(409);
  });

  test('a transfer arrives, also after it was given up, and is given back in parts, at most what came', async () => {
    const id = await begin({ type: 'transfer' });
    await shop(`/v1/intents/${id}/void`, {});
    expect(await (await fetch(`${url}/devices`)).text()).toContain('given up by the shop');
    expect((await press(`/devices/${id}/send`)).status).toBe(303);
    expect(await look(id)).toMatchObject({ status: 'paid' });
    expect((await shop(`/v1/intents/${id}/refund`, { amount: 400 })).body).toMatchObject({
      status: 'paid',
      refunded: 400,
    });
    expect((await shop(`/v1/intents/${id}/refund`, { amount: 601 })).status).toBe(400);
    expect((await shop(`/v1/intents/${id}/refund`, { amount: 600 })).body).toMatchObject({ status: 'refunded' });
  });

  test.each([{ type: 'wallet', returnUrl: 'javascript:1' }, { type: 'mobile', phone: '020' }, { type: 'barter' }, {}])(
    'what a way of paying needs must be there: %j',
    async (method) => {
      const { status } = await shop('/v1/intents', { amount: 1000, currency: 'USD', method, reference: 'test' });
      expect(status).toBe(400);
    },
  );
});

test('the shop is told of what happened until it says that it heard', async () => {
  const heard: string[] = [];
  const listener = createServer((request, response) => {
    void readJson(request).then(({ type }) => {
      heard.push(String(type));
      listener.emit('told');
      // What is heard the first time is not said to be.
      response.writeHead(heard.length === 1 ? 503 : 204).end();
    });
  });
  await once(listener.listen(0, '127.0.0.1'), 'listening');
  const heardOf = async (times: number) => {
    while (heard.length < times) await once(listener, 'told');
  };
  const { port } = listener.address() as AddressInfo;
  const { body } = await shop('/v1/intents', { ...(await intent()), notifyUrl: `http://127.0.0.1:${port}/` });
  await heardOf(2);
  await shop(`/v1/intents/${String(body['id'])}/capture`, { amount: 700 });
  await heardOf(3);
  // Long enough for another attempt, had it not been taken as heard.
  await pause(1500);
  listener.close();
  expect(heard).toEqual(['intent.authorised', 'intent.authorised', 'intent.captured']);
});

async function readJson(request: IncomingMessage): Promise<Record<string, unknown>> {
  return JSON.parse(await text(request)) as Record<string, unknown>;
}
