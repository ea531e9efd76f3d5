import { useInvoices } from '../../api/payments';
import { dateText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Text } from '../../ui/Text';
import { PaperLinks } from '../../shop/payment/PaperLinks';

const words = texts.documents;

/** Every invoice and credit note, as files. */
export function Documents() {
  const invoices = useInvoices();
  return (
    <>
      <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
        {words.title}
      </Text>
      {invoices.isError ? <Failure fault={invoices.error} /> : null}
      {invoices.data?.length === 0 ? <Text colour="quiet">{words.none}</Text> : null}
      {invoices.data?.map(({ kind, number, issuedOn, orderNumber, total, currency }) => (
        <Card key={`${kind} ${number}`}>
          <Text kind="small" colour="quiet">
            {dateText(issuedOn)} · {texts.order.title(orderNumber)} · {wholeAmount(total, currency)}
          </Text>
          <PaperLinks kind={kind} number={number} />
        </Card>
      ))}
    </>
  );
}
