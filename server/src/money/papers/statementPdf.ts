import { decimalAmount } from '@tienda/core/money/money';
import type { Statement } from '@tienda/core/orders/statement';
import { textsIn } from '../../platform/texts/texts';
import { pdf, readable, right, type Column, type Sheet } from './sheet';

const heldColumns: readonly Column[] = [
  { edge: 380, width: 80 },
  { edge: 460, width: 80 },
  { edge: right, width: 80 },
];
const amountColumns: readonly Column[] = [
  { edge: 400, width: 90 },
  { edge: 470, width: 64 },
  { edge: right, width: 74 },
];

/** What a group holds, what was bought and renewed for it in a time, and what falls due, as PDF. */
export function statementPdf(statement: Statement): Promise<Buffer> {
  const { title, period, language, madeOn } = statement;
  const words = textsIn(language).statements;
  return pdf({ title: words.title(title), language, madeOn }, (sheet) => {
    sheet.say(words.title(title), { as: 'H1', bold: true, size: 20, gap: 8 });
    sheet.say(words.period(period.from, period.to), { gap: 2 });
    sheet.say(words.made(madeOn), { gap: 14 });
    held(sheet, statement);
    paid(sheet, statement);
    due(sheet, statement);
  });
}

function held(sheet: Sheet, { held: names, language }: Statement): void {
  const words = textsIn(language).statements;
  sheet.say(words.held(names.length), { as: 'H2', bold: true, size: 13, gap: 6 });
  sheet.within('Table', () => {
    sheet.row(words.heads.name, [words.heads.registered, words.heads.ends, words.heads.renews], heldColumns, true);
    sheet.rule();
    for (const name of names) {
      sheet.room();
      const { registeredOn, expiresOn, autoRenew } = name;
      sheet.row(readable(sheet, name), [registeredOn, expiresOn, autoRenew ? words.yes : words.no], heldColumns);
    }
  });
  sheet.y += 14;
}

function paid(sheet: Sheet, { paid: payments, paidIn, language }: Statement): void {
  const words = textsIn(language).statements;
  sheet.room(600);
  sheet.say(words.paid, { as: 'H2', bold: true, size: 13, gap: 6 });
  if (payments.length === 0) sheet.say(words.nothingPaid);
  else
    sheet.within('Table', () => {
      sheet.row(words.heads.name, [words.heads.invoice, words.heads.on, words.heads.net], amountColumns, true);
      sheet.rule();
      for (const payment of payments) {
        sheet.room();
        const { on, kind, years, net, currency, invoice = '' } = payment;
        const what = textsIn(language).papers.term[kind](textsIn(language).papers.years(years));
        const amount = `${decimalAmount(net, currency)} ${currency}`;
        sheet.row(`${readable(sheet, payment)}, ${what}`, [invoice, on, amount], amountColumns);
      }
      sheet.rule();
      for (const { amount, currency } of paidIn)
        sheet.row(words.sum, ['', '', `${decimalAmount(amount, currency)} ${currency}`], amountColumns, true);
    });
  sheet.y += 14;
}

function due(sheet: Sheet, { due: names, dueSum, currency, language }: Statement): void {
  const words = textsIn(language).statements;
  sheet.room(600);
  sheet.say(words.due, { as: 'H2', bold: true, size: 13, gap: 6 });
  sheet.say(words.dueNote, { size: 9, gap: 6 });
  if (names.length === 0) sheet.say(words.nothingDue);
  else
    sheet.within('Table', () => {
      sheet.row(words.heads.name, [words.heads.renews, words.heads.on, words.heads.net], amountColumns, true);
      sheet.rule();
      for (const name of names) {
        sheet.room();
        const amount = `${decimalAmount(name.amount, currency)} ${currency}`;
        sheet.row(readable(sheet, name), [name.autoRenew ? words.yes : words.no, name.on, amount], amountColumns);
      }
      sheet.rule();
      sheet.row(words.sum, ['', '', `${decimalAmount(dueSum, currency)} ${currency}`], amountColumns, true);
    });
}
