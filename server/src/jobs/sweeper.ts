import type { Logger } from 'pino';
import type { Locks } from '../db/locks';

/** Something that falls due by itself; harmless when done twice. */
export interface Chore {
  readonly name: string;
  readonly run: () => Promise<unknown>;
}

/**
 * Looks after what falls due by itself, every so often. However many server processes there are, one does a
 * chore at a time; a chore that fails is logged and tried again the next time.
 */
export class Sweeper {
  private timer: NodeJS.Timeout | undefined;
  private running: Promise<void> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly locks: Locks,
    private readonly chores: readonly Chore[],
    private readonly everyMs: number,
    private readonly log: Logger,
  ) {}

  /** The first round begins at once, beside whatever else is starting. */
  start(): void {
    this.running = this.round();
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    await this.running;
  }

  private async round(): Promise<void> {
    for (const { name, run } of this.chores) {
      if (this.closed) return;
      await this.locks.exclusively(`chore ${name}`, run).catch((fault: unknown) => {
        this.log.warn({ chore: name, fault: fault instanceof Error ? fault.message : String(fault) }, 'a chore failed');
      });
    }
    if (this.closed) return;
    this.timer = setTimeout(() => {
      this.running = this.round();
    }, this.everyMs);
  }
}
