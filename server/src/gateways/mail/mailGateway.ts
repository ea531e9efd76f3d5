import { createHash } from 'node:crypto';
import type { Invoice } from '@tienda/core/orders/invoice';
import nodemailer from 'nodemailer';

export interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  /** The invoice or credit note that goes along. */
  readonly document?: Pick<Invoice, 'kind' | 'number'>;
}

export interface Attachment {
  readonly filename: string;
  readonly contentType: string;
  readonly content: Buffer;
}

interface Sending {
  /** The same for every attempt at one mail. */
  readonly messageId: string;
  readonly attachments: readonly Attachment[];
}

/** Sends mail. */
export interface MailGateway {
  send(mail: Mail, sending?: Sending): Promise<void>;
}

/** Mail by SMTP. */
export class SmtpMail implements MailGateway {
  private readonly transport;

  constructor(host: string, port: number) {
    this.transport = nodemailer.createTransport({ host, port, secure: false, ignoreTLS: true, pool: true });
  }

  async send({ to, subject, text }: Mail, sending?: Sending): Promise<void> {
    await this.transport.sendMail({
      from: 'Tienda <hello@tienda.example>',
      to,
      subject,
      text,
      ...(sending ? { messageId: messageIdOf(sending.messageId), attachments: [...sending.attachments] } : {}),
    });
  }
}

function messageIdOf(key: string): string {
  return `<${createHash('sha256').update(key).digest('hex').slice(0, 32)}@tienda.example>`;
}
