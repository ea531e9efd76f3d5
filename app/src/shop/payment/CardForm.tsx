import valid from 'card-validator';
import { useState } from 'react';
import { View } from 'react-native';
import type { CardProblem, TypedCard } from '../../api/card';
import { useSession } from '../../api/session';
import { texts } from '../../texts/texts';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';

const words = texts.payment;

interface CardFormProps {
  readonly card: TypedCard;
  readonly onChange: (card: TypedCard) => void;
  readonly problem: CardProblem | undefined;
  /** Says what is wrong in every field, also in those not left yet. */
  readonly strict: boolean;
}

/** The card to pay with, checked as it is typed; the number never reaches Tienda. */
export function CardForm({ card, onChange, problem, strict }: CardFormProps) {
  const demo = useSession().data?.demo ?? false;
  const [left, setLeft] = useState<Partial<Record<keyof TypedCard, boolean>>>({});
  const field = (name: keyof TypedCard) => ({
    value: card[name],
    onBlur: () => setLeft((before) => ({ ...before, [name]: card[name] !== '' })),
    inputMode: 'numeric' as const,
    mono: true,
    error: problem?.field === name ? problem.message : fault(name, card, strict || (left[name] ?? false)),
  });
  return (
    <View>
      <Field
        label={words.cardNumber}
        {...field('number')}
        onChange={(number) => onChange({ ...card, number: grouped(number) })}
        autoComplete="cc-number"
        maxLength={23}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: 12 }}>
        <Field
          shared
          label={words.expiry}
          {...field('expiry')}
          placeholder={words.expiryHint}
          onChange={(expiry) => onChange({ ...card, expiry: withSlash(expiry, card.expiry) })}
          autoComplete="cc-exp"
          maxLength={5}
        />
        <Field
          shared
          label={words.cvc}
          {...field('cvc')}
          onChange={(cvc) => onChange({ ...card, cvc })}
          autoComplete="cc-csc"
          maxLength={4}
        />
      </View>
      <Text kind="small" colour="quiet">
        {words.cardNote}
        {demo ? ` ${words.testCard}` : ''}
      </Text>
    </View>
  );
}

/** Cards may be good for so long. */
const mostYears = 30;

const validators = {
  number: (typed: string) => valid.number(typed),
  expiry: (typed: string) => valid.expirationDate(typed, mostYears),
  cvc: (typed: string) => valid.cvv(typed),
} as const;

/** True where the card can be sent to the provider. */
export function isComplete(card: TypedCard): boolean {
  return (['number', 'expiry', 'cvc'] as const).every((name) => fault(name, card, true) === undefined);
}

/**
 * What is wrong with a field: at once where nothing more that is typed can mend it, else once it was left.
 *
 * @param isLeft the typing is over
 */
function fault(name: keyof TypedCard, card: TypedCard, isLeft: boolean): string | undefined {
  const codeLength = name === 'cvc' ? valid.number(card.number).card?.code.size : undefined;
  const { isValid, isPotentiallyValid } =
    name === 'cvc' && codeLength ? valid.cvv(card.cvc, codeLength) : validators[name](card[name]);
  return isValid || (isPotentiallyValid && !isLeft) ? undefined : words.faults[name];
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
