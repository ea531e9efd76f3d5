import { seller } from '@tienda/core/orders/seller';
import { kindsOf } from '@tienda/core/orders/kindsOf';
import type { Invoice, InvoiceLine, PaperKind } from '@tienda/core/orders/invoice';
import { decimalAmount, type Minor } from '@tienda/core/money/money';
import { textsIn } from '../../platform/texts/texts';

/** Seller or buyer: who, where, under which VAT number. */
export interface Party {
  readonly heading: string;
  readonly lines: readonly string[];
}

export interface Sum {
  readonly label: string;
  readonly amount: string;
  readonly isTotal?: boolean;
}

/** One name, in words, with its amounts in the order of the columns. */
export interface Row {
  readonly line: InvoiceLine;
  readonly what: string;
  readonly amounts: readonly string[];
}

/** All that a document says, in its reader's language, before it is laid out as a file or in a mail. */
export interface WrittenInvoice {
  readonly title: string;
  readonly head: string;
  /** What a credit note takes back. */
  readonly takesBack: string | undefined;
  readonly from: Party;
  readonly to: Party;
  readonly nameColumn: string;
  /** Price, code, fee, privacy, net. */
  readonly amountColumns: readonly string[];
  readonly rows: readonly Row[];
  readonly sums: readonly Sum[];
  readonly paid: readonly Sum[];
  readonly taxNote: string;
}

/** Puts a document into words: every amount of every name, then the sums, then how it was paid. */
export function writtenInvoice(invoice: Invoice, as: PaperKind = invoice.kind): WrittenInvoice {
  const { language = 'en', currency, number, orderNumber, refersTo, buyer, lines, tax } = invoice;
  const words = textsIn(language).papers;
  const { titles, sums } = words;
  const { name: nameColumn, ...amountColumns } = words.columns;
  const countries = new Intl.DisplayNames(language, { type: 'region' });
  const country = (code: string) => countries.of(code) ?? code;
  const amount = (minor: Minor) => `${minor < 0 ? '−' : ''}${decimalAmount(Math.abs(minor), currency)}`;
  const sum = (label: string, minor: Minor): Sum => ({ label, amount: amount(minor) });
  const unlessNone = (label: string, minor: Minor) => (minor === 0 ? [] : [sum(label, minor)]);
  const moved = as === 'creditNote' ? words.givenBack : words.paid;
  return {
    title: as === 'receipt' ? titles.receipt(orderNumber) : titles[as](number),
    head: words.head(invoice.issuedOn, orderNumber, currency),
    takesBack: refersTo && (invoice.because ? words.takesBackGiven : words.takesBack)(refersTo),
    from: {
      heading: words.from,
      lines: [
        seller.name,
        seller.street,
        `${seller.postalCode} ${seller.city}`,
        country(seller.country),
        words.vatNumber(seller.vatId),
      ],
    },
    to: {
      heading: words.to,
      lines: [
        buyer.organisation ?? '',
        buyer.name,
        buyer.street,
        [buyer.postalCode, buyer.city, buyer.region].filter(Boolean).join(' '),
        country(buyer.country),
        buyer.vatId ? words.vatNumber(buyer.vatId) : '',
        buyer.email,
      ].filter(Boolean),
    },
    nameColumn,
    amountColumns: Object.values(amountColumns),
    rows: lines.map((line) => {
      const { kind = 'register', isBought, years, charge, discount, fee, privacyPrice, net } = line;
      return {
        line,
        what: words.term[isBought ? 'bought' : kind](words.years(years)),
        amounts: [charge, -discount, fee, privacyPrice, net].map(amount),
      };
    }),
    sums: [
      sum(sums.subtotal[kindsOf(lines)], invoice.subtotal),
      ...unlessNone(sums.discount, -invoice.discount),
      ...unlessNone(sums.fees, invoice.fees),
      ...unlessNone(sums.privacy, invoice.privacy),
      sum(sums.net, invoice.net),
      sum(sums.tax(String(Number((Number(tax.rate) * 100).toFixed(2)))), tax.amount),
      { ...sum(sums.total, invoice.total), isTotal: true },
    ],
    paid: invoice.paid.map((part) => sum(moved(words.methods[part.method]), part.amount)),
    taxNote: words.tax[tax.basis],
  };
}
