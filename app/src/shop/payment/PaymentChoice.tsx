import { paymentMethods, type PaymentMethod } from '@tienda/core/orders/payment';
import type { Currency, Minor } from '@tienda/core/money/money';
import { CardProblem } from '../../api/card';
import { ApiProblem } from '../../api/client';
import { useHelped } from '../../api/helped';
import { wholeAmount } from '../../texts/format';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';
import { Text } from '../../ui/Text';
import { Toggle } from '../../ui/Toggle';
import { CardChoice } from './CardChoice';
import { methodFor, type PaymentForm } from './usePaymentForm';

const words = texts.payment;

interface PaymentChoiceProps {
  readonly form: PaymentForm;
  readonly due: Minor;
  readonly currency: Currency;
  /** What there is on the balance in that currency; left out where it cannot be used. */
  readonly balance?: Minor;
  /** What went wrong when it was tried. */
  readonly problem: unknown;
}

/** How to pay: the ways there are, and what the chosen one needs. */
export function PaymentChoice({ form, due, currency, balance = 0, problem }: PaymentChoiceProps) {
  const canPayAll = balance >= due;
  const isHelping = useHelped() !== undefined;
  const methods = paymentMethods.filter((one) => (one === 'balance' ? canPayAll : !isHelping || one === 'card'));
  const chosen = methodFor(form.method, due, balance);
  const detail = (one: PaymentMethod) =>
    one === 'balance' ? words.details.balance(wholeAmount(balance, currency)) : words.details[one];
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2} style={{ marginBottom: 4 }}>
        {words.title}
      </Text>
      {balance > 0 && !canPayAll ? (
        <Toggle
          title={words.useBalance(wholeAmount(balance, currency))}
          detail={words.useBalanceDetail(wholeAmount(due - balance, currency))}
          value={form.withBalance}
          onChange={form.setWithBalance}
        />
      ) : null}
      <RadioGroup label={words.title} style={{ marginBottom: 8 }}>
        {methods.map((one) => (
          <Option
            key={one}
            title={words.methods[one]}
            detail={detail(one)}
            checked={one === chosen}
            onPress={() => form.choose(one)}
          />
        ))}
      </RadioGroup>
      {chosen === 'card' ? <CardChoice form={form} problem={problem} /> : null}
      {chosen === 'mobile' ? (
        <Field
          label={words.phone}
          hint={words.phoneHint}
          value={form.phone}
          onChange={form.setPhone}
          inputMode="tel"
          autoComplete="tel"
          error={problem instanceof ApiProblem ? problem.of('payment/phone') : undefined}
        />
      ) : null}
      {chosen === 'transfer' ? <Notice kind="notice">{words.notHeld}</Notice> : null}
      {problem instanceof CardProblem && problem.field === undefined ? (
        <Notice kind="problem">{problem.message}</Notice>
      ) : null}
    </Card>
  );
}
