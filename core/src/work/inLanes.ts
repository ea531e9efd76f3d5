/**
 * Does something with each of many, so many side by side. A lane ends with its first failure.
 *
 * @returns what came of each, in their order
 */
export async function inLanes<Item, Result>(
  items: readonly Item[],
  lanes: number,
  act: (item: Item) => Promise<Result>,
): Promise<Result[]> {
  const results: Result[] = [];
  const next = items.entries();
  const lane = async () => {
    for (const [at, item] of next) results[at] = await act(item);
  };
  await Promise.all(Array.from({ length: Math.min(lanes, items.length) }, lane));
  return results;
}
