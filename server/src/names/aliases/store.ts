import { and, asc, eq, exists, inArray, lte } from 'drizzle-orm';
import type { Database } from '../../platform/db/database';
import { aliasTarget, aliasUse } from '../../platform/db/schema';

export type KeptTarget = typeof aliasTarget.$inferSelect;

/** The hosts that an ALIAS leads to, with their addresses. */
export class AliasStore {
  constructor(private readonly database: Database) {}

  /** Those of them that are known. */
  async known(hosts: readonly string[]): Promise<Set<string>> {
    const { host } = aliasTarget;
    const rows = await this.database
      .select({ host })
      .from(aliasTarget)
      .where(inArray(host, [...hosts]));
    return new Set(rows.map((row) => row.host));
  }

  /** What is known already stays: others answer by it. */
  async add(target: KeptTarget): Promise<void> {
    await this.database.insert(aliasTarget).values(target).onConflictDoNothing();
  }

  /** Those that are to be asked for again, and that a zone leads to; the longest waiting first. */
  due(at: Date, most: number): Promise<KeptTarget[]> {
    const isUsed = exists(this.database.select().from(aliasUse).where(eq(aliasUse.host, aliasTarget.host)));
    return this.database
      .select()
      .from(aliasTarget)
      .where(and(lte(aliasTarget.dueAt, at), isUsed))
      .orderBy(asc(aliasTarget.dueAt))
      .limit(most);
  }

  async askAgain(host: string, dueAt: Date): Promise<void> {
    await this.database.update(aliasTarget).set({ dueAt }).where(eq(aliasTarget.host, host));
  }
}
