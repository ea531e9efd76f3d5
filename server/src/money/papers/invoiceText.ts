import type { Invoice } from '@tienda/core/orders/invoice';
import { writtenInvoice, type Party, type Row } from './writtenInvoice';

/** A document as plain text, for a mail: all that its file says. Lines end with `\n`. */
export function invoiceText(invoice: Invoice): string {
  const { title, head, takesBack, from, to, amountColumns, rows, sums, paid, taxNote } = writtenInvoice(invoice);
  const lines = [
    title,
    head,
    ...(takesBack ? [takesBack] : []),
    '',
    ...partyLines(from),
    '',
    ...partyLines(to),
    '',
    ...rows.flatMap((row) => rowLines(row, amountColumns)),
    '',
    ...sums.map(({ label, amount }) => `  ${label}: ${amount}`),
    ...paid.map(({ label, amount }) => `  ${label}, ${amount}`),
    '',
    taxNote,
  ];
  return `${lines.join('\n')}\n`;
}

function partyLines({ heading, lines }: Party): string[] {
  return [`${heading}:`, ...lines.map((line) => `  ${line}`)];
}

/** The name, then what its net amount is made of, without what is nothing. */
function rowLines({ line, what, amounts }: Row, heads: readonly string[]): string[] {
  const { discount, fee, privacyPrice } = line;
  const isSaid = [true, discount > 0, fee > 0, privacyPrice > 0, true];
  const parts = heads.map((head, index) => `${head} ${amounts[index]}`).filter((_, index) => isSaid[index]);
  return [`${line.unicode}, ${what}`, `  ${parts.join(' · ')}`];
}
