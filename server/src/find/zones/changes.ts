import type { Logger } from 'pino';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../../platform/clock/clock';
import type { Notifications } from '../../platform/db/notifications';

type Status = 'taken' | 'available';

/** What became of a name here. */
export interface NameChange {
  readonly status: Status;
  /** ISO 8601 instant. */
  readonly at: string;
}

/** Where names registered or let go are told of, once that is committed. */
export const nameChanges = {
  channel: 'name_changes',
  written: (name: string, status: Status) => `${status} ${name}`,
};

const dayMs = 24 * 3600 * 1000;
/** Registries write their zone files several times a day: what is older stands in them. */
const rememberedMs = 2 * dayMs;

/**
 * Names registered or let go here lately: known at once, in all server processes, while the index waits for the
 * registries' next zone files.
 */
export class NameChanges {
  private changes = new Map<string, NameChange>();

  /** @param registeredSince names registered here on a day or after it */
  constructor(
    private readonly registeredSince: (day: IsoDate) => Promise<readonly string[]>,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  async open(notifications: Notifications): Promise<void> {
    await notifications.subscribe(nameChanges.channel, (payload) => {
      const [, status, name] = /^(taken|available) (.+)$/.exec(payload) ?? [];
      if (name !== undefined) this.note(name, status as Status);
      // Some may have been missed.
      else this.load().catch((fault: unknown) => this.log.error({ err: fault }, 'names of late could not be read'));
    });
    await this.load();
  }

  /** @param name A-labels, full */
  of(name: string): NameChange | undefined {
    return this.changes.get(name);
  }

  private note(name: string, status: Status): void {
    const now = Date.now();
    for (const [other, { at }] of this.changes) {
      // In order of time: the rest is younger.
      if (now - Date.parse(at) < rememberedMs) break;
      this.changes.delete(other);
    }
    this.changes.delete(name);
    this.changes.set(name, { status, at: new Date(now).toISOString() });
  }

  private async load(): Promise<void> {
    const since = isoDate(new Date(this.clock.now().getTime() - rememberedMs));
    for (const name of await this.registeredSince(since)) if (!this.changes.has(name)) this.note(name, 'taken');
  }
}
