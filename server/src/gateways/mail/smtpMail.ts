import { createHash } from 'node:crypto';
import nodemailer from 'nodemailer';
import type { Mail, MailGateway, Sending } from '../../platform/outbox/mail';

/** A mail server that is silent for so long counts as away. */
const timeouts = { connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 15_000 };

/** Mail by SMTP. */
export class SmtpMail implements MailGateway {
  private readonly transport;

  constructor(host: string, port: number) {
    this.transport = nodemailer.createTransport({
      host,
      port,
      secure: false,
      ignoreTLS: true,
      pool: true,
      ...timeouts,
    });
  }

  async send({ to, subject, text }: Mail, { messageId, attachments }: Sending): Promise<void> {
    await this.transport.sendMail({
      from: 'Tienda <hello@tienda.example>',
      to,
      subject,
      text,
      messageId: messageIdOf(messageId),
      attachments: [...attachments],
      // No holiday answers to what no person wrote (RFC 3834, section 5).
      headers: { 'Auto-Submitted': 'auto-generated' },
    });
  }
}

function messageIdOf(key: string): string {
  return `<${createHash('sha256').update(key).digest('hex').slice(0, 32)}@tienda.example>`;
}
