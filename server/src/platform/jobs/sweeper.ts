import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from 'pino';
import type { Leases } from '../db/leases';
import { together } from '../db/together';

/** Something that falls due by itself; harmless when done twice. */
export interface Chore {
  readonly name: string;
  readonly run: () => Promise<unknown>;
}

/** A chore that takes longer is told of; it holds up none of the others. */
const budgetMs = 60_000;

/** Most chores find nothing to do: the turns of those that end within so long are given back together. */
const gatherMs = 100;

/** So long the next chore waits for the one before it: most are done by then, and need no connection of their own. */
const stepMs = 20;

/** What the sweeper needs of the leases. */
type Turns = Pick<Leases, 'take' | 'during' | 'giveBack'>;

/** For chores that every process does: what they take up is leased piece by piece. */
export const everyProcess: Turns = {
  take: (keys) => Promise.resolve(new Set(keys)),
  during: (_holder, action) => action(),
  giveBack: () => Promise.resolve(),
};

/**
 * Looks after what falls due by itself, every so often; a chore that takes long goes on beside the others. However many server processes
 * there are, the leases say which of them does a chore at a time; a chore that fails is logged and tried again the next time.
 */
export class Sweeper {
  private readonly holder = randomUUID();
  private readonly running = new Map<string, Promise<void>>();
  private readonly giveBack = together(
    async (keys: readonly string[]) => {
      await this.turns.giveBack(keys, this.holder);
      return keys;
    },
    (ask) => setTimeout(ask, gatherMs),
  );
  private timer: NodeJS.Timeout | undefined;
  private taking: Promise<void> | undefined;
  private closed = false;

  constructor(
    private readonly turns: Turns,
    private readonly chores: readonly Chore[],
    private readonly everyMs: number,
    private readonly log: Logger,
  ) {}

  /** The first round begins at once, beside whatever else is starting. */
  start(): void {
    this.taking = this.round();
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    await this.taking;
    await Promise.all(this.running.values());
  }

  /** Begins every chore that is not under way and that no other process does. */
  private async round(): Promise<void> {
    const idle = this.chores.filter(({ name }) => !this.running.has(name));
    const mine = await this.takeTurns(idle);
    if (this.isClosed()) return this.turns.giveBack([...mine], this.holder);
    for (const chore of idle) {
      if (!mine.has(keyOf(chore))) continue;
      const run = this.isClosed() ? Promise.resolve() : this.run(chore);
      this.running.set(chore.name, this.turn(chore, run));
      await Promise.race([run, pause(stepMs)]);
    }
    if (!this.isClosed()) this.timer = setTimeout(() => this.start(), this.everyMs);
  }

  private isClosed(): boolean {
    return this.closed;
  }

  private async takeTurns(chores: readonly Chore[]): Promise<ReadonlySet<string>> {
    if (chores.length === 0) return new Set();
    try {
      return await this.turns.take(chores.map(keyOf), this.holder);
    } catch (fault) {
      this.log.warn({ err: fault }, 'no turns could be taken for chores');
      return new Set();
    }
  }

  private async turn(chore: Chore, run: Promise<void>): Promise<void> {
    await run;
    await this.giveBack(keyOf(chore));
    this.running.delete(chore.name);
  }

  private async run(chore: Chore): Promise<void> {
    const late = setTimeout(() => this.log.warn({ chore: chore.name }, 'a chore takes long'), budgetMs);
    await this.turns.during(this.holder, chore.run).catch((fault: unknown) => {
      this.log.warn({ chore: chore.name, err: fault }, 'a chore failed');
    });
    clearTimeout(late);
  }
}

function keyOf({ name }: Chore): string {
  return `chore ${name}`;
}
