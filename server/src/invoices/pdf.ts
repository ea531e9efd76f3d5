import { createRequire } from 'node:module';
import { once } from 'node:events';
import { seller } from '@tienda/core/orders/seller';
import type { Invoice } from '@tienda/core/orders/invoice';
import { decimalAmount, type Minor } from '@tienda/core/pricing/money';
import PdfDocument from 'pdfkit';
import type { Texts } from '../texts/en';
import { textsIn } from '../texts/texts';

export type PaperKind = Invoice['kind'] | 'receipt';

const files = createRequire(import.meta.url);
const fonts = {
  plain: files.resolve(
    '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  ),
  bold: files.resolve('@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'),
  /** Where the first has no letters for a text. */
  wide: files.resolve('@expo-google-fonts/noto-sans/400Regular/NotoSans_400Regular.ttf'),
};

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
    font: fonts.plain,
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

  constructor(
    private readonly document: PDFKit.PDFDocument,
    private readonly invoice: Invoice,
    private readonly words: Texts['papers'],
    private readonly countries: Intl.DisplayNames,
  ) {}

  write(title: string, kind: PaperKind): void {
    const { issuedOn, orderNumber, refersTo, currency } = this.invoice;
    this.say(title, { bold: true, size: 20, gap: 8 });
    this.say(this.words.head(issuedOn, orderNumber, currency), { gap: refersTo ? 2 : 14 });
    if (refersTo) this.say(this.words.takesBack(refersTo), { gap: 14 });
    this.parties();
    this.lines();
    this.sums(kind);
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
    this.say(heading, { bold: true, x });
    for (const line of lines) this.say(line, { x, width: 240 });
  }

  private lines(): void {
    const { name: nameHead, ...heads } = this.words.columns;
    this.row(nameHead, Object.values(heads), true);
    this.rule();
    for (const { name, unicode, years, charge, discount, fee, privacyPrice, net } of this.invoice.lines) {
      if (this.y > 720) {
        this.document.addPage();
        this.y = left;
      }
      const shown = this.canWrite(unicode) ? unicode : name;
      const text = `${shown}, ${this.words.years(years)}`;
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
    this.sum(sums.subtotal, subtotal);
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

  private row(text: string, amounts: readonly string[], bold = false): void {
    const top = this.y;
    for (const [index, edge] of Object.values(columns).entries()) {
      this.y = top;
      this.say(amounts[index] ?? '', { x: edge - amountWidth, width: amountWidth, bold, toRight: true });
    }
    this.y = top;
    this.say(text, { bold, width: columns.charge - amountWidth - left });
  }

  private rule(): void {
    this.document
      .moveTo(left, this.y + 2)
      .lineTo(right, this.y + 2)
      .lineWidth(0.5)
      .stroke();
    this.y += 8;
  }

  private say(
    text: string,
    {
      x = left,
      width = right - x,
      size = 10,
      bold = false,
      toRight = false,
      gap = 3,
    }: {
      readonly x?: number;
      readonly width?: number;
      readonly size?: number;
      readonly bold?: boolean;
      readonly toRight?: boolean;
      readonly gap?: number;
    } = {},
  ): void {
    this.document.font(bold ? fonts.bold : fonts.plain);
    if (!this.hasLetters(text)) this.document.font(fonts.wide);
    this.document.fontSize(size).text(text, x, this.y, { width, align: toRight ? 'right' : 'left' });
    this.y = this.document.y + gap;
  }

  private canWrite(text: string): boolean {
    return [fonts.plain, fonts.wide].some((font) => {
      this.document.font(font);
      return this.hasLetters(text);
    });
  }

  /** True where the font in use has every letter of the text. */
  private hasLetters(text: string): boolean {
    const { _font } = this.document as unknown as {
      readonly _font: { readonly font: { hasGlyphForCodePoint(code: number): boolean } };
    };
    return [...text].every((letter) => _font.font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0));
  }

  private country(code: string): string {
    return this.countries.of(code) ?? code;
  }

  private amount(amount: Minor): string {
    return `${amount < 0 ? '−' : ''}${decimalAmount(Math.abs(amount), this.invoice.currency)}`;
  }
}
