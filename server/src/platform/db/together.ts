import DataLoader from 'dataloader';

/** Of so many callers at the most, one statement asks. */
const mostTogether = 50;

/**
 * What many callers ask at one moment is asked in one statement; who asks alone waits for nobody.
 *
 * @param askAll answers in the order of what is asked
 * @param later when to ask; by itself, after all requests that have come in by now, each of which is read in a turn of its own
 */
export function together<Asked, Answer>(
  askAll: (asked: readonly Asked[]) => Promise<readonly Answer[]>,
  later: (ask: () => void) => void = setImmediate,
): (asked: Asked) => Promise<Answer> {
  const loader = new DataLoader<Asked, Answer>(askAll, {
    cache: false,
    maxBatchSize: mostTogether,
    batchScheduleFn: later,
  });
  return (asked) => loader.load(asked);
}
