import type { Logger } from 'pino';

/** Looks every so often for what this process can take up; one that fails is logged and tried again the next time. */
export class Rounds {
  private timer: NodeJS.Timeout | undefined;
  private running: Promise<unknown> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly looks: readonly (() => Promise<unknown>)[],
    private readonly everyMs: number,
    private readonly log: Logger,
  ) {}

  /** The first round begins at once. */
  start(): void {
    this.running = Promise.all(
      this.looks.map((look) => look().catch((fault: unknown) => this.log.warn({ err: fault }, 'a round failed'))),
    ).then(() => {
      if (!this.closed) this.timer = setTimeout(() => this.start(), this.everyMs);
    });
  }

  async stop(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    await this.running;
  }
}
