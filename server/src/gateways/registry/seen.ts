/** So long what was seen at a registry is not asked for again. */
const goodForMs = 10 * 60_000;
/** Longer than the way from a contact or a host to the name that it is for. */
const justNowMs = 30_000;
const most = 10_000;

/** What a registry is known to have, by id, and when that was seen. */
export class Seen {
  private readonly at = new Map<string, number>();

  has(id: string): boolean {
    return performance.now() - (this.at.get(id) ?? -Infinity) < goodForMs;
  }

  add(id: string): void {
    if (this.at.size >= most) this.at.clear();
    this.at.set(id, performance.now());
  }

  /** One of these is not there after all: they are asked for again. @returns false where all were seen just now */
  forget(ids: readonly string[]): boolean {
    const longAgo = performance.now() - justNowMs;
    const old = ids.filter((id) => (this.at.get(id) ?? longAgo) < longAgo);
    for (const id of old) this.at.delete(id);
    return old.length > 0;
  }
}
