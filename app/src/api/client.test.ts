import { ApiProblem, call, keepCsrf, lines } from './client';

const answered: { path: string; init: RequestInit }[] = [];

function answerWith(response: () => Response): void {
  answered.length = 0;
  globalThis.fetch = (path, init) => {
    answered.push({ path: typeof path === 'string' ? path : '', init: init ?? {} });
    return Promise.resolve(response());
  };
}

/** A response as `fetch` gives it, cut where the network cut it. */
function streamed(...pieces: string[]): Response {
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
      controller.close();
    },
  });
  return { ok: true, body } as unknown as Response;
}

test('lines come whole however the network cuts them', async () => {
  answerWith(() => streamed('{"a":1}\n{"a"', ':2}\n', '{"a":3}\n'));
  const seen: unknown[] = [];
  for await (const batch of lines<{ a: number }>('/api/search', new AbortController().signal)) seen.push(...batch);
  expect(seen).toEqual([{ a: 1 }, { a: 2 }, { a: 3 }]);
});

test('changes carry the session’s token, questions do not', async () => {
  keepCsrf('token');
  answerWith(() => ({ ok: true, status: 200, json: () => Promise.resolve({}) }) as unknown as Response);
  await call('PUT', '/api/basket/a.org', { years: 1 });
  await call('GET', '/api/basket');
  expect(answered.map(({ init }) => new Headers(init.headers).get('X-Tienda-CSRF'))).toEqual(['token', null]);
});

test('what was tapped is sent though the page is left, unless it is more than browsers promise', async () => {
  answerWith(() => ({ ok: true, status: 200, json: () => Promise.resolve({}) }) as unknown as Response);
  await call('PUT', '/api/basket/a.org', { years: 1 });
  await call('POST', '/api/basket/lines', { lines: 'a.org'.repeat(10_000) });
  await call('GET', '/api/basket');
  expect(answered.map(({ init }) => init.keepalive)).toEqual([true, false, false]);
});

test('an answer that does not come is silence after a minute; what nobody wants any more is not', async () => {
  const waits: number[] = [];
  const timeout = jest.spyOn(AbortSignal, 'timeout').mockImplementation((ms) => {
    waits.push(ms);
    return AbortSignal.abort(new DOMException('Too late', 'TimeoutError'));
  });
  globalThis.fetch = (_path, init) => Promise.reject(init?.signal?.reason ?? new Error('It has no deadline'));
  const silent: unknown = await call('GET', '/api/basket').catch((fault: unknown) => fault);
  expect(silent instanceof ApiProblem && silent.isSilence).toBe(true);
  expect(waits).toEqual([60_000]);
  timeout.mockRestore();
  const left = lines('/api/search', AbortSignal.abort(new DOMException('Left', 'AbortError')));
  await expect(left.next()).rejects.toMatchObject({ name: 'AbortError' });
});

test('a refusal names its fields', async () => {
  const body = {
    type: '/problems/bad-fields',
    detail: 'No.',
    errors: [{ pointer: '/email', code: 'x', detail: 'Write an address.' }],
  };
  answerWith(() => ({ ok: false, status: 422, json: () => Promise.resolve(body) }) as unknown as Response);
  const refusal: unknown = await call('POST', '/api/accounts', {}).catch((fault: unknown) => fault);
  if (!(refusal instanceof ApiProblem)) throw new Error('It was not refused');
  expect([refusal.status, refusal.of('email'), refusal.of('password')]).toEqual([422, 'Write an address.', undefined]);
});

test('a token that another tab made stale is fetched anew, and the change sent again', async () => {
  keepCsrf('stale');
  const csrf = { ok: false, status: 403, json: () => Promise.resolve({ type: '/problems/csrf', detail: 'Reload.' }) };
  const session = { ok: true, status: 200, json: () => Promise.resolve({ csrf: 'fresh' }) };
  const done = { ok: true, status: 200, json: () => Promise.resolve({ lines: [] }) };
  const answers = [csrf, session, done];
  answerWith(() => answers.shift() as unknown as Response);
  expect(await call('DELETE', '/api/basket/a.org')).toEqual({ lines: [] });
  expect(answered.map(({ path }) => path)).toEqual(['/api/basket/a.org', '/api/session', '/api/basket/a.org']);
  expect(new Headers(answered[2]?.init.headers).get('X-Tienda-CSRF')).toBe('fresh');
});
