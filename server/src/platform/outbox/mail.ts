import type { Invoice } from '@tienda/core/orders/invoice';
import type { Carrier } from './leaving';

export interface Mail {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  /** The invoice or credit note that is written below the text. */
  readonly document?: Pick<Invoice, 'kind' | 'number'>;
  /** Its subject holds a code: it is not kept after it was sent. */
  readonly isSecret?: boolean;
}

export interface Attachment {
  readonly filename: string;
  readonly contentType: string;
  readonly content: Buffer;
}

export interface Sending {
  /** The same for every attempt at one mail. */
  readonly messageId: string;
  readonly attachments: readonly Attachment[];
}

/** Sends mail; rejects where it was not taken. */
export interface MailGateway {
  send(mail: Mail, sending: Sending): Promise<void>;
}

/** A document as a mail takes it along: written out, and as a file where its reader wants one. */
export interface MailedDocument {
  /** Lines that end with `\n`. */
  readonly text: string;
  readonly attachments: readonly Attachment[];
}

/** Finds what a mail takes along, by what it names; undefined where it was never issued. */
export type DocumentFinder = (document: NonNullable<Mail['document']>) => Promise<MailedDocument | undefined>;

/** As long as mail servers keep trying (RFC 5321, section 4.5.4.1). */
const patienceMs = 4 * 24 * 3600_000;

/** Mail as it leaves: sent again, it has the same Message-ID (RFC 5322, section 3.6.4); its text is not kept. */
export function mailCarrier(gateway: MailGateway, find: DocumentFinder): Carrier<Mail> {
  return {
    patienceMs,
    carry: async (mail, messageId) => {
      const { document } = mail;
      if (!document) return gateway.send(mail, { messageId, attachments: [] });
      const found = await find(document);
      if (!found) throw new Error(`${document.kind} ${document.number} was never issued`);
      const { text, attachments } = found;
      await gateway.send({ ...mail, text: `${mail.text}\n${text}` }, { messageId, attachments });
    },
    remains: ({ to, subject, isSecret = false }) => ({ to, subject: isSecret ? '' : subject, text: '' }),
  };
}
