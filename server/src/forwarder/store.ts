import { inArray } from 'drizzle-orm';
import type { Forward } from '@tienda/core/dns/forward';
import type { Database } from '../platform/db/database';
import { webForward } from '../platform/db/schema';

/** The channel on which it is told that forwards have changed. */
export const forwardChanges = 'forwards';

/** Where visitors are sent on, as it was written with the zones. */
export class ForwardStore {
  constructor(private readonly database: Database) {}

  /** @param host in lower case, without port and last dot */
  async find(host: string): Promise<Forward | undefined> {
    const labels = host.split('.');
    // The nearest asterisk stands for it (RFC 4592), after the host itself.
    const known = [host, ...labels.slice(1).map((_, at) => `*.${labels.slice(at + 1).join('.')}`)];
    const rows = await this.database
      .select({ host: webForward.host, forward: webForward.forward })
      .from(webForward)
      .where(inArray(webForward.host, known));
    const byHost = new Map(rows.map((row) => [row.host, row.forward]));
    return known.map((name) => byHost.get(name)).find((forward) => forward !== undefined);
  }
}
