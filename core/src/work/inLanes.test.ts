import { inLanes } from './inLanes';

test('so many are done side by side, and what came of each stands in their order', async () => {
  let open = 0;
  let most = 0;
  const doubled = await inLanes([5, 1, 3, 2, 4], 2, async (item) => {
    open += 1;
    most = Math.max(most, open);
    await new Promise((resolve) => setTimeout(resolve, item));
    open -= 1;
    return item * 2;
  });
  expect([doubled, most]).toEqual([[10, 2, 6, 4, 8], 2]);
  expect(await inLanes([], 3, () => Promise.reject(new Error('nothing is begun')))).toEqual([]);
  await expect(inLanes([1], 3, () => Promise.reject(new Error('no')))).rejects.toThrow('no');
});
