import type { Logger } from 'pino';

/** Moves the leases on of what this process is at work on, all in one statement, so that nobody takes it for dead. */
export class Heartbeat {
  /** How many actions hold something, by its id. */
  private readonly held = new Map<string, number>();
  private timer: NodeJS.Timeout | undefined;

  /** @param extend moves leases on, by the ids of what is held */
  constructor(
    private readonly leaseSeconds: number,
    private readonly extend: (ids: readonly string[]) => Promise<void>,
    private readonly log: Logger,
  ) {}

  /** Holds something while an action runs; several may hold the same. */
  async during<Result>(id: string, action: () => Promise<Result>): Promise<Result> {
    this.held.set(id, (this.held.get(id) ?? 0) + 1);
    this.timer ??= setInterval(() => this.beat(), (this.leaseSeconds * 1000) / 3);
    try {
      return await action();
    } finally {
      const others = (this.held.get(id) ?? 1) - 1;
      if (others > 0) this.held.set(id, others);
      else this.held.delete(id);
      if (this.held.size === 0) {
        clearInterval(this.timer);
        this.timer = undefined;
      }
    }
  }

  private beat(): void {
    this.extend([...this.held.keys()]).catch((fault: unknown) => {
      this.log.warn({ err: fault }, 'leases could not be moved on');
    });
  }
}
