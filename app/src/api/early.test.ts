import { currencyStore } from './currencyStore';
import { call, lines } from './client';
import { askEarly, forgetEarly } from './early';

let asked: { readonly path: string; readonly signal: AbortSignal | null | undefined }[] = [];
const paths = () => asked.map(({ path }) => path);

/** An answer that says the how-manieth request it answers. */
function numbered(place: number): Response {
  const body = new ReadableStream<Uint8Array>({
    start: (controller) => {
      controller.enqueue(new TextEncoder().encode(`${JSON.stringify({ place })}\n`));
    },
  });
  return { ok: true, status: 200, body, json: () => Promise.resolve({ place }) } as unknown as Response;
}

beforeEach(() => {
  asked = [];
  forgetEarly();
  globalThis.fetch = (input, init) => {
    const path = typeof input === 'string' ? input : '';
    asked.push({ path, signal: init?.signal });
    return Promise.resolve(numbered(asked.length));
  };
});
afterEach(() => jest.useRealTimers());

test('what was asked for early is taken by the first who asks, and asked for anew after that', async () => {
  askEarly({ pathname: '/names', search: '' });
  const sent = paths();
  expect(sent).toContain('/api/session');
  expect(await call('GET', '/api/session')).toEqual({ place: sent.indexOf('/api/session') + 1 });
  expect(paths()).toEqual(sent);
  expect(await call('GET', '/api/session')).toEqual({ place: sent.length + 1 });
});

test('after a change nothing from before it is taken', async () => {
  askEarly({ pathname: '/names', search: '' });
  const sent = paths().length;
  await call('PUT', '/api/basket/lines', {});
  expect(await call('GET', '/api/basket')).toEqual({ place: sent + 2 });
});

test('what is wanted much later is asked for anew', async () => {
  jest.useFakeTimers();
  askEarly({ pathname: '/names', search: '' });
  const sent = paths().length;
  jest.advanceTimersByTime(60_000);
  // Nobody reads them: they keep no connection busy.
  expect(asked.map(({ signal }) => signal?.aborted)).toEqual(asked.map(() => true));
  expect(await call('GET', '/api/rates')).toEqual({ place: sent + 1 });
});

test('one that fails is told to whoever asks, who can ask again', async () => {
  const answers = globalThis.fetch;
  globalThis.fetch = () => Promise.reject(new TypeError('no network'));
  askEarly({ pathname: '/names', search: '' });
  globalThis.fetch = answers;
  await expect(call('GET', '/api/rates')).rejects.toMatchObject({ status: 0 });
  expect(await call('GET', '/api/rates')).toEqual({ place: 1 });
});

test('the search in the address is asked for as its screen does, and ends with whoever wants it', async () => {
  currencyStore.set('EUR');
  const searches = (pathname: string, search = '') => {
    asked = [];
    forgetEarly();
    askEarly({ pathname, search });
    return paths().filter((path) => path.startsWith('/api/search'));
  };
  expect(searches('/', '?q=%20salt%20&currency=GBP')).toEqual(['/api/search?q=salt&currency=GBP&next=1']);
  expect(searches('/', '?q=salt&kind=city')).toEqual([]);
  expect(searches('/')).toEqual([]);
  expect(searches('/find/%')).toEqual([]);
  const [path = ''] = searches('/find/m%C3%B6we.org');
  expect(path).toBe('/api/search?q=m%C3%B6we.org&currency=EUR');
  const sent = paths().length;
  const wish = new AbortController();
  expect(await lines(path, wish.signal).next()).toMatchObject({ done: false });
  wish.abort();
  expect(asked.find((one) => one.path === path)?.signal?.aborted).toBe(true);
  expect(paths()).toHaveLength(sent);
});
