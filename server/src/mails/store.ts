import { asc, eq, isNull } from 'drizzle-orm';
import type { Database, Transaction } from '../db/database';
import { outgoingMail } from '../db/schema';
import type { Mail } from '../gateways/mail/mailGateway';

export class OutgoingMailStore {
  constructor(private readonly database: Database) {}

  /** @param key says what the mail is about; a second mail under it is not kept */
  async put(transaction: Transaction, key: string, mail: Mail, now: Date): Promise<void> {
    await transaction.insert(outgoingMail).values({ key, mail, createdAt: now }).onConflictDoNothing();
  }

  /**
   * Takes the oldest unsent mail, calls `send` and marks it sent; other processes take others meanwhile.
   *
   * @returns false where nothing is left to send
   */
  async sendNext(send: (mail: Mail, key: string) => Promise<void>, now: () => Date): Promise<boolean> {
    return this.database.transaction(async (transaction) => {
      const [next] = await transaction
        .select()
        .from(outgoingMail)
        .where(isNull(outgoingMail.sentAt))
        .orderBy(asc(outgoingMail.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!next) return false;
      await send(next.mail, next.key);
      await transaction.update(outgoingMail).set({ sentAt: now() }).where(eq(outgoingMail.id, next.id));
      return true;
    });
  }
}
