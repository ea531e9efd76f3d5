import { together } from '../src/platform/db/together';

/** Answers a number with its double, and keeps what was asked together. */
function doubling() {
  const asked: number[][] = [];
  const ask = together((numbers: readonly number[]) => {
    asked.push([...numbers]);
    if (numbers.includes(0)) return Promise.reject(new Error('No nothing'));
    return Promise.resolve(numbers.map((number) => 2 * number));
  });
  return { ask, asked };
}

test('what is asked at one moment is asked together, and each is answered its own', async () => {
  const { ask, asked } = doubling();
  const first = ask(1);
  // A request that comes in meanwhile, read in a turn of its own.
  const second = new Promise<number>((resolve) => process.nextTick(() => resolve(ask(2))));
  expect(await Promise.all([first, second, ask(3)])).toEqual([2, 4, 6]);
  expect(asked).toEqual([[1, 3, 2]]);
});

test('the same asked again is answered anew', async () => {
  const { ask, asked } = doubling();
  expect(await Promise.all([ask(4), ask(4)])).toEqual([8, 8]);
  expect(await ask(4)).toBe(8);
  expect(asked).toEqual([[4, 4], [4]]);
});

test('a crowd is asked in parts', async () => {
  const { ask, asked } = doubling();
  const numbers = Array.from({ length: 120 }, (_, i) => i + 1);
  expect(await Promise.all(numbers.map(ask))).toEqual(numbers.map((number) => 2 * number));
  expect(asked.map(({ length }) => length)).toEqual([50, 50, 20]);
});

test('where it fails, each of them is told, and who asks next is not', async () => {
  const { ask } = doubling();
  const both = await Promise.allSettled([ask(0), ask(5)]);
  expect(both.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  expect(await ask(5)).toBe(10);
});
