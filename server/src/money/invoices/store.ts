import { and, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { Language } from '@tienda/core/accounts/language';
import {
  invoiceDigits,
  invoiceNumber,
  type Buyer,
  type Invoice,
  type InvoiceContent,
} from '@tienda/core/orders/invoice';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { account, invoice, invoiceCounter, paper } from '../../platform/db/schema';

/** For whom a document is issued. */
export interface IssuedFor {
  readonly accountId: string;
  readonly orderId: string;
  readonly orderNumber: number;
  readonly buyer: Buyer;
  readonly language: Language;
  /** The name that was given back; left out where it is about its order as a whole. */
  readonly about?: string;
}

/** Which file: a receipt has the number of its invoice. */
export type PaperName = Pick<typeof paper.$inferSelect, 'kind' | 'number'>;

export type StoredInvoice = typeof invoice.$inferSelect;

export interface FiledInvoice extends Pick<StoredInvoice, 'accountId' | 'orderId' | 'invoice'> {
  /** Null until it is laid out. */
  readonly content: Buffer | null;
  /** Whether whose it is wants files with the mails. */
  readonly isAttached: boolean;
}

/** By what a document is found. */
export type IssuedName = Pick<Invoice, 'kind' | 'number'>;

/** The documents of the order with an id, as a part of a statement; the invoice before the credit note. */
export function documentsOf(id: SQL): SQL<IssuedName[]> {
  return sql`(
    select coalesce(jsonb_agg(jsonb_build_object('kind', i.kind, 'number', i.number) order by i.kind desc, i.number), '[]')
    from ${invoice} i where i.order_id = ${id})`;
}

export class InvoiceStore {
  /** Reads a document with its file; written once for all. */
  private readonly filed;

  constructor(private readonly database: Database) {
    const isIt = and(eq(invoice.kind, sql.placeholder('documentKind')), eq(invoice.number, sql.placeholder('number')));
    this.filed = database
      .select({
        accountId: invoice.accountId,
        orderId: invoice.orderId,
        invoice: invoice.invoice,
        content: paper.content,
        isAttached: account.invoiceFiles,
      })
      .from(invoice)
      .innerJoin(account, eq(account.id, invoice.accountId))
      .leftJoin(paper, and(eq(paper.kind, sql.placeholder('kind')), eq(paper.number, invoice.number)))
      .where(isIt)
      .prepare('');
  }

  /**
   * Issues a document under the next number of its kind and year, as parts of a larger statement, where `from` has a row;
   * `issued` has its number. Issuers wait for each other until it is committed, and a number is given back where that
   * fails: so none is left out. One of each kind for an order, and for each name of it that is given back.
   */
  issued(content: InvoiceContent, issuedFor: IssuedFor, now: Date, from: SQL): StatementPart[] {
    const { kind } = content;
    const { accountId, orderId, orderNumber, buyer, language, about = '' } = issuedFor;
    const year = now.getUTCFullYear();
    const beforeDigits = invoiceNumber(year, 0).slice(0, -invoiceDigits);
    const printed = { ...content, issuedOn: isoDate(now), orderNumber, buyer, language };
    const refersTo = sql`coalesce((
      select jsonb_build_object('refersTo', i.number) from ${invoice} i where i.order_id = ${orderId} and i.kind = 'invoice'), '{}')`;
    return [
      sql`counter as (
        insert into ${invoiceCounter} as c (kind, year, last) select ${kind}, ${year}::int, 1 from ${from}
        on conflict (kind, year) do update set last = c.last + 1
        returning last
      )`,
      sql`numbered as (
        select ${beforeDigits} || lpad(last::text, greatest(${invoiceDigits}, length(last::text)), '0') as number from counter
      )`,
      sql`issued as (
        insert into ${invoice} (kind, number, account_id, order_id, about, invoice, issued_at)
        select ${kind}, number, ${accountId}::uuid, ${orderId}::uuid, ${about},
          ${JSON.stringify(printed)}::jsonb || jsonb_build_object('number', number)
            ${kind === 'creditNote' ? sql`|| ${refersTo}` : sql``},
          ${now.toISOString()}::timestamptz
        from numbered
        returning kind, number, invoice
      )`,
    ];
  }

  /** What `issued` has just issued, as what a mail takes along. */
  justIssued(): SQL {
    return sql`(select jsonb_build_object('document', jsonb_build_object('kind', kind, 'number', number)) from issued)`;
  }

  /** The document of an order, as what a mail takes along; nothing where there is none. */
  documentOf(orderId: string, kind: Invoice['kind']): SQL {
    return sql`coalesce((
      select jsonb_build_object('document', jsonb_build_object('kind', i.kind, 'number', i.number))
      from ${invoice} i where i.order_id = ${orderId}::uuid and i.kind = ${kind} and i.about = ''), '{}')`;
  }

  /** Issues a document by itself. */
  async issue(transaction: Transaction, content: InvoiceContent, issuedFor: IssuedFor, now: Date): Promise<Invoice> {
    const parts = this.issued(content, issuedFor, now, sql`(select) now_then`);
    const result = await transaction.execute<{ invoice: Invoice }>(
      sql`with ${sql.join(parts, sql`, `)} select invoice from issued`,
    );
    const [row] = result.rows;
    if (!row) throw new Error('No number was given');
    return row.invoice;
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

  /** What a document says, and its file where it was laid out already. */
  async withFile({ kind, number }: PaperName): Promise<FiledInvoice | undefined> {
    const documentKind = kind === 'receipt' ? 'invoice' : kind;
    const [found] = await this.filed.execute({ kind, documentKind, number });
    return found;
  }

  /** @returns the file that is kept: where two laid it out at once, what the first did */
  async keepFile(name: PaperName, content: Buffer): Promise<Buffer> {
    const kept = await this.database
      .insert(paper)
      .values({ ...name, content })
      .onConflictDoNothing()
      .returning({ kind: paper.kind });
    if (kept.length > 0) return content;
    return (await this.withFile(name))?.content ?? content;
  }
}
