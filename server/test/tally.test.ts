import { Tally } from '../src/platform/http/tally';

const window = 60_000;

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

/** A tally of ten thousand a minute, and how many were counted each time. */
function counting(most = 10_000) {
  const counted: number[] = [];
  const counts = { isBroken: false };
  const tally = new Tally(most, async (times) => {
    if (counts.isBroken) throw new Error('PostgreSQL is away');
    counted.push(times);
    return { place: counted.reduce((sum, each) => sum + each, 0), msBeforeNext: window };
  });
  return { tally, counted, counts };
}

async function oneCounted() {
  const known = counting();
  await known.tally.count();
  await jest.advanceTimersByTimeAsync(0);
  return known;
}

const soon = (tally: Tally, times: number) => Array.from({ length: times }, () => tally.countSoon());

test('the first is waited for, and those after it are counted together soon', async () => {
  const { tally, counted } = counting();
  expect(soon(tally, 2)).toEqual([false, false]);
  expect(await tally.count()).toEqual({ place: 1, msBeforeNext: window });
  expect(soon(tally, 20)).toEqual(Array(20).fill(true));
  expect(counted).toEqual([1]);
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 20]);
  soon(tally, 3);
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 20, 3]);
});

test('one that is waited for takes those along that are not, and stands after them', async () => {
  const { tally, counted } = await oneCounted();
  soon(tally, 4);
  const places = await Promise.all([tally.count(), tally.count()]);
  expect(places.map(({ place }) => place)).toEqual([6, 7]);
  expect(counted).toEqual([1, 5, 1]);
  await jest.advanceTimersByTimeAsync(1000);
  expect(counted).toEqual([1, 5, 1]);
});

test('from half of what may be done on, each is waited for', async () => {
  const { tally } = counting(10);
  await tally.count();
  expect(soon(tally, 6)).toEqual([true, true, true, true, false, false]);
  await jest.advanceTimersByTimeAsync(100);
  expect(tally.countSoon()).toBe(false);
  expect(await tally.count()).toEqual({ place: 6, msBeforeNext: window });
});

test('in another minute it begins anew', async () => {
  const { tally } = counting();
  await tally.count();
  await jest.advanceTimersByTimeAsync(window - 1);
  expect(tally.countSoon()).toBe(true);
  const { tally: later } = counting();
  await later.count();
  await jest.advanceTimersByTimeAsync(window);
  expect(later.countSoon()).toBe(false);
});

test('where they cannot be counted, whoever comes next waits, and is told so', async () => {
  const { tally, counted, counts } = counting();
  await tally.count();
  counts.isBroken = true;
  soon(tally, 3);
  await jest.advanceTimersByTimeAsync(100);
  expect(tally.countSoon()).toBe(false);
  await expect(tally.count()).rejects.toThrow('PostgreSQL is away');
  counts.isBroken = false;
  expect(await tally.count()).toEqual({ place: 2, msBeforeNext: window });
  expect(counted).toEqual([1, 1]);
});

test('what comes while they are counted is counted next', async () => {
  const { tally, counted } = await oneCounted();
  const first = tally.count();
  soon(tally, 2);
  await first;
  await jest.advanceTimersByTimeAsync(100);
  expect(counted).toEqual([1, 1, 2]);
});
