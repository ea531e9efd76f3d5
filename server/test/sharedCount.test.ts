import { SharedCount } from '../src/platform/http/sharedCount';

const window = 60_000;

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** A count of ten thousand a minute, and how many were counted each time. */
function counting(most = 10_000) {
  const counted: number[] = [];
  const counts = { isBroken: false };
  const shared = new SharedCount(most, async (times) => {
    if (counts.isBroken) throw new Error('PostgreSQL is away');
    counted.push(times);
    return { place: counted.reduce((sum, each) => sum + each, 0), msBeforeNext: window };
  });
  return { shared, counted, counts };
}

async function oneCounted() {
  const known = counting();
  await known.shared.count();
  await jest.advanceTimersByTimeAsync(0);
  return known;
}

const soon = (shared: SharedCount, times: number) => Array.from({ length: times }, () => shared.countSoon());

test('the first is waited for, and those after it are counted together soon', async () => {
  const { shared, counted } = counting();
  expect(soon(shared, 2)).toEqual([false, false]);
  expect(await shared.count()).toEqual({ place: 1, msBeforeNext: window });
  expect(soon(shared, 20)).toEqual(Array(20).fill(true));
  expect(counted).toEqual([1]);
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 20]);
  soon(shared, 3);
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 20, 3]);
});

test('one that is waited for takes those along that are not, and stands after them', async () => {
  const { shared, counted } = await oneCounted();
  soon(shared, 4);
  const places = await Promise.all([shared.count(), shared.count()]);
  expect(places.map(({ place }) => place)).toEqual([6, 7]);
  expect(counted).toEqual([1, 5, 1]);
  await jest.advanceTimersByTimeAsync(1000);
  expect(counted).toEqual([1, 5, 1]);
});

test('from half of what may be done on, each is waited for', async () => {
  const { shared } = counting(10);
  await shared.count();
  expect(soon(shared, 6)).toEqual([true, true, true, true, false, false]);
  await jest.advanceTimersByTimeAsync(100);
  expect(shared.countSoon()).toBe(false);
  expect(await shared.count()).toEqual({ place: 6, msBeforeNext: window });
});

test('in another minute it begins anew', async () => {
  const { shared } = counting();
  await shared.count();
  await jest.advanceTimersByTimeAsync(window - 1);
  expect(shared.countSoon()).toBe(true);
  const { shared: later } = counting();
  await later.count();
  await jest.advanceTimersByTimeAsync(window);
  expect(later.countSoon()).toBe(false);
});

test('where they cannot be counted, whoever comes next waits, and is told so', async () => {
  const { shared, counted, counts } = counting();
  await shared.count();
  counts.isBroken = true;
  soon(shared, 3);
  await jest.advanceTimersByTimeAsync(100);
  expect(shared.countSoon()).toBe(false);
  await expect(shared.count()).rejects.toThrow('PostgreSQL is away');
  counts.isBroken = false;
  expect(await shared.count()).toEqual({ place: 2, msBeforeNext: window });
  expect(counted).toEqual([1, 1]);
});

test('what comes while they are counted is counted next', async () => {
  const { shared, counted } = await oneCounted();
  const first = shared.count();
  soon(shared, 2);
  await first;
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 1, 2]);
});
