import { Worker } from 'node:worker_threads';
import type { Invoice, PaperKind } from '@tienda/core/orders/invoice';
import type { Statement } from '@tienda/core/orders/statement';
import type { Printable, Printed, PrintJob } from './printing';

/** Longer than any document takes. */
const patienceMs = 30_000;

interface Waiting {
  readonly resolve: (content: Buffer) => void;
  readonly reject: (fault: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/** Makes documents in a thread of its own, begun when it is first needed and again where it died. */
export class Press {
  private thread: Worker | undefined;
  private readonly waiting = new Map<number, Waiting>();
  private jobs = 0;

  /** @throws Error where the document could not be made, or took too long */
  print(invoice: Invoice, kind: PaperKind = invoice.kind): Promise<Buffer> {
    return this.take({ invoice, kind }, invoice.number);
  }

  /** @throws Error where it could not be made, or took too long */
  printStatement(statement: Statement): Promise<Buffer> {
    return this.take({ statement }, statement.title);
  }

  private take(printable: Printable, about: string): Promise<Buffer> {
    const id = (this.jobs += 1);
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => this.fail(new Error(`${about} took too long to print`)), patienceMs);
      this.waiting.set(id, { resolve, reject, timer });
      const job: PrintJob = { ...printable, id };
      this.running().postMessage(job);
    });
  }

  async close(): Promise<void> {
    await this.thread?.terminate();
  }

  private running(): Worker {
    if (this.thread) return this.thread;
    const thread = new Worker(new URL('./printing.mjs', import.meta.url));
    thread.unref();
    thread.on('message', (printed: Printed) => this.done(printed));
    thread.once('error', (fault) => this.fail(fault, thread));
    thread.once('exit', (code) => this.fail(new Error(`The thread that prints ended with ${code}`), thread));
    this.thread = thread;
    return thread;
  }

  private done(printed: Printed): void {
    const waiting = this.waiting.get(printed.id);
    if (!waiting) return;
    this.waiting.delete(printed.id);
    clearTimeout(waiting.timer);
    if ('content' in printed) waiting.resolve(Buffer.from(printed.content));
    else waiting.reject(new Error(printed.fault));
  }

  /** Nothing that waits will be done by this thread; the next job begins another. */
  private fail(fault: Error, thread = this.thread): void {
    if (thread !== this.thread) return;
    this.thread = undefined;
    void thread?.terminate();
    for (const { reject, timer } of this.waiting.values()) {
      clearTimeout(timer);
      reject(fault);
    }
    this.waiting.clear();
  }
}
