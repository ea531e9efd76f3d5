import { randomBytes } from 'node:crypto';
import type { cardToken, intent, IntentMethod, intentStatuses } from '../db/schema';

export type Intent = typeof intent.$inferSelect;
export type Card = typeof cardToken.$inferSelect;
type IntentStatus = (typeof intentStatuses)[number];

export interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown>;
}

/** What came of a request: the intent as it is now, where it was begun or changed. */
export interface Outcome {
  readonly answer: Answer;
  readonly row?: Intent;
}

/** The shop's account, where transfers go. An IBAN of a bank code that no bank has. */
const payee = { iban: 'IE12 ZZZZ 9000 1234 5678 90', payee: 'Tienda Names Limited' };

/** How long banks hold money that is not taken. */
const holdsForSeconds = 7 * 24 * 3600;

export function newId(prefix: string): string {
  return `${prefix}_${randomBytes(12).toString('hex')}`;
}

/**
 * Asks for money: a card answers at once, the other ways wait for the buyer.
 *
 * @param card the one that is asked for, undefined where it is not known
 * @param isUsed whether it pays once only, and has
 */
export function begin(
  { amount, currency, reference, method, notifyUrl }: Record<string, unknown>,
  card: Card | undefined,
  isUsed: boolean,
): Outcome {
  const asked = readMethod(method);
  if (!asked) return refusal(400, 'method is card, wallet, mobile or transfer, with what it needs');
  if (!Number.isSafeInteger(amount) || Number(amount) <= 0)
    return refusal(400, 'amount is a whole number of minor units above 0');
  if (asked.type === 'card' && !card) return refusal(400, 'Unknown token');
  const declined = card?.outcome === 'declines' || isUsed;
  const row: Intent = {
    id: newId('int'),
    reference: text(reference),
    amount: Number(amount),
    currency: text(currency),
    method: asked,
    status: declined ? 'declined' : card ? 'authorised' : 'waiting',
    captured: 0,
    refunded: 0,
    received: 0,
    reason: declined ? 'The bank declined the card.' : null,
    notifyUrl: text(notifyUrl) || null,
    createdAt: new Date(),
  };
  const body = { ...shown(row), slow: card?.outcome === 'timesOut' };
  return { answer: { status: declined ? 402 : 201, body }, row };
}

function refusal(status: number, error: string): Outcome {
  return { answer: { status, body: { error } } };
}

function readMethod(method: unknown): IntentMethod | undefined {
  const { type, token, returnUrl, phone } = { ...(method as Record<string, unknown> | undefined) };
  if (type === 'card' && typeof token === 'string') return { type, token };
  if (type === 'wallet' && typeof returnUrl === 'string' && /^https?:\/\//.test(returnUrl)) return { type, returnUrl };
  if (type === 'mobile' && typeof phone === 'string' && /^\+\d{6,15}$/.test(phone)) return { type, phone };
  return type === 'transfer' ? { type } : undefined;
}

/** What a move needs to be allowed, and what it changes. */
interface Move {
  readonly from: readonly IntentStatus[];
  readonly change: (row: Intent) => Partial<Intent> | string;
}

/** Takes at most what is held; the rest is let go. */
export const capture = (amount: number): Move => ({
  from: ['authorised'],
  change: (row) =>
    isAmount(amount) && amount <= row.amount
      ? { status: 'captured', captured: amount }
      : 'At most what was authorised can be captured',
});
/** Lets go of what is held, and sends back what came of a transfer. */
export const voided: Move = {
  from: ['authorised', 'waiting'],
  change: ({ received }) => ({ status: 'voided', refunded: received }),
};
/** The bank holds the money no longer: it was not taken in time. */
export const expired: Move = {
  from: ['authorised'],
  change: () => ({ status: 'voided', reason: 'The bank had let go of the money.' }),
};
/** Gives back of what was sent. */
export const refund = (amount: number): Move => ({
  from: ['paid', 'captured'],
  change: (row) => {
    const taken = row.status === 'paid' ? row.amount : row.captured;
    if (!isAmount(amount) || row.refunded + amount > taken) return 'At most what was paid can be refunded';
    const refunded = row.refunded + amount;
    return { refunded, ...(refunded === taken ? { status: 'refunded' } : {}) };
  },
});
export const approved: Move = { from: ['waiting'], change: () => ({ status: 'authorised' }) };
export const refused: Move = {
  from: ['waiting'],
  change: () => ({ status: 'declined', reason: 'The payment was not approved.' }),
};
/** Nobody approved it while there was time. */
export const runOut: Move = {
  from: ['waiting'],
  change: () => ({ status: 'voided', reason: 'Nobody approved the payment in time.' }),
};
/** All that is missing of a transfer arrives, or a share of it; also where nobody waits for it any more. */
export const arrived = (share: number): Move => ({
  from: ['waiting', 'voided'],
  change: ({ amount, received, status }) => {
    const now = status === 'voided' ? amount : received + Math.ceil((amount - received) * share);
    return now >= amount ? { status: 'paid', received: amount, refunded: 0 } : { received: now };
  },
});

/** Moves an intent on; 409 where it is elsewhere. */
export function move(row: Intent | undefined, { from, change }: Move): Outcome {
  if (!row) return refusal(404, 'Unknown intent');
  if (!from.includes(row.status))
    return { answer: { status: 409, body: { ...shown(row), error: `The intent is ${row.status}` } } };
  const changes = change(row);
  if (typeof changes === 'string') return refusal(400, changes);
  const changed = { ...row, ...changes };
  return { answer: { status: 200, body: shown(changed) }, row: changed };
}

export function shown(row: Intent): Record<string, unknown> {
  const { id, reference, amount, currency, status, captured, refunded, received, reason, method } = row;
  const open = { id, reference, amount, currency, status, captured, refunded, received, reason, method: method.type };
  if (status === 'authorised') return { ...open, holdsForSeconds };
  return status === 'waiting' ? { ...open, action: actionOf(row) } : open;
}

/** What the buyer has to do; the address of a wallet's page is put on by who knows where it is. */
function actionOf({ id, method }: Intent): Record<string, unknown> {
  switch (method.type) {
    case 'wallet':
      return { type: 'redirect', path: `/wallet/${id}` };
    case 'mobile':
      return { type: 'prompt', phone: method.phone };
    default:
      return { type: 'transfer', ...payee, reference: transferReference(id) };
  }
}

/** What the buyer writes on the transfer: short enough to type. */
export function transferReference(intentId: string): string {
  return `TN-${intentId.slice(-8).toUpperCase()}`;
}

function isAmount(amount: number): boolean {
  return Number.isSafeInteger(amount) && amount >= 0;
}

export function text(value: unknown): string {
  return typeof value === 'string' ? value : '';
}
