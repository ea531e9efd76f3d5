import { CardProblem } from '../../api/card';
import { useHelped } from '../../api/helped';
import { texts } from '../../texts/texts';
import { Notice } from '../../ui/Notice';
import { Option } from '../../ui/Option';
import { RadioGroup } from '../../ui/RadioGroup';
import { Toggle } from '../../ui/Toggle';
import { CardForm } from './CardForm';
import type { PaymentForm } from './usePaymentForm';

const words = texts.payment;

interface CardChoiceProps {
  readonly form: PaymentForm;
  /** What went wrong when it was tried. */
  readonly problem: unknown;
}

/** Which card: one kept before, or another that is typed; helpers have only those of whom they help. */
export function CardChoice({ form, problem }: CardChoiceProps) {
  const isHelping = useHelped() !== undefined;
  const isTyped = form.keptId === undefined;
  return (
    <>
      {form.kept.length > 0 ? <KeptCards form={form} isOther={!isHelping} /> : null}
      {isTyped && isHelping ? <Notice kind="notice">{texts.helpers.noCard}</Notice> : null}
      {isTyped && !isHelping ? (
        <>
          <CardForm
            card={form.card}
            onChange={form.setCard}
            strict={form.strict}
            problem={problem instanceof CardProblem ? problem : undefined}
          />
          <Toggle title={words.keep} detail={words.keepDetail} value={form.keep} onChange={form.setKeep} />
        </>
      ) : null}
    </>
  );
}

interface KeptCardsProps {
  readonly form: PaymentForm;
  /** Another one may be typed. */
  readonly isOther: boolean;
}

function KeptCards({ form, isOther }: KeptCardsProps) {
  return (
    <RadioGroup label={words.whichCard} style={{ marginBottom: 8 }}>
      {form.kept.map(({ id, last4 }) => (
        <Option
          key={id}
          title={words.cardEnding(last4)}
          checked={form.keptId === id}
          onPress={() => form.chooseKept(id)}
        />
      ))}
      {isOther ? (
        <Option
          title={words.otherCard}
          checked={form.keptId === undefined}
          onPress={() => form.chooseKept(undefined)}
        />
      ) : null}
    </RadioGroup>
  );
}
