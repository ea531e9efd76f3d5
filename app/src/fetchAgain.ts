/** How long after each loss a piece of the app is fetched again, milliseconds. */
const waits = [300, 1500, 4000];

/** Where Expo keeps what fetches a piece, by its address. */
interface Shared {
  __loadBundleAsync?: (path: string) => Promise<void>;
}

/** From now on a piece of the app that is lost on the way is fetched again; one that cannot be had then fails. */
export function fetchAgain(): void {
  const shared = globalThis as Shared;
  const fetchOnce = shared.__loadBundleAsync;
  if (!fetchOnce) return;
  shared.__loadBundleAsync = async (path) => {
    for (const wait of waits) {
      try {
        return await fetchOnce(path);
      } catch {
        await new Promise((done) => setTimeout(done, wait));
      }
    }
    return fetchOnce(path);
  };
}
