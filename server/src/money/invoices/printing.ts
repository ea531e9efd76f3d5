import { parentPort } from 'node:worker_threads';
import type { Invoice } from '@tienda/core/orders/invoice';
import { invoicePdf, type PaperKind } from './pdf';

/** What the thread is asked to print. */
export interface PrintJob {
  readonly id: number;
  readonly invoice: Invoice;
  readonly kind: PaperKind;
}

/** What came of it. */
export type Printed =
  { readonly id: number; readonly content: Uint8Array } | { readonly id: number; readonly fault: string };

/** Runs in a worker thread: laying out a document, and reading the fonts for it, holds up nobody else there. */
async function print({ id, invoice, kind }: PrintJob): Promise<Printed> {
  try {
    return { id, content: await invoicePdf(invoice, kind) };
  } catch (fault) {
    return { id, fault: fault instanceof Error ? fault.message : String(fault) };
  }
}

parentPort?.on('message', (job: PrintJob) => {
  void print(job).then((printed) => parentPort?.postMessage(printed));
});
