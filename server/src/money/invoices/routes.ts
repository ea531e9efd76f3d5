import { notFound } from '../../platform/http/problem';
import { accountRoute, type Route } from '../../platform/http/route';
import { pdfType, type Papers } from './papers';
import type { InvoiceStore, PaperName } from './store';

export function invoiceRoutes(invoices: InvoiceStore, papers: Papers): Route[] {
  const paper = (path: string, kind: PaperName['kind'], summary: string) =>
    accountRoute(
      'get',
      path,
      { needs: 'seePapers', summary, produces: pdfType },
      async ({ ctx, actor: { account }, params }) => {
        const found = await papers.find({ kind, number: params['number'] ?? '' }, account);
        if (!found) throw notFound('document');
        ctx.type = found.contentType;
        ctx.set('Content-Disposition', `inline; filename="${found.filename}"`);
        ctx.body = found.content;
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
    paper('/api/me/invoices/:number', 'invoice', 'An invoice as PDF'),
    paper('/api/me/receipts/:number', 'receipt', 'The receipt that goes with an invoice, as PDF'),
    paper('/api/me/credit-notes/:number', 'creditNote', 'A credit note as PDF'),
  ];
}
