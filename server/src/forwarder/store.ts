import { eq, inArray } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool } from 'pg';
import type { Met } from '@tienda/core/dns/forward';
import type { Database } from '../platform/db/database';
import { acmeChallenge, certificate, webForward } from '../platform/db/schema';

/** What visitors meet here, as it was written with the zones. */
export class ForwardStore {
  private constructor(private readonly database: Database) {}

  static over(pool: Pool): ForwardStore {
    return new ForwardStore(drizzle(pool));
  }

  /** @param host in lower case, without port and last dot */
  async find(host: string): Promise<Met | undefined> {
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

  /** What a host answers with over HTTPS: its chain, and its key as it is sealed. */
  async certificate(host: string): Promise<{ readonly chain: string; readonly key: string } | undefined> {
    const { chain, key } = certificate;
    const [row] = await this.database.select({ chain, key }).from(certificate).where(eq(certificate.host, host));
    return row?.chain && row.key ? { chain: row.chain, key: row.key } : undefined;
  }

  /** What an authority is answered that asks for a token. */
  async challenge(token: string): Promise<string | undefined> {
    const [row] = await this.database.select().from(acmeChallenge).where(eq(acmeChallenge.token, token));
    return row?.answer;
  }
}
