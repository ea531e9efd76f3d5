import { useRef, useState } from 'react';
import type { PaymentMethod } from '@tienda/core/orders/payment';
import type { Minor } from '@tienda/core/money/money';
import { cardToken, type TypedCard } from '../../api/card';
import { useCards, type KeptCard, type PaymentBody } from '../../api/payments';
import { useSession } from '../../api/session';
import { Held, useStored } from '../../stored/stored';
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
  /** The same where only a card will do. @throws CardProblem */
  readonly prepareCard: () => Promise<PaymentBody | undefined>;
  /** What is typed was used for an order; it stays until that is paid. */
  readonly usedFor: (orderId: string) => void;
}

export interface PreparedPayment {
  readonly payment: PaymentBody;
  readonly balance?: Minor;
}

/** The way that was chosen; the card where the balance was, and does not suffice any more. */
export function methodFor(chosen: PaymentMethod, due: Minor, balance: Minor): PaymentMethod {
  return chosen === 'balance' && balance < due ? 'card' : chosen;
}

interface PaymentDraft {
  readonly method: PaymentMethod;
  /** Null where none of the kept cards is wanted. */
  readonly keptId?: string | null;
  readonly keep: boolean;
  readonly card: TypedCard;
  readonly phone: string;
  readonly withBalance: boolean;
  /** The order that was last placed with it. */
  readonly orderId?: string;
}

const nothingTyped: PaymentDraft = { method: 'card', keep: false, card: noCard, phone: '', withBalance: false };

/**
 * What is chosen and typed to pay with. It outlives the screen, so that a refused payment, a session that ended or a
 * step back loses nothing; it is never written to disk.
 */
const draft = new Held<PaymentDraft>(nothingTyped, true);

/** The payment went through: the card is typed anew, or kept on purpose. @param orderId of the order that it was typed for */
export function forgetTypedCard(orderId?: string): void {
  if (draft.get().orderId === orderId) draft.set(nothingTyped);
}

/** Keeps what is chosen and typed to pay with; the card goes to the provider alone. */
export function usePaymentForm(): PaymentForm {
  const paymentsUrl = useSession().data?.paymentsUrl ?? '';
  const typed = useStored(draft);
  const { method, keep, card, phone, withBalance } = typed;
  const change = (changes: Partial<PaymentDraft>) => draft.set({ ...draft.get(), ...changes });
  const kept = useCards().data ?? [];
  // The latest is there to pay with, until another or none of them is chosen.
  const keptId = typed.keptId === null ? undefined : (typed.keptId ?? kept[0]?.id);
  const [strict, setStrict] = useState(false);
  const tokenOf = useRef<{ readonly card: TypedCard; readonly token: string }>(undefined);

  async function prepare(due: Minor, balance: Minor): Promise<PreparedPayment | undefined> {
    setStrict(true);
    const by = due === 0 ? 'balance' : methodFor(method, due, balance);
    const part = by !== 'balance' && withBalance && balance > 0 ? { balance: Math.min(balance, due) } : {};
    if (by === 'card') {
      const payment = await prepareCard();
      return payment && { payment, ...part };
    }
    return { payment: { method: by, ...(by === 'mobile' ? { phone } : {}) }, ...part };
  }

  async function prepareCard(): Promise<PaymentBody | undefined> {
    setStrict(true);
    if (keptId === undefined && !isComplete(card)) return undefined;
    return { method: 'card', ...(await cardPart()) };
  }

  async function cardPart(): Promise<Pick<PaymentBody, 'token' | 'card' | 'keep'>> {
    if (keptId !== undefined) return { card: keptId };
    // The same card has the same token: what was sent and not answered can be sent again to the letter.
    if (tokenOf.current?.card !== card) tokenOf.current = { card, token: await cardToken(paymentsUrl, card) };
    return { token: tokenOf.current.token, ...(keep ? { keep } : {}) };
  }

  return {
    kept,
    keptId,
    chooseKept: (id) => change({ keptId: id ?? null }),
    keep,
    setKeep: (chosen) => change({ keep: chosen }),
    method,
    choose: (chosen) => change({ method: chosen }),
    card,
    setCard: (changed) => change({ card: changed }),
    phone,
    setPhone: (changed) => change({ phone: changed }),
    withBalance,
    setWithBalance: (chosen) => change({ withBalance: chosen }),
    strict,
    prepare,
    prepareCard,
    usedFor: (orderId) => change({ orderId }),
  };
}
