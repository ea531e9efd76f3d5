import { and, eq, isNotNull, sql } from 'drizzle-orm';
import { keyFlags, privateKeyText } from '@tienda/core/dns/dnsKey';
import { keysOf, type Signing } from '@tienda/core/dns/signing';
import type { Database, Transaction } from '../../platform/db/database';
import { zone } from '../../platform/db/schema';

/** How zones are signed, and the keys of the name servers, which have tables of their own for them. */
export class SigningStore {
  constructor(private readonly database: Database) {}

  /** Zones about which something is to be done: a time has come, or an answer of a registry is waited for. */
  async due(at: Date): Promise<{ readonly name: string; readonly signing: Signing }[]> {
    const rows = await this.database
      .select({ name: zone.name, signing: zone.signing })
      .from(zone)
      .where(
        and(
          isNotNull(zone.signing),
          sql`${zone.signing} ->> 'at' <> 'on'`,
          sql`(${zone.signing} ->> 'at' = 'asking' or ${zone.signing} ->> 'until' <= ${at.toISOString()})`,
        ),
      );
    return rows.flatMap(({ name, signing }) => (signing ? [{ name, signing }] : []));
  }

  /** @returns the id of a new key, that the zone is signed with from the end of the transaction on */
  async addKey(transaction: Transaction, name: string, secret: string): Promise<number> {
    const { rows } = await transaction.execute<{ id: number }>(sql`
      insert into dns.cryptokeys (domain_id, flags, active, published, content)
      select id, ${keyFlags}, true, true, ${privateKeyText(secret)} from dns.domains where name = ${name}
      returning id`);
    const [made] = rows;
    if (!made) throw new Error(`${name} is held and not served`);
    // What is not there is denied by records made for the question (RFC 5155, RFC 9276): nobody can list a zone.
    await transaction.execute(sql`
      insert into dns.domainmetadata (domain_id, kind, content)
      select d.id, m.kind, m.content from dns.domains d, (values ('NSEC3PARAM', '1 0 0 -'), ('NSEC3NARROW', '1')) m (kind, content)
      where d.name = ${name} and not exists (select 1 from dns.domainmetadata k where k.domain_id = d.id and k.kind = m.kind)`);
    return made.id;
  }

  /** Writes the next state, and takes away the keys that nobody needs any more. @returns false where another did */
  async move(
    transaction: Transaction,
    name: string,
    before: Signing | null,
    after: Signing | undefined,
  ): Promise<boolean> {
    const known = before === null ? null : JSON.stringify(before);
    const moved = await transaction
      .update(zone)
      .set({ signing: after ?? null })
      .where(and(eq(zone.name, name), sql`${zone.signing} is not distinct from ${known}::jsonb`))
      .returning({ name: zone.name });
    if (moved.length === 0) return false;
    const staying = JSON.stringify(keysOf(after).map(({ id }) => id));
    await transaction.execute(sql`
      delete from dns.cryptokeys k using dns.domains d
      where d.name = ${name} and k.domain_id = d.id and not ${staying}::jsonb @> to_jsonb(k.id)`);
    return true;
  }
}
