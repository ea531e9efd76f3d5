import { and, asc, count, eq, getTableColumns, isNull, sql } from 'drizzle-orm';
import type { Holding } from '@tienda/core/accounts/actor';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import type { Database } from '../../platform/db/database';
import { heldName, nameGroup } from '../../platform/db/schema';
import { badField, notFound } from '../../platform/http/problem';
import { isUuid } from '../../platform/http/uuid';

export type StoredGroup = typeof nameGroup.$inferSelect;

/** What is written of a group. */
export type GroupWords = Pick<StoredGroup, 'title' | 'note' | 'contacts'>;

/** Groups of names. */
export class GroupStore {
  constructor(private readonly database: Database) {}

  /** With how many names are in each, by title. */
  ofAccount(accountId: string): Promise<NameGroup[]> {
    const { id, title, note, contacts } = getTableColumns(nameGroup);
    return this.database
      .select({ id, title, note, contacts, names: count(heldName.id) })
      .from(nameGroup)
      .leftJoin(heldName, and(eq(heldName.groupId, id), isNull(heldName.leftAt)))
      .where(eq(nameGroup.accountId, accountId))
      .groupBy(id)
      .orderBy(asc(sql`lower(${title})`));
  }

  /** Those that somebody reaches. */
  async ofHolding({ account, reach }: Holding): Promise<NameGroup[]> {
    const all = await this.ofAccount(account);
    return reach === 'all' ? all : all.filter(({ id }) => reach.groups.includes(id));
  }

  /** @throws Problem 404 where the account has no such group */
  async need(accountId: string, id: string): Promise<StoredGroup> {
    const [found] = isUuid(id) ? await this.database.select().from(nameGroup).where(mine(accountId, id)) : [];
    if (!found) throw notFound('group');
    return found;
  }

  /** @throws Problem 422 where another one has the title */
  async add(accountId: string, words: GroupWords): Promise<StoredGroup> {
    const [added] = await this.database
      .insert(nameGroup)
      .values({ accountId, ...words })
      .onConflictDoNothing()
      .returning();
    if (!added) throw titleTaken(words.title);
    return added;
  }

  /** @throws Problem 404 where the account has no such group, 422 where another one has the title */
  async change(accountId: string, id: string, words: GroupWords): Promise<StoredGroup> {
    await this.need(accountId, id);
    const other = and(
      eq(nameGroup.accountId, accountId),
      sql`lower(${nameGroup.title}) = lower(${words.title}) and ${nameGroup.id} <> ${id}`,
    );
    if ((await this.database.$count(nameGroup, other)) > 0) throw titleTaken(words.title);
    const [changed] = await this.database.update(nameGroup).set(words).where(mine(accountId, id)).returning();
    if (!changed) throw notFound('group');
    return changed;
  }

  /** Its names are in no group then. */
  async remove(accountId: string, id: string): Promise<void> {
    await this.need(accountId, id);
    await this.database.delete(nameGroup).where(mine(accountId, id));
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(nameGroup).where(eq(nameGroup.accountId, accountId));
  }
}

function mine(accountId: string, id: string) {
  return and(eq(nameGroup.accountId, accountId), eq(nameGroup.id, id));
}

function titleTaken(title: string) {
  return badField('/title', 'titleTaken', `There is a group called “${title}” already: choose another title.`, {
    title,
  });
}
