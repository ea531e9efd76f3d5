import { fetchAgain } from './fetchAgain';

const shared = globalThis as { __loadBundleAsync?: (path: string) => Promise<void> };

beforeEach(() => jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
  delete shared.__loadBundleAsync;
});

test('a piece that is lost on the way is fetched again', async () => {
  const asked: string[] = [];
  shared.__loadBundleAsync = (path) => {
    asked.push(path);
    return asked.length < 3 ? Promise.reject(new Error('lost')) : Promise.resolve();
  };
  fetchAgain();
  const fetched = shared.__loadBundleAsync('/screens.js');
  await jest.runAllTimersAsync();
  await expect(fetched).resolves.toBeUndefined();
  expect(asked).toEqual(['/screens.js', '/screens.js', '/screens.js']);
});

test('one that cannot be had fails in the end, and is fetched anew when it is asked for again', async () => {
  let isThere = false;
  shared.__loadBundleAsync = () => (isThere ? Promise.resolve() : Promise.reject(new Error('lost')));
  fetchAgain();
  const lost = expect(shared.__loadBundleAsync('/screens.js')).rejects.toThrow('lost');
  await jest.runAllTimersAsync();
  await lost;
  isThere = true;
  await expect(shared.__loadBundleAsync('/screens.js')).resolves.toBeUndefined();
});
