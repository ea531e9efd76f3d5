import { useState } from 'react';
import type { PaymentMethod } from '@tienda/core/orders/payment';
import type { Minor } from '@tienda/core/pricing/money';
import { cardToken, type TypedCard } from '../../api/card';
import { useCards, type KeptCard, type PaymentBody } from '../../api/payments';
import { useSession } from '../../api/session';
import { isComplete } from './CardForm';

const noCard: TypedCard = { number: '', expiry: '', cvc: '' };

/** What was typed and chosen to pay with. */
export interface PaymentForm {
  readonly method: PaymentMethod;
  readonly choose: (method: PaymentMethod) => void;
  /** Cards kept before, and the one of them to pay with; another is typed where there is none. */
  readonly kept: readonly KeptCard[];
  readonly keptId: string | undefined;
  readonly chooseKept: (id: string | undefined) => void;
  /** The card typed is kept for the next time. */
  readonly keep: boolean;
  readonly setKeep: (keep: boolean) => void;
  readonly card: TypedCard;
  readonly setCard: (card: TypedCard) => void;
  readonly phone: string;
  readonly setPhone: (phone: string) => void;
  /** The balance pays first, the method the rest. */
  readonly withBalance: boolean;
  readonly setWithBalance: (withBalance: boolean) => void;
  /** It was tried to pay: what is wrong is said everywhere. */
  readonly strict: boolean;
  /**
   * What the server needs to be told; undefined where something is still wrong.
   *
   * @param due what is to be paid
   * @param balance what there is on the balance
   * @throws CardProblem where the provider finds something wrong
   */
  readonly prepare: (due: Minor, balance: Minor) => Promise<PreparedPayment | undefined>;
}

export interface PreparedPayment {
  readonly payment: PaymentBody;
  readonly balance?: Minor;
}

/** The way that was chosen; the card where the balance was, and does not suffice any more. */
export function methodFor(chosen: PaymentMethod, due: Minor, balance: Minor): PaymentMethod {
  return chosen === 'balance' && balance < due ? 'card' : chosen;
}

/** Keeps what is chosen and typed to pay with; the card goes to the provider alone. */
export function usePaymentForm(): PaymentForm {
  const paymentsUrl = useSession().data?.paymentsUrl ?? '';
  const [method, choose] = useState<PaymentMethod>('card');
  const kept = useCards().data ?? [];
  const [chosenKept, setChosenKept] = useState<string | null>();
  const [keep, setKeep] = useState(false);
  // The latest is there to pay with, until another or none of them is chosen.
  const keptId = chosenKept === null ? undefined : (chosenKept ?? kept[0]?.id);
  const [card, setCard] = useState(noCard);
  const [phone, setPhone] = useState('');
  const [withBalance, setWithBalance] = useState(false);
  const [strict, setStrict] = useState(false);

  async function prepare(due: Minor, balance: Minor): Promise<PreparedPayment | undefined> {
    setStrict(true);
    const by = due === 0 ? 'balance' : methodFor(method, due, balance);
    const part = by !== 'balance' && withBalance && balance > 0 ? { balance: Math.min(balance, due) } : {};
    if (by === 'card' && keptId === undefined && !isComplete(card)) return undefined;
    const what = by === 'card' ? await cardPart() : {};
    return { payment: { method: by, ...what, ...(by === 'mobile' ? { phone } : {}) }, ...part };
  }

  async function cardPart(): Promise<Pick<PaymentBody, 'token' | 'card' | 'keep'>> {
    if (keptId !== undefined) return { card: keptId };
    return { token: await cardToken(paymentsUrl, card), ...(keep ? { keep } : {}) };
  }

  const chooseKept = (id: string | undefined) => setChosenKept(id ?? null);
  return {
    kept,
    keptId,
    chooseKept,
    keep,
    setKeep,
    method,
    choose,
    card,
    setCard,
    phone,
    setPhone,
    withBalance,
    setWithBalance,
    strict,
    prepare,
  };
}
