import { and, asc, eq, inArray, isNotNull, isNull, lte, ne, notInArray, or, sql } from 'drizzle-orm';
import type { AuthorityAccount } from '../../gateways/authority/acmeAuthority';
import type { Database, Transaction } from '../../platform/db/database';
import { acmeAccount, acmeChallenge, certificate, forwardChanges } from '../../platform/db/schema';

export type KeptCertificate = typeof certificate.$inferSelect;

/** Hosts of forwarded names and what they answer with over HTTPS. */
export class CertificateStore {
  constructor(private readonly database: Database) {}

  /** Those that are due, the longest waiting first; of another authority all. */
  due(at: Date, authority: string, most: number): Promise<KeptCertificate[]> {
    const isOfAnother = and(isNotNull(certificate.authority), ne(certificate.authority, authority));
    return this.database
      .select()
      .from(certificate)
      .where(and(isNotNull(certificate.nextAt), or(lte(certificate.nextAt, at), isOfAnother)))
      .orderBy(asc(certificate.nextAt))
      .limit(most);
  }

  async issued(
    host: string,
    made: Required<Pick<KeptCertificate, 'chain' | 'key' | 'goodUntil' | 'authority' | 'nextAt'>>,
  ): Promise<void> {
    await this.database
      .update(certificate)
      .set({ ...made, attempts: 0, problem: null })
      .where(eq(certificate.host, host));
    await this.database.execute(sql`select pg_notify(${forwardChanges}, ${host})`);
  }

  async failed(host: string, problem: string, attempts: number, nextAt: Date): Promise<void> {
    await this.database.update(certificate).set({ problem, attempts, nextAt }).where(eq(certificate.host, host));
  }

  /** What there is of hosts. */
  of(hosts: readonly string[]): Promise<Pick<KeptCertificate, 'host' | 'goodUntil' | 'problem'>[]> {
    const { host, goodUntil, problem } = certificate;
    return this.database
      .select({ host, goodUntil, problem })
      .from(certificate)
      .where(inArray(host, [...hosts]));
  }

  /** What is answered to whoever asks for a token; undefined: nothing any more. */
  async answer(token: string, answer: string | undefined): Promise<void> {
    if (answer === undefined) await this.database.delete(acmeChallenge).where(eq(acmeChallenge.token, token));
    else await this.database.insert(acmeChallenge).values({ token, answer }).onConflictDoNothing();
  }

  /** The account with an authority, its key sealed: the first that was kept, whoever made one. */
  async account(authority: string, made: () => Promise<AuthorityAccount>): Promise<AuthorityAccount> {
    const find = async () =>
      (await this.database.select().from(acmeAccount).where(eq(acmeAccount.authority, authority)))[0];
    const known = await find();
    if (known) return known;
    await this.database
      .insert(acmeAccount)
      .values({ authority, ...(await made()) })
      .onConflictDoNothing();
    const kept = await find();
    if (!kept) throw new Error('The account with the authority was not kept');
    return kept;
  }

  /** The authority does not know it any more. */
  async forgetAccount(authority: string): Promise<void> {
    await this.database.delete(acmeAccount).where(eq(acmeAccount.authority, authority));
  }
}

/** What a host answers privately with: its chain, and its key as it is sealed. */
export async function servedCertificate(
  database: Database,
  host: string,
): Promise<{ readonly chain: string; readonly key: string } | undefined> {
  const { chain, key } = certificate;
  const [row] = await database.select({ chain, key }).from(certificate).where(eq(certificate.host, host));
  return row?.chain && row.key ? { chain: row.chain, key: row.key } : undefined;
}

/**
 * A host of Tienda's own answers privately: it has a certificate like others, whatever zones there are. Where it could not get
 * one it is tried anew: whoever says so has just begun, and what was missing may be there now.
 */
export async function certificateOfOwn(database: Database, host: string): Promise<void> {
  await database
    .insert(certificate)
    .values({ host, nextAt: new Date() })
    .onConflictDoUpdate({
      target: certificate.host,
      set: { nextAt: sql`excluded.next_at`, attempts: 0 },
      setWhere: isNull(certificate.chain),
    });
}

/** From now on these hosts of a zone answer over HTTPS, and no others of it: those that are new are due at once. */
export async function certificatesWanted(
  transaction: Transaction,
  zone: string,
  hosts: readonly string[],
): Promise<void> {
  const others = and(
    eq(certificate.zone, zone),
    hosts.length > 0 ? notInArray(certificate.host, [...hosts]) : undefined,
  );
  await transaction.update(certificate).set({ nextAt: null }).where(others);
  if (hosts.length === 0) return;
  await transaction
    .insert(certificate)
    .values(hosts.map((host) => ({ host, zone, nextAt: new Date() })))
    .onConflictDoUpdate({
      target: certificate.host,
      // One that it has is good until it is due; one that it could not get is tried anew.
      set: {
        nextAt: sql`case when ${certificate.chain} is null then excluded.next_at else coalesce(${certificate.nextAt}, excluded.next_at) end`,
        attempts: 0,
        problem: null,
      },
    });
}
