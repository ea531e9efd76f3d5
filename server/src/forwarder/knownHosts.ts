import { LRUCache } from 'lru-cache';

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
  private changes = 0;

  /** @param most so many are kept in mind: who asks for made-up ones pushes out no more than that */
  constructor(
    private readonly readHost: (host: string) => Promise<Value | undefined>,
    most = 100_000,
  ) {
    this.known = new LRUCache({ max: most });
  }

  /** Something was changed, or may have been. */
  changed(): void {
    this.changes += 1;
  }

  /** @throws Error where nothing is known of the host, and the database does not answer */
  find(host: string): Value | undefined | Promise<Value | undefined> {
    const known = this.known.get(host);
    if (known?.changes === this.changes) return known.value;
    const underWay = this.reading.get(host);
    if (underWay) return underWay;
    const reading = this.read(host, known).finally(() => this.reading.delete(host));
    this.reading.set(host, reading);
    return reading;
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
