import { setImmediate as nextTurn, setTimeout as pause } from 'node:timers/promises';

/** From so many who have seen no answer yet on, the rest of everyone's waits. */
const manyAtOnce = 3;

/** So long at most: neither is a search held up by all that come after it, nor by a registry that is silent. */
const longestMs = 250;

/**
 * Those who search at one moment. Where they are many, the first answer that each of them sees goes before all others: the
 * work that these are would keep everyone waiting.
 */
export class Crowd {
  private readonly unanswered = new Set<symbol>();
  private fewer: { readonly promise: Promise<void>; readonly resolve: () => void } | undefined;

  /** Somebody asks. @returns to be called once there is an answer, or none will come; further calls do nothing */
  join(): () => void {
    const one = Symbol('search');
    this.unanswered.add(one);
    const leave = () => {
      clearTimeout(patience);
      this.unanswered.delete(one);
      if (this.unanswered.size >= manyAtOnce) return;
      this.fewer?.resolve();
      this.fewer = undefined;
    };
    const patience = setTimeout(leave, longestMs);
    return leave;
  }

  /** Waits until few are without an answer, or for as long as can be asked of anyone. */
  async firstsFirst(): Promise<void> {
    if (this.unanswered.size < manyAtOnce) return;
    this.fewer ??= withResolver();
    await Promise.race([this.fewer.promise, pause(longestMs)]);
    // The answers told just now go out before anybody works on.
    await nextTurn();
  }
}

function withResolver(): { readonly promise: Promise<void>; readonly resolve: () => void } {
  let resolve = (): void => undefined;
  const promise = new Promise<void>((done) => (resolve = done));
  return { promise, resolve };
}
