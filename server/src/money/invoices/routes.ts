import type { Invoice } from '@tienda/core/orders/invoice';
import type { Attachment } from '../../platform/outbox/mail';
import { notFound } from '../../platform/http/problem';
import { accountRoute, type Route } from '../../platform/http/route';
import type { PaperKind } from '../papers/invoicePdf';
import type { Press } from '../papers/press';
import type { InvoiceStore } from './store';

const contentType = 'application/pdf';

/** `invoice-2026-000001.pdf` or `credit-note-2026-000001.pdf`. */
function filenameOf(kind: PaperKind, number: string): string {
  return `${kind === 'creditNote' ? 'credit-note' : kind}-${number}.pdf`;
}

/** The file of a document, to go along with a mail. @throws Error where it was never issued */
export async function attachmentOf(
  invoices: InvoiceStore,
  press: Press,
  document: Pick<Invoice, 'kind' | 'number'>,
): Promise<Attachment> {
  const found = await invoices.find(document);
  if (!found) throw new Error(`${document.kind} ${document.number} was never issued`);
  const filename = filenameOf(document.kind, document.number);
  return { filename, contentType, content: await press.print(found.invoice) };
}

export function invoiceRoutes(invoices: InvoiceStore, press: Press): Route[] {
  const paper = (path: string, kind: Invoice['kind'], as: PaperKind, summary: string) =>
    accountRoute(
      'get',
      path,
      { needs: 'seePapers', summary, produces: contentType },
      async ({ ctx, actor: { account: accountId }, params }) => {
        const found = await invoices.find({ kind, number: params['number'] ?? '' });
        if (!found || found.accountId !== accountId) throw notFound('document');
        ctx.type = contentType;
        ctx.set('Content-Disposition', `inline; filename="${filenameOf(as, found.number)}"`);
        ctx.body = await press.print(found.invoice, as);
        return undefined;
      },
    );
  return [
    accountRoute(
      'get',
      '/api/me/invoices',
      { needs: 'seePapers', summary: 'Invoices and credit notes' },
      async ({ actor: { account: accountId } }) => ({
        body: (await invoices.ofAccount(accountId)).map(({ orderId, invoice }) => ({ ...invoice, orderId })),
      }),
    ),
    paper('/api/me/invoices/:number', 'invoice', 'invoice', 'An invoice as PDF'),
    paper('/api/me/receipts/:number', 'invoice', 'receipt', 'The receipt that goes with an invoice, as PDF'),
    paper('/api/me/credit-notes/:number', 'creditNote', 'creditNote', 'A credit note as PDF'),
  ];
}
