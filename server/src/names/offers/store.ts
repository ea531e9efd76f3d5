import { and, desc, eq, lt, lte, or, sql } from 'drizzle-orm';
import { isOpenOffer, nextOffer, offerDays, type OfferEvent } from '@tienda/core/names/offer';
import { boughtNoMore, wantBought } from '../moves/store';
import type { Database, Transaction } from '../../platform/db/database';
import { customerOrder, nameOffer, operation } from '../../platform/db/schema';

export type KeptOffer = typeof nameOffer.$inferSelect;

const mostAtOnce = 200;
const mostShown = 200;

/** No order of it is under way or has ended; what another order of the same name brings is that one's. */
const isNotPaidFor = sql`not exists (
  select 1 from ${operation} p join ${customerOrder} c on c.id = p.order_id
  where p.account_id = ${nameOffer.accountId} and p.name = ${nameOffer.name} and p.kind = 'transferIn'
    and p.request ->> 'offer' = ${nameOffer.id}::text
    and p.state ->> 'cause' is distinct from 'here'
    and (not c.ended or p.state ->> 'at' in ('done', 'refused', 'givenUp')))`;

/** When an offer lapses about which nothing is said or done from now on. */
export function lapseAfter(at: Date): Date {
  return new Date(at.getTime() + offerDays * 86_400_000);
}

export class OfferStore {
  constructor(private readonly database: Database) {}

  ofAccount(accountId: string): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(eq(nameOffer.accountId, accountId))
      .orderBy(desc(nameOffer.createdAt))
      .limit(mostShown);
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(nameOffer).where(eq(nameOffer.accountId, accountId));
  }

  /**
   * Keeps a new offer; harmless where the very same was kept before.
   *
   * @returns false where the account has another open offer for the name
   */
  async add(offer: KeptOffer): Promise<boolean> {
    await this.database.insert(nameOffer).values(offer).onConflictDoNothing();
    return (await this.find(offer.accountId, offer.id)) !== undefined;
  }

  async find(accountId: string, id: string): Promise<KeptOffer | undefined> {
    const [found] = await this.database
      .select()
      .from(nameOffer)
      .where(and(eq(nameOffer.accountId, accountId), eq(nameOffer.id, id)));
    return found;
  }

  /** Offers that the broker has not been told of in full, or whose holder has not answered; the longest waiting first. */
  open(): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(or(lt(nameOffer.toldRevision, nameOffer.revision), sql`${nameOffer.state} ->> 'at' = 'sent'`))
      .orderBy(sql`${nameOffer.lookedAt} nulls first`)
      .limit(mostAtOnce);
  }

  /** Those about which nothing was said or done for too long, and that are not paid for. */
  lapsing(at: Date): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(and(lte(nameOffer.lapsesAt, at), isNotPaidFor))
      .limit(mostAtOnce);
  }

  /** True where its order is under way, or has ended and is still to be told to the broker. */
  async isPaidFor(id: string): Promise<boolean> {
    const [open] = await this.database
      .select({ id: nameOffer.id })
      .from(nameOffer)
      .where(and(eq(nameOffer.id, id), isNotPaidFor));
    return !open;
  }

  /** The broker was spoken to. */
  async looked(id: string, lookedAt: Date): Promise<void> {
    await this.database.update(nameOffer).set({ lookedAt }).where(eq(nameOffer.id, id));
  }

  /** One of any account. */
  async anyone(id: string): Promise<KeptOffer | undefined> {
    const [found] = await this.database.select().from(nameOffer).where(eq(nameOffer.id, id));
    return found;
  }

  /** The broker knows of this revision; of a later one it is still to be told. */
  async told(id: string, revision: number): Promise<void> {
    await this.database
      .update(nameOffer)
      .set({ toldRevision: sql`greatest(${nameOffer.toldRevision}, ${revision})` })
      .where(eq(nameOffer.id, id));
  }

  /**
   * Moves an offer on, checked in core, together with what else must be true with it: a name that is agreed to be bought is
   * wanted here as long as it is.
   *
   * @param seen the offer that was answered: where the buyer has changed it meanwhile, the answer is to another one
   * @returns undefined where there is no such offer
   * @throws Error where the event cannot follow
   */
  async move(
    id: string,
    event: OfferEvent,
    at: Date,
    seen?: KeptOffer,
    alongside: (transaction: Transaction, moved: KeptOffer) => Promise<void> = () => Promise.resolve(),
  ): Promise<KeptOffer | undefined> {
    return this.database.transaction(async (transaction) => {
      const [found] = await transaction.select().from(nameOffer).where(eq(nameOffer.id, id)).for('update');
      if (!found || (seen && seen.revision !== found.revision)) return undefined;
      const { amount, state } = nextOffer(found, event);
      const revision = found.revision + (event.type.startsWith('buyer') || event.type === 'lapsed' ? 1 : 0);
      const lapsesAt = isOpenOffer(state) ? lapseAfter(at) : null;
      const [moved] = await transaction
        .update(nameOffer)
        .set({ amount, state, revision, changedAt: at, lapsesAt })
        .where(eq(nameOffer.id, id))
        .returning();
      const { accountId, name } = found;
      if (state.at === 'agreed') await wantBought(transaction, { accountId, name, offerId: id, at });
      else if (found.state.at === 'agreed') await boughtNoMore(transaction, id);
      if (moved) await alongside(transaction, moved);
      return moved;
    });
  }
}
