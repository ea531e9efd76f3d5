import { decimalAmount } from '@tienda/core/money/money';
import type { ShownName } from '@tienda/core/names/shownName';
import { texts } from '../../texts/texts';
import { download } from '../../ui/download';
import { privacyWords } from './privacyWords';

const words = texts.names;

/** Saves names as CSV, dates and amounts as programs read them. */
export async function saveNames(names: readonly ShownName[]): Promise<void> {
  const { writeCsv } = await import('@tienda/core/formats/csv');
  const { name, registered, ends, autoRenew, amount, currency, lock, privacy } = words.csvHeads;
  const yesNo = (is: boolean) => (is ? words.yes : words.no);
  const rows = names.map((one) => [
    one.name,
    one.registeredOn,
    one.expiresOn,
    yesNo(one.autoRenew),
    decimalAmount(one.renewal.amount, one.renewal.currency),
    one.renewal.currency,
    yesNo(one.locked),
    privacyWords(one),
  ]);
  download(
    'names.csv',
    'text/csv',
    writeCsv([[name, registered, ends, autoRenew, amount, currency, lock, privacy], ...rows]),
  );
}
