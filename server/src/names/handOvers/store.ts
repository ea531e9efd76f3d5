import { and, desc, eq, gt, inArray, isNotNull, lt, ne, or, sql } from 'drizzle-orm';
import type { Who } from '@tienda/core/accounts/actor';
import { contactsOf, type NameContacts } from '@tienda/core/contacts/roles';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { CannotHandOver, HandOverState } from '@tienda/core/transfers/handOver';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../../platform/db/database';
import {
  account,
  handOver,
  handOverName,
  heldName,
  holderChangeName,
  nameLog,
  operation,
} from '../../platform/db/schema';
import { current, heldColumns, type HeldName } from '../held/store';

/** Names that an account offers to another, with the mail address of whoever offers them. */
export interface KeptHandOver extends Readonly<typeof handOver.$inferSelect> {
  readonly from: string;
  readonly names: readonly { readonly heldId: string; readonly name: string; readonly expiresOn: IsoDate }[];
}

/** Somebody at an account. */
interface Side {
  readonly id: string;
  readonly email: string;
}

const isOffered = sql`${handOver.state} ->> 'at' = 'offered'`;

/** Names that go from one account here to another. */
export class HandOverStore {
  constructor(private readonly database: Database) {}

  /** Keeps an offer. @returns the names that are in it: those that are offered to nobody else */
  async add(
    transaction: Transaction,
    offer: typeof handOver.$inferInsert,
    names: readonly Pick<HeldName, 'id' | 'name'>[],
  ): Promise<string[]> {
    await transaction.insert(handOver).values(offer);
    const added = await transaction
      .insert(handOverName)
      .values(names.map(({ id }) => ({ handOverId: offer.id, heldId: id })))
      .onConflictDoNothing()
      .returning({ heldId: handOverName.heldId });
    if (added.length === 0) await transaction.delete(handOver).where(eq(handOver.id, offer.id));
    const ids = new Set(added.map(({ heldId }) => heldId));
    return names.filter(({ id }) => ids.has(id)).map(({ name }) => name);
  }

  /** Why names of an account cannot be handed over just now, by name; what keeps them, not where they are in their lives. */
  async kept(
    accountId: string,
    held: readonly Pick<HeldName, 'id' | 'name'>[],
    within: Database | Transaction = this.database,
  ): Promise<Map<string, Exclude<CannotHandOver, 'over'>>> {
    const ids = held.map(({ id }) => id);
    const nameOf = new Map(held.map(({ id, name }) => [id, name]));
    const [offered, asked, open] = [
      await within
        .select({ heldId: handOverName.heldId })
        .from(handOverName)
        .where(and(inArray(handOverName.heldId, ids), eq(handOverName.isOpen, true))),
      await within
        .select({ heldId: holderChangeName.heldId })
        .from(holderChangeName)
        .where(and(inArray(holderChangeName.heldId, ids), eq(holderChangeName.isOpen, true))),
      await within
        .select({ name: operation.name, kind: operation.kind })
        .from(operation)
        .where(
          and(
            eq(operation.accountId, accountId),
            inArray(operation.name, [...nameOf.values()]),
            isNotNull(operation.nextAt),
          ),
        ),
    ];
    return new Map([
      ...offered.map(({ heldId }) => [nameOf.get(heldId) ?? '', 'offered'] as const),
      ...asked.map(({ heldId }) => [nameOf.get(heldId) ?? '', 'holderAsked'] as const),
      ...open.map(({ name, kind }) => [name, kind === 'transferOut' ? 'asked' : 'changing'] as const),
    ]);
  }

  /** Those that an account offers, or is offered, since a day, and all that are open; the latest first. */
  async of({ id, email }: Side, since: IsoDate): Promise<KeptHandOver[]> {
    const rows = await this.database
      .select({ id: handOver.id })
      .from(handOver)
      .where(
        and(
          or(eq(handOver.accountId, id), and(eq(handOver.email, email), ne(handOver.accountId, id))),
          or(isOffered, gt(handOver.offeredOn, since)),
        ),
      )
      .orderBy(desc(handOver.offeredOn), handOver.id)
      .limit(200);
    return this.all(rows.map((row) => row.id));
  }

  /** One that nobody else moves on until the transaction is over. */
  async lock(transaction: Transaction, id: string): Promise<KeptHandOver | undefined> {
    await transaction.select({ id: handOver.id }).from(handOver).where(eq(handOver.id, id)).for('update');
    const [found] = await this.all([id], transaction);
    return found;
  }

  /** Offers made before a day that nobody has answered. */
  async offeredBefore(day: IsoDate): Promise<string[]> {
    const rows = await this.database
      .select({ id: handOver.id })
      .from(handOver)
      .where(and(isOffered, lt(handOver.offeredOn, day)))
      .limit(200);
    return rows.map(({ id }) => id);
  }

  /** It has come to an end: its names can be offered to others. */
  async end(transaction: Transaction, id: string, state: HandOverState): Promise<void> {
    await transaction.update(handOver).set({ state }).where(eq(handOver.id, id));
    await transaction.update(handOverName).set({ isOpen: false }).where(eq(handOverName.handOverId, id));
  }

  /** Those of an offer's names that are still held by whoever offered them, that nobody else changes until the transaction is over. */
  heldOf(transaction: Transaction, { accountId, names }: KeptHandOver): Promise<HeldName[]> {
    const ids = names.map(({ heldId }) => heldId);
    return transaction
      .select(heldColumns)
      .from(heldName)
      .where(and(inArray(heldName.id, ids), eq(heldName.accountId, accountId), current))
      .orderBy(heldName.name)
      .for('update');
  }

  /**
   * Names are another account's from now on: with their terms, where they point, and who is what to them.
   *
   * @param contacts the ids of the contacts there, by those that they have here
   * @returns the names as they are held there
   */
  async taken(
    transaction: Transaction,
    held: readonly HeldName[],
    { from, to }: { readonly from: Side; readonly to: Side },
    contacts: ReadonlyMap<string, string>,
    who: Who,
    at: Date,
  ): Promise<HeldName[]> {
    const ids = held.map(({ id }) => id);
    await transaction
      .update(heldName)
      .set({ stage: 'handedOver', leftAt: at, careOn: null })
      .where(inArray(heldName.id, ids));
    const there = (id: string) => contacts.get(id) ?? id;
    const rows = await transaction
      .insert(heldName)
      .values(
        held.map(({ id: _before, ...one }) => {
          const { registrant, admin, tech, billing } = one.contacts ?? contactsOf(one.contactId);
          const its: NameContacts = {
            registrant: there(registrant),
            admin: there(admin),
            tech: there(tech),
            billing: there(billing),
          };
          const own = { accountId: to.id, orderId: null, groupId: null, contactId: its.registrant, contacts: its };
          // Who pays for it is found out at once.
          return { ...one, ...own, care: {}, careOn: isoDate(at) };
        }),
      )
      .returning(heldColumns);
    const logged = (of: readonly Pick<HeldName, 'id'>[], what: NameEvent) =>
      of.map(({ id }) => ({ heldId: id, at, who, what }));
    await transaction
      .insert(nameLog)
      .values([
        ...logged(held, { type: 'handedOver', to: to.email }),
        ...logged(rows, { type: 'takenOver', from: from.email }),
      ]);
    return rows;
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(handOver).where(eq(handOver.accountId, accountId));
  }

  private async all(ids: readonly string[], within: Database | Transaction = this.database): Promise<KeptHandOver[]> {
    if (ids.length === 0) return [];
    const rows = await within
      .select({ kept: handOver, from: account.email })
      .from(handOver)
      .innerJoin(account, eq(account.id, handOver.accountId))
      .where(inArray(handOver.id, [...ids]));
    const names = await within
      .select({ of: handOverName.handOverId, heldId: heldName.id, name: heldName.name, expiresOn: heldName.expiresOn })
      .from(handOverName)
      .innerJoin(heldName, eq(heldName.id, handOverName.heldId))
      .where(inArray(handOverName.handOverId, [...ids]))
      .orderBy(heldName.name);
    const byId = new Map(rows.map(({ kept, from }) => [kept.id, { ...kept, from }]));
    return ids.flatMap((id) => {
      const found = byId.get(id);
      return found
        ? [{ ...found, names: names.filter(({ of }) => of === id).map(({ of: _of, ...name }) => name) }]
        : [];
    });
  }
}
