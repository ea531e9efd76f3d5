/** The value below which a share of the samples lies; `percentile(times, 0.95)`. */
export function percentile(samples, share) {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
}

/** Milliseconds of each of `times` runs, after a warm-up. */
export async function timesOf(times, run) {
  for (let i = 0; i < Math.min(20, times); i += 1) await run();
  const samples = [];
  for (let i = 0; i < times; i += 1) {
    const start = performance.now();
    await run();
    samples.push(performance.now() - start);
  }
  return samples;
}

/** Requests answered a second by `url`, `side` at once, for some seconds. */
export async function throughput(run, { side = 8, seconds = 3 } = {}) {
  const end = performance.now() + 500;
  await Promise.all(
    Array.from({ length: side }, async () => {
      while (performance.now() < end) await run();
    }),
  );
  let count = 0;
  const start = performance.now();
  const stop = start + seconds * 1000;
  await Promise.all(
    Array.from({ length: side }, async () => {
      while (performance.now() < stop) {
        await run();
        count += 1;
      }
    }),
  );
  return (count / (performance.now() - start)) * 1000;
}

export const round = (value, digits = 1) => Number(value.toFixed(digits));
