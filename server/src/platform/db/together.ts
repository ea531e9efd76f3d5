import DataLoader from 'dataloader';

/** Of so many callers at the most, one statement asks. */
const mostTogether = 50;

/**
 * What many callers ask at one moment is asked in one statement; who asks alone waits for nobody.
 *
 * @param askAll answers in the order of what is asked
 */
export function together<Asked, Answer>(
  askAll: (asked: readonly Asked[]) => Promise<readonly Answer[]>,
): (asked: Asked) => Promise<Answer> {
  const loader = new DataLoader<Asked, Answer>(askAll, {
    cache: false,
    maxBatchSize: mostTogether,
    // After all requests that have come in by now, each of which is read in a turn of its own.
    batchScheduleFn: (ask) => setImmediate(ask),
  });
  return (asked) => loader.load(asked);
}
