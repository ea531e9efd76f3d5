import type { Logger } from 'pino';
import type { Clock } from '../clock/clock';
import type { Transaction } from '../db/database';
import type { Attachment, Mail, MailGateway } from '../gateways/mail/mailGateway';
import type { OutgoingMailStore } from './store';

/** Makes the file that a mail takes along, by what it names. */
export type AttachmentMaker = (
  document: NonNullable<Mail['document']>,
  transaction: Transaction,
) => Promise<Attachment>;

/**
 * Mail that is written in the transaction of what it tells of, and sent once that is certain. Where the process dies
 * between sending and noting that, the mail goes out again under the same Message-ID (RFC 5322, section 3.6.4).
 */
export class Outbox {
  private flushing: Promise<void> | undefined;
  private again = false;

  constructor(
    private readonly store: OutgoingMailStore,
    private readonly gateway: MailGateway,
    private readonly attachment: AttachmentMaker,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  put(transaction: Transaction, key: string, mail: Mail): Promise<void> {
    return this.store.put(transaction, key, mail, this.clock.now());
  }

  /** Sends all that waits, in this process one after the other; what fails is tried again the next time. */
  flush(): Promise<void> {
    this.again = true;
    this.flushing ??= this.sendAll().finally(() => {
      this.flushing = undefined;
    });
    return this.flushing;
  }

  private async sendAll(): Promise<void> {
    const send = async (mail: Mail, key: string, transaction: Transaction) => {
      const attachments = mail.document ? [await this.attachment(mail.document, transaction)] : [];
      await this.gateway.send(mail, { messageId: key, attachments });
    };
    const next = () => this.store.sendNext(send, () => this.clock.now());
    try {
      while (this.again) {
        this.again = false;
        for (let sent = await next(); sent; sent = await next()) if (sent.fault) return this.failed(sent.fault);
      }
    } catch (fault) {
      this.failed(fault);
    }
  }

  private failed(fault: unknown): void {
    this.log.warn({ fault: fault instanceof Error ? fault.message : String(fault) }, 'mail could not be sent');
  }
}
