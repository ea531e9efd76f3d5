import type { Logger } from 'pino';
import pg from 'pg';

type Listener = (payload: string) => void;

const firstRetryMs = 250;
const longestRetryMs = 10_000;

/**
 * Takes in what any server process tells all (PostgreSQL LISTEN/NOTIFY), over a connection that is opened again where
 * it breaks. What was told meanwhile is not told again: listeners are called with an empty payload then, and have to
 * look for themselves.
 */
export class Notifications {
  private readonly listeners = new Map<string, Set<Listener>>();
  private client: pg.Client | undefined;
  private retry: NodeJS.Timeout | undefined;
  private failures = 0;
  private closed = false;

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  /** @throws Error where PostgreSQL cannot be reached */
  async open(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, connectionTimeoutMillis: 5000, keepAlive: true });
    client.on('notification', ({ channel, payload }) => this.tell(channel, payload ?? ''));
    client.on('error', (fault) => this.log.warn({ err: fault }, 'notifications interrupted'));
    try {
      await client.connect();
      for (const channel of this.listeners.keys()) await client.query(`listen ${client.escapeIdentifier(channel)}`);
    } catch (fault) {
      await client.end().catch(() => undefined);
      throw fault;
    }
    client.once('end', () => this.interrupted(client));
    this.client = client;
    this.failures = 0;
  }

  /** Calls the listener for each notification until the returned function is called. */
  async subscribe(channel: string, listener: Listener): Promise<() => void> {
    const known = this.listeners.get(channel);
    const listeners = known ?? new Set();
    listeners.add(listener);
    this.listeners.set(channel, listeners);
    // Where the connection is just broken, opening it anew listens to every channel.
    if (!known && this.client) await this.client.query(`listen ${this.client.escapeIdentifier(channel)}`);
    return () => listeners.delete(listener);
  }

  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.retry);
    await this.client?.end();
  }

  private tell(channel: string, payload: string): void {
    for (const listener of this.listeners.get(channel) ?? []) listener(payload);
  }

  private interrupted(client: pg.Client): void {
    if (this.client !== client) return;
    this.client = undefined;
    this.reopenLater();
  }

  private reopenLater(): void {
    if (this.closed) return;
    const waitMs = Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(this.failures, 10));
    this.failures += 1;
    this.retry = setTimeout(() => {
      this.open().then(
        () => {
          for (const channel of this.listeners.keys()) this.tell(channel, '');
        },
        () => this.reopenLater(),
      );
    }, waitMs);
    this.retry.unref();
  }
}
