import nodemailer from 'nodemailer';
import type { MailTrial } from '@tienda/core/dns/shownMail';

/** Whoever tries an address waits no longer. */
const timeouts = { connectionTimeout: 4000, greetingTimeout: 4000, socketTimeout: 12_000 };

/** Sends single mails straight to a mail server, and tells what it said. */
export class MailTrier {
  /** @param port where mail servers listen */
  constructor(private readonly port: number) {}

  async send(
    address: string,
    server: string,
    { to, subject, text }: { readonly to: string; readonly subject: string; readonly text: string },
  ): Promise<Pick<MailTrial, 'outcome' | 'answer'>> {
    const transport = nodemailer.createTransport({
      host: address,
      port: this.port,
      name: 'tienda.example',
      secure: false,
      tls: { servername: server, rejectUnauthorized: false },
      ...timeouts,
    });
    const from = 'hello@tienda.example';
    try {
      const { response } = await transport.sendMail({
        from: `Tienda <${from}>`,
        to,
        subject,
        text,
        headers: { 'Auto-Submitted': 'auto-generated' },
      });
      return { outcome: 'accepted', answer: response };
    } catch (fault) {
      const { response } = fault as { readonly response?: string };
      return response === undefined
        ? { outcome: 'silent' }
        : { outcome: 'refused', answer: response.replaceAll(/[\r\n]+/g, ' ') };
    } finally {
      transport.close();
    }
  }
}
