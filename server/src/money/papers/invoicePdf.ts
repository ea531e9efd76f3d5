import { seller } from '@tienda/core/orders/seller';
import { kindsOf } from '@tienda/core/orders/kindsOf';
import type { Invoice, PaperKind } from '@tienda/core/orders/invoice';
import { decimalAmount, type Minor } from '@tienda/core/money/money';
import type { Texts } from '../../platform/texts/en';
import { textsIn } from '../../platform/texts/texts';
import { left, pdf, readable, right, type Column, type Sheet } from './sheet';

const amountWidth = 60;
const columns: readonly Column[] = [300, 361, 422, 483, right].map((edge) => ({ edge, width: amountWidth }));
const chargeEdge = 300;

/** A document as PDF: every amount of every name, then the sums, then how it was paid. */
export function invoicePdf(invoice: Invoice, kind: PaperKind = invoice.kind): Promise<Buffer> {
  const { language = 'en', issuedOn: madeOn } = invoice;
  const words = textsIn(language).papers;
  const { titles } = words;
  const title = kind === 'receipt' ? titles.receipt(invoice.orderNumber) : titles[kind](invoice.number);
  const countries = new Intl.DisplayNames(language, { type: 'region' });
  return pdf({ title, language, madeOn }, (sheet) => new Paper(sheet, invoice, words, countries).write(title, kind));
}

class Paper {
  constructor(
    private readonly sheet: Sheet,
    private readonly invoice: Invoice,
    private readonly words: Texts['papers'],
    private readonly countries: Intl.DisplayNames,
  ) {}

  write(title: string, kind: PaperKind): void {
    const { sheet } = this;
    const { issuedOn, orderNumber, refersTo, because, currency } = this.invoice;
    sheet.say(title, { as: 'H1', bold: true, size: 20, gap: 8 });
    sheet.say(this.words.head(issuedOn, orderNumber, currency), { gap: refersTo ? 2 : 14 });
    const { takesBack, takesBackGiven } = this.words;
    if (refersTo) sheet.say((because ? takesBackGiven : takesBack)(refersTo), { gap: 14 });
    this.parties();
    sheet.within('Table', () => this.table());
    this.sums(kind);
  }

  private parties(): void {
    const { sheet } = this;
    const { buyer } = this.invoice;
    const top = sheet.y;
    const from = [seller.name, seller.street, `${seller.postalCode} ${seller.city}`, this.country(seller.country)];
    this.block(this.words.from, [...from, this.words.vatNumber(seller.vatId)], left);
    const end = sheet.y;
    sheet.y = top;
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
    sheet.y = Math.max(sheet.y, end) + 16;
  }

  private block(heading: string, lines: readonly string[], x: number): void {
    this.sheet.say(heading, { as: 'H2', bold: true, x });
    for (const line of lines) this.sheet.say(line, { x, width: 240 });
  }

  private table(): void {
    const { sheet } = this;
    const { name: nameHead, ...heads } = this.words.columns;
    sheet.row(nameHead, Object.values(heads), columns, true);
    sheet.rule();
    for (const line of this.invoice.lines) {
      const { kind = 'register', isBought, years, charge, discount, fee, privacyPrice, net } = line;
      sheet.room();
      sheet.row(
        `${readable(sheet, line)}, ${this.words.term[isBought ? 'bought' : kind](this.words.years(years))}`,
        [charge, -discount, fee, privacyPrice, net].map((amount) => this.amount(amount)),
        columns,
      );
    }
    sheet.rule();
  }

  private sums(kind: PaperKind): void {
    const { sheet } = this;
    const { subtotal, discount, fees, privacy, net, tax, total, paid } = this.invoice;
    const { sums } = this.words;
    sheet.room(620);
    this.sum(sums.subtotal[kindsOf(this.invoice.lines)], subtotal);
    if (discount > 0) this.sum(sums.discount, -discount);
    if (fees > 0) this.sum(sums.fees, fees);
    if (privacy > 0) this.sum(sums.privacy, privacy);
    this.sum(sums.net, net);
    this.sum(sums.tax(String(Number((Number(tax.rate) * 100).toFixed(2)))), tax.amount);
    this.sum(sums.total, total, true);
    sheet.y += 8;
    const moved = kind === 'creditNote' ? this.words.givenBack : this.words.paid;
    for (const { method, amount } of paid) this.sum(moved(this.words.methods[method]), amount);
    sheet.y += 12;
    sheet.say(this.words.tax[tax.basis], { size: 9 });
  }

  private sum(label: string, amount: Minor, bold = false): void {
    const { sheet } = this;
    const top = sheet.y;
    sheet.say(label, { x: chargeEdge, bold });
    sheet.y = top;
    const width = amountWidth * 1.5;
    sheet.say(this.amount(amount), { x: right - width, width, bold, toRight: true });
  }

  private country(code: string): string {
    return this.countries.of(code) ?? code;
  }

  private amount(amount: Minor): string {
    return `${amount < 0 ? '−' : ''}${decimalAmount(Math.abs(amount), this.invoice.currency)}`;
  }
}
