import { decimalAmount } from '@tienda/core/money/money';
import type { Statement } from '@tienda/core/orders/statement';
import { texts } from '../../texts/texts';
import { download } from '../../ui/download';

const { csvHeads, what } = texts.statement;

/** Saves a statement as CSV: a row for each name held, each payment, and each renewal to come. */
export async function saveStatement({ title, period, held, paid, due, currency }: Statement): Promise<void> {
  const { writeCsv } = await import('@tienda/core/formats/csv');
  const rows = [
    ...held.map(({ name, expiresOn }) => [what.held, name, expiresOn, '', '', '', '']),
    ...paid.map((one) => [
      what[one.kind],
      one.name,
      one.on,
      String(one.years),
      decimalAmount(one.net, one.currency),
      one.currency,
      one.invoice ?? '',
    ]),
    ...due.map((one) => [what.due, one.name, one.on, '', decimalAmount(one.amount, currency), currency, '']),
  ];
  const { about, name, on, years, net, currency: inCurrency, invoice } = csvHeads;
  const file = `${title.toLowerCase().replace(/[^\p{L}\d]+/gu, '-')}-${period.from}-${period.to}.csv`;
  download(file, 'text/csv', writeCsv([[about, name, on, years, net, inCurrency, invoice], ...rows]));
}
