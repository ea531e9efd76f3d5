/** The how-manieth it is, of those that count just now. */
export interface Counted {
  readonly place: number;
  readonly msBeforeNext: number;
}

interface Waiting {
  readonly resolve: (counted: Counted) => void;
  readonly reject: (fault: unknown) => void;
}

/** So long those that nobody waits for wait for more of them. Where they cannot be counted then, they are forgotten. */
const soonMs = 100;

/** One count that all processes share, as far as this one knows it. */
export class SharedCount {
  /** Until when the place holds that was last counted, on the clock of `performance`. */
  private until = 0;
  private place = 0;
  private waiting: Waiting[] = [];
  /** Those that nobody waits for. */
  private uncounted = 0;
  private isCounting = false;
  private timer: NodeJS.Timeout | undefined;

  /**
   * @param most so often it may be done
   * @param countAll counts so many, and tells the place of the last
   */
  constructor(
    private readonly most: number,
    private readonly countAll: (times: number) => Promise<Counted>,
  ) {}

  /** Counts one. */
  count(): Promise<Counted> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ resolve, reject });
      if (!this.isCounting) void this.countWaiting();
    });
  }

  /** Counts one soon, where that leaves half of what may be done: another process may count as many. @returns whether it will */
  countSoon(): boolean {
    const isFar = performance.now() < this.until && this.place + this.uncounted < this.most / 2;
    if (!isFar) return false;
    this.uncounted += 1;
    this.countLater();
    return true;
  }

  private countLater(): void {
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      if (!this.isCounting) void this.countWaiting();
    }, soonMs);
  }

  /** Counts one, then together those that came meanwhile: who is busy does not queue for the row of their count. */
  private async countWaiting(): Promise<void> {
    this.isCounting = true;
    do {
      const together = this.waiting.splice(0);
      const times = this.uncounted + together.length;
      this.uncounted = 0;
      if (times === 0) break;
      await this.countAll(times).then(
        ({ place, msBeforeNext }) => {
          this.place = place;
          this.until = performance.now() + msBeforeNext;
          const before = place - together.length;
          for (const [index, { resolve }] of together.entries()) resolve({ place: before + index + 1, msBeforeNext });
        },
        (fault: unknown) => {
          // Whoever comes next waits, and is told.
          this.until = 0;
          for (const { reject } of together) reject(fault);
        },
      );
    } while (this.waiting.length > 0);
    this.isCounting = false;
    if (this.uncounted > 0) this.countLater();
  }
}
