import { namesAbove } from '@tienda/core/dns/record';
import { LRUCache } from 'lru-cache';

/** So many names are known apart that have changed; more of them are read anew with all others. */
const mostChanged = 10_000;

/** What was read of a host: nothing, where there is nothing. */
interface Known<Value> {
  readonly value: Value | undefined;
  /** After how many changes it was read. */
  readonly changes: number;
}

/**
 * What is kept of hosts in the database, kept in mind until something is changed. Where the database does not answer,
 * what was last read of a host goes on being used.
 */
export class KnownHosts<Value extends object> {
  private readonly known: LRUCache<string, Known<Value>>;
  private readonly reading = new Map<string, Promise<Value | undefined>>();
  /** How many changes there were. */
  private changes = 0;
  /** Which of them was the latest of a name and all hosts below it, and of everything. */
  private readonly latest = new Map<string, number>();
  private latestOfAll = 0;

  /** @param most so many are kept in mind: who asks for made-up ones pushes out no more than that */
  constructor(
    private readonly readHost: (host: string) => Promise<Value | undefined>,
    most = 100_000,
  ) {
    this.known = new LRUCache({ max: most });
  }

  /** A name was changed, and hosts below it with it; anything may have been where none is said. */
  changed(name = ''): void {
    this.changes += 1;
    if (name !== '' && this.latest.size < mostChanged) {
      this.latest.set(name, this.changes);
      return;
    }
    this.latest.clear();
    this.latestOfAll = this.changes;
  }

  /** @throws Error where nothing is known of the host, and the database does not answer */
  find(host: string): Value | undefined | Promise<Value | undefined> {
    const known = this.known.get(host);
    if (known && known.changes >= this.latestOf(host)) return known.value;
    const underWay = this.reading.get(host);
    if (underWay) return underWay;
    const reading = this.read(host, known).finally(() => this.reading.delete(host));
    this.reading.set(host, reading);
    return reading;
  }

  private latestOf(host: string): number {
    let latest = this.latestOfAll;
    if (this.latest.size === 0) return latest;
    for (const name of [host, ...namesAbove(host)]) latest = Math.max(latest, this.latest.get(name) ?? 0);
    return latest;
  }

  private async read(host: string, known: Known<Value> | undefined): Promise<Value | undefined> {
    const { changes } = this;
    try {
      const value = await this.readHost(host);
      this.known.set(host, { value, changes });
      return value;
    } catch (fault) {
      if (!known) throw fault;
      return known.value;
    }
  }
}
