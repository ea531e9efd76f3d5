import nodemailer from 'nodemailer';

export interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Sends mail. */
export interface MailGateway {
  send(mail: Mail): Promise<void>;
}

/** Mail by SMTP. */
export class SmtpMail implements MailGateway {
  private readonly transport;

  constructor(host: string, port: number) {
    this.transport = nodemailer.createTransport({ host, port, secure: false, ignoreTLS: true, pool: true });
  }

  async send({ to, subject, text }: Mail): Promise<void> {
    await this.transport.sendMail({ from: 'Tienda <hello@tienda.example>', to, subject, text });
  }
}
