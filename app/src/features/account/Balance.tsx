import { useState } from 'react';
import { View } from 'react-native';
import type { ShownTopUp } from '@tienda/core/orders/topUp';
import { CardProblem } from '../../api/card';
import { ApiProblem } from '../../api/client';
import { currencyStore } from '../../api/currencyStore';
import { useBalance, useTopUp, useTopUps } from '../../api/payments';
import { useStored } from '../../stored/stored';
import { dayText, wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { Fact } from '../../ui/Fact';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Text } from '../../ui/Text';
import { typedAmount } from '../../shop/money/typedAmount';
import { PaymentChoice } from '../../shop/payment/PaymentChoice';
import { forgetTypedCard, usePaymentForm } from '../../shop/payment/usePaymentForm';
import { WaitingPayment } from '../../shop/payment/WaitingPayment';

const words = texts.balance;

/** Money of the account's own: what there is, what came and went, and a way to pay in. */
export function Balance() {
  const balance = useBalance();
  const [open, setOpen] = useState(false);
  const { balances = [], entries = [] } = balance.data ?? {};
  return (
    <>
      <Text kind="heading" level={2} style={{ marginTop: 12, marginBottom: 6 }}>
        {words.title}
      </Text>
      {balance.isError ? <Failure fault={balance.error} /> : null}
      <Card label={words.title}>
        {balances.length === 0 ? <Text colour="quiet">{words.none}</Text> : null}
        {balances.map(({ currency, amount }) => (
          <Text key={currency} kind="heading" level={3}>
            {wholeAmount(amount, currency)}
          </Text>
        ))}
        {entries.map(({ at, kind, amount, currency, orderNumber }) => (
          <Fact key={`${kind} ${at}`} title={dayText(at)}>
            {`${wholeAmount(amount, currency)} · ${[words.kinds[kind], orderNumber ? texts.order.title(orderNumber) : ''].filter(Boolean).join(' · ')}`}
          </Fact>
        ))}
        <View style={{ alignItems: 'flex-start', marginTop: 6 }}>
          <Action title={open ? words.close : words.add} onPress={() => setOpen(!open)} />
        </View>
      </Card>
      <OpenTopUps />
      {open ? <TopUpForm done={() => setOpen(false)} /> : null}
    </>
  );
}

/** Payments into the balance that wait for something. */
function OpenTopUps() {
  const topUps = useTopUps();
  return topUps.data?.map(({ id, state, amount, currency }) =>
    state.at === 'waiting' ? (
      <WaitingPayment
        key={id}
        action={state.action}
        until={state.until}
        due={amount}
        received={state.received}
        currency={currency}
      />
    ) : null,
  );
}

/** How much to pay in, and by what. */
function TopUpForm({ done }: { readonly done: () => void }) {
  const currency = useStored(currencyStore);
  const form = usePaymentForm();
  const topUp = useTopUp();
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<CardProblem | ApiProblem>();
  const [isTried, setTried] = useState(false);
  const [busy, setBusy] = useState(false);
  const [added, setAdded] = useState<ShownTopUp>();
  const amount = typedAmount(typed, currency);

  async function pay(): Promise<void> {
    setTried(true);
    setProblem(undefined);
    if (amount === undefined) return;
    setBusy(true);
    try {
      const prepared = await form.prepare(amount, 0);
      if (!prepared) return;
      const { payment } = prepared;
      const made = await topUp.mutateAsync({ amount, currency, payment });
      if (made.state.at === 'added') forgetTypedCard();
      if (made.state.at === 'declined') setProblem(new CardProblem(undefined, made.state.reason));
      else if (made.state.at === 'added') setAdded(made);
      else done();
    } catch (fault) {
      if (!(fault instanceof CardProblem) && !(fault instanceof ApiProblem)) throw fault;
      setProblem(fault);
    } finally {
      setBusy(false);
    }
  }

  if (added) return <Notice kind="good">{words.added(wholeAmount(added.amount, added.currency))}</Notice>;
  const wrong = isTried && amount === undefined ? words.badAmount : undefined;
  return (
    <View>
      <Field
        label={words.amount(currency)}
        value={typed}
        onChange={setTyped}
        inputMode="decimal"
        mono
        error={wrong ?? (problem instanceof ApiProblem ? problem.of('amount') : undefined)}
      />
      <PaymentChoice form={form} due={amount ?? Infinity} currency={currency} problem={problem} />
      {problem instanceof ApiProblem && problem.errors.length === 0 ? <Failure fault={problem} /> : null}
      <Action
        kind="main"
        title={amount === undefined ? words.add : words.pay(wholeAmount(amount, currency))}
        busy={busy}
        onPress={() => void pay()}
      />
    </View>
  );
}
