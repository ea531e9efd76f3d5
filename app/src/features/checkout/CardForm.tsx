import { View } from 'react-native';
import type { CardProblem, TypedCard } from '../../api/card';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Card } from '../../ui/Card';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';

const words = texts.checkout.review;

interface CardFormProps {
  readonly card: TypedCard;
  readonly onChange: (card: TypedCard) => void;
  readonly problem: CardProblem | undefined;
}

/** The card to pay with. */
export function CardForm({ card, onChange, problem }: CardFormProps) {
  const demo = useSession().data?.demo ?? false;
  const fault = (field: keyof TypedCard) => (problem?.field === field ? problem.message : undefined);
  return (
    <Card label={words.card}>
      <Text kind="heading" level={2} style={{ marginBottom: 8 }}>
        {words.card}
      </Text>
      <Field
        label={words.cardNumber}
        value={card.number}
        onChange={(number) => onChange({ ...card, number: grouped(number) })}
        inputMode="numeric"
        autoComplete="cc-number"
        maxLength={23}
        mono
        error={fault('number')}
      />
      <View style={{ flexDirection: 'row', gap: 12 }}>
        <Field
          shared
          label={words.expiry}
          value={card.expiry}
          placeholder={words.expiryHint}
          onChange={(expiry) => onChange({ ...card, expiry: withSlash(expiry, card.expiry) })}
          inputMode="numeric"
          autoComplete="cc-exp"
          maxLength={5}
          mono
          error={fault('expiry')}
        />
        <Field
          shared
          label={words.cvc}
          value={card.cvc}
          onChange={(cvc) => onChange({ ...card, cvc })}
          inputMode="numeric"
          autoComplete="cc-csc"
          maxLength={4}
          mono
          error={fault('cvc')}
        />
      </View>
      <Text kind="small" colour="quiet">
        {words.cardNote}
        {demo ? ` ${words.testCard}` : ''}
      </Text>
    </Card>
  );
}

/** Digits in groups of four, as they stand on the card. */
function grouped(number: string): string {
  return number
    .replace(/\D/g, '')
    .replace(/(\d{4})(?=\d)/g, '$1 ')
    .slice(0, 23);
}

/** Puts the slash in after the month, unless it is being deleted. */
function withSlash(expiry: string, before: string): string {
  const digits = expiry.replace(/\D/g, '').slice(0, 4);
  if (digits.length > 2) return `${digits.slice(0, 2)}/${digits.slice(2)}`;
  return digits.length === 2 && expiry.length > before.length ? `${digits}/` : digits;
}
