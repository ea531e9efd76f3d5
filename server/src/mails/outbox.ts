import type { Logger } from 'pino';
import type { Attention } from '../attention/attention';
import type { Clock } from '../clock/clock';
import type { Transaction } from '../db/database';
import type { Attachment, Mail, MailGateway } from '../gateways/mail/mailGateway';
import type { ClaimedMail, OutgoingMailStore } from './store';

/** Makes the file that a mail takes along, by what it names. */
export type AttachmentMaker = (document: NonNullable<Mail['document']>) => Promise<Attachment>;

/** Mails that one process sends side by side. */
const atOnce = 5;
/** Longer than sending one may take. */
const leaseMs = 60_000;
const firstRetryMs = 2000;
const longestRetryMs = 15 * 60_000;
/** As long as mail servers keep trying (RFC 5321, section 4.5.4.1). */
const patienceMs = 4 * 24 * 3600_000;

/**
 * Mail that is written in the transaction of what it tells of, and sent once that is certain, outside of any
 * transaction. Where the process dies between sending and noting that, the mail goes out again under the same
 * Message-ID (RFC 5322, section 3.6.4).
 */
export class Outbox {
  private flushing: Promise<void> | undefined;
  private again = false;

  constructor(
    private readonly store: OutgoingMailStore,
    private readonly gateway: MailGateway,
    private readonly attachment: AttachmentMaker,
    private readonly attention: Attention,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  /** Writes a mail down. @param key a second mail under it is not sent */
  put(transaction: Transaction, key: string, mail: Mail): Promise<void> {
    return this.store.put(key, mail, this.clock.now(), transaction);
  }

  /** Writes a mail down in a transaction of its own, and sends it soon. */
  async send(key: string, mail: Mail): Promise<void> {
    await this.store.put(key, mail, this.clock.now());
    this.soon();
  }

  /** Does the work of writing a mail down and sends none: nobody can tell by the time it takes. */
  async pretend(key: string, mail: Mail): Promise<void> {
    await this.store.put(key, mail, this.clock.now(), undefined, false);
    this.soon();
  }

  /** Sends what waits, without anybody waiting for that. */
  soon(): void {
    void this.flush();
  }

  /** Sends all that waits; what fails is tried again later. */
  flush(): Promise<void> {
    this.again = true;
    this.flushing ??= this.sendAll()
      .catch((fault: unknown) => this.log.warn({ err: fault }, 'the mails to send could not be read'))
      .finally(() => {
        this.flushing = undefined;
      });
    return this.flushing;
  }

  private async sendAll(): Promise<void> {
    while (this.again) {
      this.again = false;
      for (;;) {
        const now = this.clock.now();
        const claimed = await this.store.claim(now, new Date(now.getTime() + leaseMs), atOnce);
        if (claimed.length === 0) break;
        await Promise.all(claimed.map((one) => this.sendOne(one)));
      }
    }
  }

  private async sendOne(claimed: ClaimedMail): Promise<void> {
    const { mail, key, attempts, createdAt } = claimed;
    try {
      const attachments = mail.document ? [await this.attachment(mail.document)] : [];
      await this.gateway.send(mail, { messageId: key, attachments });
    } catch (fault) {
      const now = this.clock.now();
      const isOver = now.getTime() - createdAt.getTime() > patienceMs;
      const waitMs = Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(attempts, 20));
      this.log.warn({ err: fault, mail: claimed.id, attempts: attempts + 1 }, 'a mail could not be sent');
      await this.store.failed(claimed, now, isOver ? undefined : new Date(now.getTime() + waitMs));
      if (!isOver) setTimeout(() => this.soon(), waitMs).unref();
      if (isOver)
        await this.attention.raise(`mail ${claimed.id}`, `Mail ${claimed.id} could not be sent for four days`);
      return;
    }
    await this.store.sent(claimed, this.clock.now());
  }
}
