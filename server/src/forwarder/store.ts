import { eq, inArray } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool } from 'pg';
import type { Met } from '@tienda/core/dns/forward';
import { standingFor } from '@tienda/core/dns/record';
import { servedCertificate } from '../names/certificates/store';
import type { Database } from '../platform/db/database';
import { acmeChallenge, webForward } from '../platform/db/schema';

/** What visitors meet here, as it was written with the zones. */
export class ForwardStore {
  private constructor(private readonly database: Database) {}

  static over(pool: Pool): ForwardStore {
    return new ForwardStore(drizzle(pool));
  }

  /** @param host in lower case, without port and last dot */
  async find(host: string): Promise<Met | undefined> {
    const known = standingFor(host);
    const rows = await this.database
      .select({ host: webForward.host, forward: webForward.forward })
      .from(webForward)
      .where(inArray(webForward.host, known));
    const byHost = new Map(rows.map((row) => [row.host, row.forward]));
    return known.map((name) => byHost.get(name)).find((forward) => forward !== undefined);
  }

  /** What a host answers with over HTTPS: its chain, and its key as it is sealed. */
  certificate(host: string) {
    return servedCertificate(this.database, host);
  }

  /** What an authority is answered that asks for a token. */
  async challenge(token: string): Promise<string | undefined> {
    const [row] = await this.database.select().from(acmeChallenge).where(eq(acmeChallenge.token, token));
    return row?.answer;
  }
}
