import { LRUCache } from 'lru-cache';
import type { Forward } from '@tienda/core/dns/forward';
import type { ForwardStore } from './store';

/** What was read of a host: nothing, where it is sent on nowhere. */
interface Known {
  readonly forward: Forward | undefined;
  /** After how many changes it was read. */
  readonly changes: number;
}

/** So many hosts are kept in mind: who asks for made-up ones pushes out no more than that. */
const mostHosts = 100_000;

/**
 * Where visitors are sent on, kept in mind until something is changed. Where the database does not answer, what was last
 * read of a host goes on being answered.
 */
export class Forwards {
  private readonly known = new LRUCache<string, Known>({ max: mostHosts });
  private readonly reading = new Map<string, Promise<Forward | undefined>>();
  private changes = 0;

  constructor(private readonly store: Pick<ForwardStore, 'find'>) {}

  /** Something was changed, or may have been. */
  changed(): void {
    this.changes += 1;
  }

  /** @throws Error where nothing is known of the host, and the database does not answer */
  find(host: string): Forward | undefined | Promise<Forward | undefined> {
    const known = this.known.get(host);
    if (known?.changes === this.changes) return known.forward;
    const underWay = this.reading.get(host);
    if (underWay) return underWay;
    const reading = this.read(host, known).finally(() => this.reading.delete(host));
    this.reading.set(host, reading);
    return reading;
  }

  private async read(host: string, known: Known | undefined): Promise<Forward | undefined> {
    const { changes } = this;
    try {
      const forward = await this.store.find(host);
      this.known.set(host, { forward, changes });
      return forward;
    } catch (fault) {
      if (!known) throw fault;
      return known.forward;
    }
  }
}
