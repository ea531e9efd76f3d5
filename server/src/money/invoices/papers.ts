import type { Attachment, Mail, MailedDocument } from '../../platform/outbox/mail';
import { textsIn } from '../../platform/texts/texts';
import { invoiceText } from '../papers/invoiceText';
import type { Press } from '../papers/press';
import type { FiledInvoice, InvoiceStore, PaperName } from './store';

export const pdfType = 'application/pdf';

/** Documents as files: each is laid out when it is first read, and the same ever after. */
export class Papers {
  constructor(
    private readonly invoices: Pick<InvoiceStore, 'withFile' | 'keepFile'>,
    private readonly press: Pick<Press, 'print'>,
    private readonly publicUrl: string,
  ) {}

  /**
   * @param accountId whose it is, where only theirs is wanted
   * @returns undefined where it was never issued, or is another's
   * @throws Error where it could not be laid out
   */
  async find(name: PaperName, accountId?: string): Promise<Attachment | undefined> {
    const found = await this.invoices.withFile(name);
    if (!found || (accountId !== undefined && found.accountId !== accountId)) return undefined;
    return this.file(name, found);
  }

  /** A document written out, with the page where its file is; the file itself for those who want it with each mail. */
  async mailed(name: NonNullable<Mail['document']>): Promise<MailedDocument | undefined> {
    const found = await this.invoices.withFile(name);
    if (!found) return undefined;
    const { orderId, invoice, isAttached } = found;
    const { asPdf } = textsIn(invoice.language ?? 'en').papers;
    return {
      text: `${invoiceText(invoice)}\n${asPdf(`${this.publicUrl}/orders/${orderId}`)}\n`,
      attachments: isAttached ? [await this.file(name, found)] : [],
    };
  }

  private async file(name: PaperName, { invoice, content }: FiledInvoice): Promise<Attachment> {
    const file = content ?? (await this.invoices.keepFile(name, await this.press.print(invoice, name.kind)));
    return { filename: filenameOf(name), contentType: pdfType, content: file };
  }
}

/** `invoice-2026-000001.pdf` or `credit-note-2026-000001.pdf`. */
function filenameOf({ kind, number }: PaperName): string {
  return `${kind === 'creditNote' ? 'credit-note' : kind}-${number}.pdf`;
}
