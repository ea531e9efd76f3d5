import { once } from 'node:events';
import { seller } from '@tienda/core/orders/seller';
import { kindsOf } from '@tienda/core/orders/kindsOf';
import type { Invoice } from '@tienda/core/orders/invoice';
import { decimalAmount, type Minor } from '@tienda/core/money/money';
import PdfDocument from 'pdfkit';
import type { Texts } from '../../platform/texts/en';
import { textsIn } from '../../platform/texts/texts';
import { Letters } from './letters';

export type PaperKind = Invoice['kind'] | 'receipt';

const left = 50;
const right = 545;
/** Right edges of the amounts' columns. */
const columns = { charge: 300, discount: 361, fee: 422, privacy: 483, net: right };
const amountWidth = 60;

/** A document as PDF, A4: every amount of every name, then the sums, then how it was paid. */
export async function invoicePdf(invoice: Invoice, kind: PaperKind = invoice.kind): Promise<Buffer> {
  const { language = 'en' } = invoice;
  const { titles } = textsIn(language).papers;
  const title = kind === 'receipt' ? titles.receipt(invoice.orderNumber) : titles[kind](invoice.number);
  const document = new PdfDocument({
    size: 'A4',
    margin: left,
    // None of the fonts that readers are supposed to have is used.
    font: '',
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    info: { Title: title, Author: seller.name, CreationDate: new Date(`${invoice.issuedOn}T00:00:00Z`) },
    lang: language,
  });
  const pieces: Buffer[] = [];
  document.on('data', (piece: Buffer) => pieces.push(piece));
  const ended = once(document, 'end');
  new Paper(document, invoice, textsIn(language).papers, new Intl.DisplayNames(language, { type: 'region' })).write(
    title,
    kind,
  );
  document.end();
  await ended;
  return Buffer.concat(pieces);
}

class Paper {
  private y = left;
  private readonly letters: Letters;
  private readonly root: PDFKit.PDFStructureElement;
  /** What is written next belongs to it. */
  private part: PDFKit.PDFStructureElement;

  constructor(
    private readonly document: PDFKit.PDFDocument,
    private readonly invoice: Invoice,
    private readonly words: Texts['papers'],
    private readonly countries: Intl.DisplayNames,
  ) {
    this.letters = new Letters(document);
    this.root = document.struct('Document');
    document.addStructure(this.root);
    this.part = this.root;
  }

  write(title: string, kind: PaperKind): void {
    const { issuedOn, orderNumber, refersTo, because, currency } = this.invoice;
    this.say(title, { as: 'H1', bold: true, size: 20, gap: 8 });
    this.say(this.words.head(issuedOn, orderNumber, currency), { gap: refersTo ? 2 : 14 });
    const { takesBack, takesBackGiven } = this.words;
    if (refersTo) this.say((because ? takesBackGiven : takesBack)(refersTo), { gap: 14 });
    this.parties();
    this.lines();
    this.sums(kind);
    this.root.end();
  }

  private parties(): void {
    const { buyer } = this.invoice;
    const top = this.y;
    const from = [seller.name, seller.street, `${seller.postalCode} ${seller.city}`, this.country(seller.country)];
    this.block(this.words.from, [...from, this.words.vatNumber(seller.vatId)], left);
    const end = this.y;
    this.y = top;
    const to = [
      buyer.organisation ?? '',
      buyer.name,
      buyer.street,
      [buyer.postalCode, buyer.city, buyer.region].filter(Boolean).join(' '),
      this.country(buyer.country),
      buyer.vatId ? this.words.vatNumber(buyer.vatId) : '',
      buyer.email,
    ];
    this.block(this.words.to, to.filter(Boolean), 300);
    this.y = Math.max(this.y, end) + 16;
  }

  private block(heading: string, lines: readonly string[], x: number): void {
    this.say(heading, { as: 'H2', bold: true, x });
    for (const line of lines) this.say(line, { x, width: 240 });
  }

  /** Puts all that is written meanwhile into a part of its own, so that it can be read as what it is. */
  private within(kind: string, write: () => void): void {
    const outside = this.part;
    this.part = this.document.struct(kind);
    outside.add(this.part);
    write();
    this.part.end();
    this.part = outside;
  }

  private lines(): void {
    this.within('Table', () => this.table());
  }

  private table(): void {
    const { name: nameHead, ...heads } = this.words.columns;
    this.row(nameHead, Object.values(heads), true);
    this.rule();
    for (const { kind, name, unicode, years, charge, discount, fee, privacyPrice, net } of this.invoice.lines) {
      if (this.y > 720) {
        this.document.addPage();
        this.y = left;
      }
      const shown = this.letters.canWrite(unicode) ? unicode : name;
      const text = `${shown}, ${this.words.term[kind ?? 'register'](this.words.years(years))}`;
      this.row(
        text,
        [charge, -discount, fee, privacyPrice, net].map((amount) => this.amount(amount)),
      );
    }
    this.rule();
  }

  private sums(kind: PaperKind): void {
    const { subtotal, discount, fees, privacy, net, tax, total, paid } = this.invoice;
    const { sums } = this.words;
    if (this.y > 620) {
      this.document.addPage();
      this.y = left;
    }
    this.sum(sums.subtotal[kindsOf(this.invoice.lines)], subtotal);
    if (discount > 0) this.sum(sums.discount, -discount);
    if (fees > 0) this.sum(sums.fees, fees);
    if (privacy > 0) this.sum(sums.privacy, privacy);
    this.sum(sums.net, net);
    this.sum(sums.tax(String(Number((Number(tax.rate) * 100).toFixed(2)))), tax.amount);
    this.sum(sums.total, total, true);
    this.y += 8;
    const moved = kind === 'creditNote' ? this.words.givenBack : this.words.paid;
    for (const { method, amount } of paid) this.sum(moved(this.words.methods[method]), amount);
    this.y += 12;
    this.say(this.words.tax[tax.basis], { size: 9 });
  }

  private sum(label: string, amount: Minor, bold = false): void {
    const top = this.y;
    this.say(label, { x: columns.charge, bold });
    this.y = top;
    this.say(this.amount(amount), {
      x: columns.net - amountWidth * 1.5,
      width: amountWidth * 1.5,
      bold,
      toRight: true,
    });
  }

  private row(text: string, amounts: readonly string[], isHead = false): void {
    const as = isHead ? 'TH' : 'TD';
    this.within('TR', () => {
      const top = this.y;
      this.say(text, { as, bold: isHead, width: columns.charge - amountWidth - left });
      const end = this.y;
      for (const [index, edge] of Object.values(columns).entries()) {
        this.y = top;
        const place = { x: edge - amountWidth, width: amountWidth };
        this.say(amounts[index] ?? '', { as, ...place, bold: isHead, toRight: true });
      }
      this.y = Math.max(this.y, end);
    });
  }

  private rule(): void {
    // Nothing to be read out.
    this.document.markContent('Artifact', { type: 'Layout' });
    this.document
      .moveTo(left, this.y + 2)
      .lineTo(right, this.y + 2)
      .lineWidth(0.5)
      .stroke();
    this.document.endMarkedContent();
    this.y += 8;
  }

  private say(
    text: string,
    {
      as = 'P',
      x = left,
      width = right - x,
      size = 10,
      bold = false,
      toRight = false,
      gap = 3,
    }: {
      /** What it is to who has it read out: a standard structure type (ISO 32000-1, section 14.8.4). */
      readonly as?: string;
      readonly x?: number;
      readonly width?: number;
      readonly size?: number;
      readonly bold?: boolean;
      readonly toRight?: boolean;
      readonly gap?: number;
    } = {},
  ): void {
    if (text === '') return;
    const { document } = this;
    const runs = this.letters.runs(text, bold);
    const write = () => {
      document.fontSize(size);
      for (const [index, run] of runs.entries()) {
        const options = { width, align: toRight ? 'right' : 'left', continued: index < runs.length - 1 } as const;
        document.font(run.font);
        if (index === 0) document.text(run.text, x, this.y, options);
        else document.text(run.text, options);
      }
    };
    this.part.add(document.struct(as, {}, write));
    this.y = document.y + gap;
  }

  private country(code: string): string {
    return this.countries.of(code) ?? code;
  }

  private amount(amount: Minor): string {
    return `${amount < 0 ? '−' : ''}${decimalAmount(Math.abs(amount), this.invoice.currency)}`;
  }
}
