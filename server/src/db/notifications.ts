import type { Logger } from 'pino';
import pg from 'pg';

type Hearer = (payload: string) => void;

/** Hears what any server process tells all (PostgreSQL LISTEN/NOTIFY); reconnects by itself. */
export class Notifications {
  private readonly hearers = new Map<string, Set<Hearer>>();
  private client: pg.Client | undefined;
  private closed = false;

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url });
    client.on('notification', ({ channel, payload }) => {
      for (const hear of this.hearers.get(channel) ?? []) hear(payload ?? '');
    });
    client.on('error', (fault) => this.log.warn({ fault: fault.message }, 'notifications interrupted'));
    client.on('end', () => {
      if (!this.closed) setTimeout(() => void this.reopen(), 500).unref();
    });
    await client.connect();
    for (const channel of this.hearers.keys()) await client.query(`listen ${client.escapeIdentifier(channel)}`);
    this.client = client;
  }

  /** Calls `hear` for each notification until the returned function is called. */
  async on(channel: string, hear: Hearer): Promise<() => void> {
    const known = this.hearers.get(channel);
    const hearers = known ?? new Set();
    hearers.add(hear);
    this.hearers.set(channel, hearers);
    if (!known && this.client) await this.client.query(`listen ${this.client.escapeIdentifier(channel)}`);
    return () => hearers.delete(hear);
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.client?.end();
  }

  private async reopen(): Promise<void> {
    await this.open().catch(() => {
      if (!this.closed) setTimeout(() => void this.reopen(), 1000).unref();
    });
  }
}
