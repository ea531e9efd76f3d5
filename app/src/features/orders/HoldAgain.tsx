import { useState } from 'react';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { CardProblem } from '../../api/card';
import { ApiProblem } from '../../api/client';
import { useHoldAgain } from '../../api/me';
import { CardChoice } from '../../shop/payment/CardChoice';
import { forgetTypedCard, usePaymentForm } from '../../shop/payment/usePaymentForm';
import { dayText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Notice } from '../../ui/Notice';

const words = texts.order.hold;

interface HoldAgainProps {
  readonly order: ShownOrder;
  /** ISO 8601 instant at which the bank lets go of the money. */
  readonly until: string;
}

/** The bank would not hold the money any longer: another card is asked for, and till when. */
export function HoldAgain({ order: { id, total, funding, currency }, until }: HoldAgainProps) {
  const form = usePaymentForm();
  const hold = useHoldAgain(id);
  const [problem, setProblem] = useState<CardProblem>();
  const [busy, setBusy] = useState(false);

  async function send(): Promise<void> {
    setProblem(undefined);
    setBusy(true);
    try {
      const payment = await form.prepareCard();
      if (!payment) return;
      await hold.mutateAsync(payment);
      forgetTypedCard();
    } catch (fault) {
      if (fault instanceof CardProblem) setProblem(fault);
      // What the server says is shown as it stands.
      else if (!(fault instanceof ApiProblem)) throw fault;
    } finally {
      setBusy(false);
    }
  }

  return (
    <Card label={words.title}>
      <Notice kind="problem">{words.why(wholeAmount(total - funding.balance, currency), dayText(until))}</Notice>
      <CardChoice form={form} problem={problem} />
      {problem && problem.field === undefined ? <Notice kind="problem">{problem.message}</Notice> : null}
      {hold.isError ? <Failure fault={hold.error} /> : null}
      <Action kind="main" title={words.doIt} busy={busy} onPress={() => void send()} />
    </Card>
  );
}
