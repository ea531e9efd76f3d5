import { setTimeout as pause } from 'node:timers/promises';

/** What was asked for while a change became certain may have been kept after it was forgotten: it is so again then. */
const againMs = 1000;
const firstRetryMs = 50;
const longestRetryMs = 2000;
/** More of them are forgotten with all others. */
const mostSingle = 2000;

/**
 * Has a name server forget what it keeps of zones that have changed. Where it does not answer it is told again until it
 * does; whoever has just started keeps nothing.
 */
export class Forgetting {
  private readonly changed = new Set<string>();
  private isAll = false;
  private running: Promise<void> | undefined;

  /** @param forget a zone, or everything where left out; rejects where the name server was not reached */
  constructor(private readonly forget: (zone?: string) => Promise<void>) {}

  /** A zone has changed; whatever has, where it is empty. */
  tell(zone: string): void {
    this.note(zone);
    setTimeout(() => this.note(zone), againMs).unref();
  }

  /** Until all that was told is forgotten. */
  async settled(): Promise<void> {
    await this.running;
  }

  private note(zone: string): void {
    if (zone === '' || this.changed.size >= mostSingle) this.isAll = true;
    else this.changed.add(zone);
    this.running ??= this.run().finally(() => (this.running = undefined));
  }

  private async run(): Promise<void> {
    for (let failures = 0; this.isAll || this.changed.size > 0;) {
      const [zone] = this.isAll ? [] : this.changed;
      if (zone === undefined) this.changed.clear();
      else this.changed.delete(zone);
      this.isAll = false;
      try {
        await this.forget(zone);
        failures = 0;
      } catch {
        if (zone === undefined) this.isAll = true;
        else this.changed.add(zone);
        await pause(Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(failures, 10)));
        failures += 1;
      }
    }
  }
}
