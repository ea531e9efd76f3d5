import { parentPort } from 'node:worker_threads';
import type { Invoice, PaperKind } from '@tienda/core/orders/invoice';
import type { Statement } from '@tienda/core/orders/statement';
import { invoicePdf } from './invoicePdf';
import { statementPdf } from './statementPdf';

/** What can be printed. */
export type Printable = { readonly invoice: Invoice; readonly kind: PaperKind } | { readonly statement: Statement };

/** What the thread is asked to print. */
export type PrintJob = Printable & { readonly id: number };

/** What came of it. */
export type Printed =
  | { readonly id: number; readonly content: Uint8Array }
  | { readonly id: number; readonly fault: string };

/** Runs in a worker thread: laying out a document, and reading the fonts for it, holds up nobody else there. */
async function print(job: PrintJob): Promise<Printed> {
  const { id } = job;
  try {
    const content = 'statement' in job ? statementPdf(job.statement) : invoicePdf(job.invoice, job.kind);
    return { id, content: await content };
  } catch (fault) {
    return { id, fault: fault instanceof Error ? fault.message : String(fault) };
  }
}

parentPort?.on('message', (job: PrintJob) => {
  void print(job).then((printed) => parentPort?.postMessage(printed));
});
