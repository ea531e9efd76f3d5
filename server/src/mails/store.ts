import { and, asc, eq, isNull, lt } from 'drizzle-orm';
import type { Database, Transaction } from '../db/database';
import { outgoingMail } from '../db/schema';
import type { Mail } from '../gateways/mail/mailGateway';

/** A mail that failed so often is given up. */
const mostAttempts = 500;

export class OutgoingMailStore {
  constructor(private readonly database: Database) {}

  /** @param key says what the mail is about; a second mail under it is not kept */
  async put(transaction: Transaction, key: string, mail: Mail, now: Date): Promise<void> {
    await transaction.insert(outgoingMail).values({ key, mail, createdAt: now }).onConflictDoNothing();
  }

  /**
   * Takes an unsent mail, those that failed least first, then the oldest; calls `send` and notes how it came out.
   * Other processes take others meanwhile.
   *
   * @returns undefined where nothing is left to send; else the fault, or that there was none
   */
  async sendNext(
    send: (mail: Mail, key: string, transaction: Transaction) => Promise<void>,
    now: () => Date,
  ): Promise<{ readonly fault?: unknown } | undefined> {
    return this.database.transaction(async (transaction) => {
      const [next] = await transaction
        .select()
        .from(outgoingMail)
        .where(and(isNull(outgoingMail.sentAt), lt(outgoingMail.attempts, mostAttempts)))
        .orderBy(asc(outgoingMail.attempts), asc(outgoingMail.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!next) return undefined;
      const outcome = await send(next.mail, next.key, transaction).then(
        () => ({}),
        (fault: unknown) => ({ fault }),
      );
      const noted = 'fault' in outcome ? { attempts: next.attempts + 1 } : { sentAt: now() };
      await transaction.update(outgoingMail).set(noted).where(eq(outgoingMail.id, next.id));
      return outcome;
    });
  }
}
