import { and, asc, eq, inArray, isNull, lte } from 'drizzle-orm';
import type { Database, Transaction } from '../db/database';
import { outgoingMail } from '../db/schema';
import type { Mail } from '../gateways/mail/mailGateway';

/** A mail to be sent, taken by this process for a while. */
export interface ClaimedMail {
  readonly id: number;
  /** Says what the mail is about. */
  readonly key: string;
  readonly mail: Mail;
  /** Times that it was tried before. */
  readonly attempts: number;
  readonly createdAt: Date;
}

export class OutgoingMailStore {
  constructor(private readonly database: Database) {}

  /**
   * @param key says what the mail is about; a second mail under it is not kept
   * @param isToBeSent false for one that is only written down, so that writing it takes as long as any other
   */
  async put(
    key: string,
    mail: Mail,
    now: Date,
    within: Database | Transaction = this.database,
    isToBeSent = true,
  ): Promise<void> {
    await within
      .insert(outgoingMail)
      .values({ key, mail, createdAt: now, nextAt: now, ...(isToBeSent ? {} : { sentAt: now }) })
      .onConflictDoNothing();
  }

  /** Takes mails whose turn it is; other processes take others, and these again once the lease has run out. */
  async claim(now: Date, leaseUntil: Date, limit: number): Promise<ClaimedMail[]> {
    const due = this.database
      .select({ id: outgoingMail.id })
      .from(outgoingMail)
      .where(and(isNull(outgoingMail.sentAt), isNull(outgoingMail.givenUpAt), lte(outgoingMail.nextAt, now)))
      .orderBy(asc(outgoingMail.nextAt), asc(outgoingMail.id))
      .limit(limit)
      .for('update', { skipLocked: true });
    const { id, key, mail, attempts, createdAt } = outgoingMail;
    return this.database
      .update(outgoingMail)
      .set({ nextAt: leaseUntil })
      .where(inArray(id, due))
      .returning({ id, key, mail, attempts, createdAt });
  }

  /** It is out: what it said is kept no longer. */
  async sent({ id, mail }: ClaimedMail, now: Date): Promise<void> {
    const { to, subject, isSecret = false } = mail;
    await this.database
      .update(outgoingMail)
      .set({ sentAt: now, mail: { to, subject: isSecret ? '' : subject, text: '' } })
      .where(eq(outgoingMail.id, id));
  }

  /** It could not be sent. @param nextAt when it is tried again; never, where left out */
  async failed({ id, attempts }: ClaimedMail, now: Date, nextAt?: Date): Promise<void> {
    await this.database
      .update(outgoingMail)
      .set({ attempts: attempts + 1, ...(nextAt ? { nextAt } : { givenUpAt: now }) })
      .where(eq(outgoingMail.id, id));
  }
}
