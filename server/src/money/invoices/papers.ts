import type { Attachment } from '../../platform/outbox/mail';
import type { Press } from '../papers/press';
import type { InvoiceStore, PaperName } from './store';

export const pdfType = 'application/pdf';

/** Documents as files: each is laid out when it is first read, in the mail that takes it along or here, and the same ever after. */
export class Papers {
  constructor(
    private readonly invoices: Pick<InvoiceStore, 'withFile' | 'keepFile'>,
    private readonly press: Pick<Press, 'print'>,
  ) {}

  /**
   * @param accountId whose it is, where only theirs is wanted
   * @returns undefined where it was never issued, or is another's
   * @throws Error where it could not be laid out
   */
  async find(name: PaperName, accountId?: string): Promise<Attachment | undefined> {
    const found = await this.invoices.withFile(name);
    if (!found || (accountId !== undefined && found.accountId !== accountId)) return undefined;
    const content =
      found.content ?? (await this.invoices.keepFile(name, await this.press.print(found.invoice, name.kind)));
    return { filename: filenameOf(name), contentType: pdfType, content };
  }
}

/** `invoice-2026-000001.pdf` or `credit-note-2026-000001.pdf`. */
function filenameOf({ kind, number }: PaperName): string {
  return `${kind === 'creditNote' ? 'credit-note' : kind}-${number}.pdf`;
}
