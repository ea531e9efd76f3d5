import type { Invoice, PaperKind } from '@tienda/core/orders/invoice';
import { left, pdf, readable, right, type Column, type Sheet } from './sheet';
import { writtenInvoice, type Party, type Sum, type WrittenInvoice } from './writtenInvoice';

const amountWidth = 60;
const columns: readonly Column[] = [300, 361, 422, 483, right].map((edge) => ({ edge, width: amountWidth }));
const chargeEdge = 300;

/** A document as PDF. */
export function invoicePdf(invoice: Invoice, kind: PaperKind = invoice.kind): Promise<Buffer> {
  const { language = 'en', issuedOn: madeOn } = invoice;
  const written = writtenInvoice(invoice, kind);
  return pdf({ title: written.title, language, madeOn }, (sheet) => new Paper(sheet, written).write());
}

class Paper {
  constructor(
    private readonly sheet: Sheet,
    private readonly written: WrittenInvoice,
  ) {}

  write(): void {
    const { sheet } = this;
    const { title, head, takesBack } = this.written;
    sheet.say(title, { as: 'H1', bold: true, size: 20, gap: 8 });
    sheet.say(head, { gap: takesBack ? 2 : 14 });
    if (takesBack) sheet.say(takesBack, { gap: 14 });
    this.parties();
    sheet.within('Table', () => this.table());
    this.sums();
  }

  private parties(): void {
    const { sheet } = this;
    const top = sheet.y;
    this.party(this.written.from, left);
    const end = sheet.y;
    sheet.y = top;
    this.party(this.written.to, 300);
    sheet.y = Math.max(sheet.y, end) + 16;
  }

  private party({ heading, lines }: Party, x: number): void {
    this.sheet.say(heading, { as: 'H2', bold: true, x });
    for (const line of lines) this.sheet.say(line, { x, width: 240 });
  }

  private table(): void {
    const { sheet } = this;
    const { nameColumn, amountColumns, rows } = this.written;
    sheet.row(nameColumn, amountColumns, columns, true);
    sheet.rule();
    for (const { line, what, amounts } of rows) {
      sheet.room();
      sheet.row(`${readable(sheet, line)}, ${what}`, amounts, columns);
    }
    sheet.rule();
  }

  private sums(): void {
    const { sheet } = this;
    sheet.room(620);
    for (const sum of this.written.sums) this.sum(sum);
    sheet.y += 8;
    for (const sum of this.written.paid) this.sum(sum);
    sheet.y += 12;
    sheet.say(this.written.taxNote, { size: 9 });
  }

  private sum({ label, amount, isTotal: bold = false }: Sum): void {
    const { sheet } = this;
    const top = sheet.y;
    sheet.say(label, { x: chargeEdge, bold });
    sheet.y = top;
    const width = amountWidth * 1.5;
    sheet.say(amount, { x: right - width, width, bold, toRight: true });
  }
}
