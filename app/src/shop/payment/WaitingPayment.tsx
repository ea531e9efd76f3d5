import type { PaymentAction } from '@tienda/core/orders/payment';
import type { Currency, Minor } from '@tienda/core/money/money';
import { useSession } from '../../api/session';
import { dayText, minuteText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Fact } from '../../ui/Fact';
import { FileLink } from '../../ui/FileLink';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';

const words = texts.waiting;

interface WaitingPaymentProps {
  readonly action: PaymentAction;
  /** ISO 8601 instant. */
  readonly until: string;
  readonly due: Minor;
  /** What has come so far, where that is too little. */
  readonly received?: Minor | undefined;
  readonly currency: Currency;
}

/** What the buyer has to do before the money is there, and until when. */
export function WaitingPayment({ action, until, due, received = 0, currency }: WaitingPaymentProps) {
  const amount = wholeAmount(due - received, currency);
  const { demo = false, paymentsUrl = '' } = useSession().data ?? {};
  return (
    <Card label={texts.order.status.waitingForPayment}>
      {action.type === 'redirect' ? (
        <>
          <Text style={{ marginBottom: 8 }}>{words.wallet}</Text>
          <Action kind="main" title={words.toWallet} onPress={() => window.location.assign(action.url)} />
        </>
      ) : null}
      {action.type === 'prompt' ? <Text>{words.prompt(action.phone)}</Text> : null}
      {action.type === 'transfer' ? (
        <>
          {received > 0 ? <Notice kind="notice">{words.partly(wholeAmount(received, currency), amount)}</Notice> : null}
          <Text style={{ marginBottom: 4 }}>{words.transfer(amount, dayText(until))}</Text>
          <Fact title={words.payee}>{action.payee}</Fact>
          <Fact mono title={words.iban}>
            {action.iban}
          </Fact>
          <Fact mono title={words.reference}>
            {action.reference}
          </Fact>
          <Fact mono title={words.amount}>
            {amount}
          </Fact>
          <Text kind="small" colour="quiet">
            {texts.payment.notHeld}
          </Text>
        </>
      ) : (
        <Text kind="small" colour="quiet" style={{ marginTop: 6 }}>
          {words.until(minuteText(until))}
        </Text>
      )}
      {demo && action.type !== 'redirect' ? <FileLink href={`${paymentsUrl}/devices`} title={words.demo} /> : null}
    </Card>
  );
}
