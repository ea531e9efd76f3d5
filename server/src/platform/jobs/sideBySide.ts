/** Does one thing for each of many ids: never twice at once for the same, and for only so many side by side. */
export class SideBySide<Known> {
  private readonly waiting = new Set<string>();
  private readonly running = new Map<string, Promise<void>>();
  /** How many are just coming that room is kept for. */
  private coming = 0;
  private closed = false;

  /** @param act never fails; told what is known of an id that came with it */
  constructor(
    private readonly atOnce: number,
    private readonly act: (id: string, known?: Known) => Promise<void>,
  ) {}

  /** An id has its turn as soon as there is room; once more where it is having one. */
  wake(id: string): void {
    this.waiting.add(id);
    this.fill();
  }

  /**
   * Lets an id come, which has its turn at once where there is room for it, else like others.
   *
   * @param come told whether there is room, which is kept for it meanwhile; gives nothing where it does not come
   */
  async begin(id: string, come: (hasRoom: boolean) => Promise<Known | undefined>): Promise<Known | undefined> {
    const hasRoom = this.hasRoom();
    if (hasRoom) this.coming += 1;
    try {
      const known = await come(hasRoom);
      if (known !== undefined && hasRoom && !this.closed) this.run(id, known);
      else if (known !== undefined) this.waiting.add(id);
      return known;
    } finally {
      if (hasRoom) this.coming -= 1;
      this.fill();
    }
  }

  /** Begins nothing more, and waits for what is under way. */
  async close(): Promise<void> {
    this.closed = true;
    await Promise.all(this.running.values());
  }

  private fill(): void {
    for (const id of this.waiting) {
      if (!this.hasRoom()) return;
      if (this.running.has(id)) continue;
      this.waiting.delete(id);
      this.run(id);
    }
  }

  private hasRoom(): boolean {
    return !this.closed && this.running.size + this.coming < this.atOnce;
  }

  private run(id: string, known?: Known): void {
    const run = this.act(id, known).finally(() => {
      this.running.delete(id);
      this.fill();
    });
    this.running.set(id, run);
  }
}
