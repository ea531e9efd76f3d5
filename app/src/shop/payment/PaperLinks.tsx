import type { Invoice } from '@tienda/core/orders/invoice';
import { paperUrl } from '../../api/payments';
import { texts } from '../../texts/texts';
import { FileLink } from '../../ui/FileLink';

const words = texts.order.document;

/** A document as a file; with an invoice goes its receipt. */
export function PaperLinks({ kind, number }: Pick<Invoice, 'kind' | 'number'>) {
  return (
    <>
      <FileLink href={paperUrl(kind, number)} title={words[kind](number)} />
      {kind === 'invoice' ? <FileLink href={paperUrl('receipt', number)} title={words.receipt(number)} /> : null}
    </>
  );
}
