import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Language } from '@tienda/core/accounts/language';
import { invoiceNumber, type Buyer, type Invoice, type InvoiceContent } from '@tienda/core/orders/invoice';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../../platform/db/database';
import { invoice, invoiceCounter } from '../../platform/db/schema';

/** For whom a document is issued. */
export interface IssuedFor {
  readonly accountId: string;
  readonly orderId: string;
  readonly orderNumber: number;
  readonly buyer: Buyer;
  readonly language: Language;
}

export type StoredInvoice = typeof invoice.$inferSelect;

export class InvoiceStore {
  constructor(private readonly database: Database) {}

  /**
   * Issues a document under the next number of its kind and year. Issuers wait for each other, and a number is
   * given back where the transaction fails: so none is left out. One of each kind for an order.
   */
  async issue(transaction: Transaction, content: InvoiceContent, issuedFor: IssuedFor, now: Date): Promise<Invoice> {
    const { kind } = content;
    const { accountId, orderId, orderNumber, buyer, language } = issuedFor;
    const year = now.getUTCFullYear();
    const [counter] = await transaction
      .insert(invoiceCounter)
      .values({ kind, year, last: 1 })
      .onConflictDoUpdate({
        target: [invoiceCounter.kind, invoiceCounter.year],
        set: { last: sql`${invoiceCounter.last} + 1` },
      })
      .returning();
    if (!counter) throw new Error('No number was given');
    const [invoiced] = await transaction
      .select({ number: invoice.number })
      .from(invoice)
      .where(and(eq(invoice.orderId, orderId), eq(invoice.kind, 'invoice')));
    const number = invoiceNumber(year, counter.last);
    const issued: Invoice = {
      ...content,
      number,
      issuedOn: isoDate(now),
      orderNumber,
      buyer,
      language,
      ...(kind === 'creditNote' && invoiced ? { refersTo: invoiced.number } : {}),
    };
    await transaction.insert(invoice).values({ kind, number, accountId, orderId, invoice: issued, issuedAt: now });
    return issued;
  }

  /** The latest first. */
  async ofAccount(accountId: string): Promise<StoredInvoice[]> {
    return this.database
      .select()
      .from(invoice)
      .where(eq(invoice.accountId, accountId))
      .orderBy(desc(invoice.issuedAt), desc(invoice.number))
      .limit(500);
  }

  /** Kind and number of the documents of some orders, by order; the invoice before the credit note. */
  async ofOrders(
    orderIds: readonly string[],
    within: Database | Transaction = this.database,
  ): Promise<Map<string, Pick<Invoice, 'kind' | 'number'>[]>> {
    if (orderIds.length === 0) return new Map();
    const { orderId, kind, number } = invoice;
    const rows = await within
      .select({ orderId, kind, number })
      .from(invoice)
      .where(inArray(orderId, [...orderIds]))
      .orderBy(desc(kind));
    const byOrder = new Map<string, Pick<Invoice, 'kind' | 'number'>[]>();
    for (const row of rows)
      byOrder.set(row.orderId, [...(byOrder.get(row.orderId) ?? []), { kind: row.kind, number: row.number }]);
    return byOrder;
  }

  async find(
    { kind, number }: Pick<Invoice, 'kind' | 'number'>,
    within: Database | Transaction = this.database,
  ): Promise<StoredInvoice | undefined> {
    const [found] = await within
      .select()
      .from(invoice)
      .where(and(eq(invoice.kind, kind), eq(invoice.number, number)));
    return found;
  }
}
