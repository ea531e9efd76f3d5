import type { Logger } from 'pino';
import type { Leases } from '../db/leases';

/** Something that falls due by itself; harmless when done twice. */
export interface Chore {
  readonly name: string;
  readonly run: () => Promise<unknown>;
}

/** A chore that takes longer is told of; it holds up none of the others. */
const budgetMs = 60_000;

/** For chores that every process does: what they take up is leased piece by piece. */
export const everyProcess: Pick<Leases, 'exclusively'> = { exclusively: (_key, action) => action() };

/**
 * Looks after what falls due by itself, every so often, each chore beside the others. However many server processes
 * there are, the leases say which of them does a chore at a time; a chore that fails is logged and tried again the next time.
 */
export class Sweeper {
  private readonly timers = new Map<string, NodeJS.Timeout>();
  private readonly running = new Map<string, Promise<void>>();
  private closed = false;

  constructor(
    private readonly leases: Pick<Leases, 'exclusively'>,
    private readonly chores: readonly Chore[],
    private readonly everyMs: number,
    private readonly log: Logger,
  ) {}

  /** The first round begins at once, beside whatever else is starting. */
  start(): void {
    for (const chore of this.chores) this.begin(chore);
  }

  async stop(): Promise<void> {
    this.closed = true;
    for (const timer of this.timers.values()) clearTimeout(timer);
    await Promise.all(this.running.values());
  }

  private begin(chore: Chore): void {
    this.running.set(chore.name, this.turn(chore));
  }

  private async turn(chore: Chore): Promise<void> {
    const late = setTimeout(() => this.log.warn({ chore: chore.name }, 'a chore takes long'), budgetMs);
    await this.leases.exclusively(`chore ${chore.name}`, chore.run).catch((fault: unknown) => {
      this.log.warn({ chore: chore.name, err: fault }, 'a chore failed');
    });
    clearTimeout(late);
    if (this.closed) return;
    this.timers.set(
      chore.name,
      setTimeout(() => this.begin(chore), this.everyMs),
    );
  }
}
