import { randomBytes } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database';
import { cardToken, intent, notice, type IntentMethod, type intentStatuses } from '../db/schema';

export type Intent = typeof intent.$inferSelect;
type IntentStatus = (typeof intentStatuses)[number];
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Answer {
  readonly status: number;
  readonly body: Record<string, unknown>;
}

/** The shop's account, where transfers go. An IBAN of a bank code that no bank has. */
const payee = { iban: 'IE12 ZZZZ 9000 1234 5678 90', payee: 'Tienda Names Limited' };

/** How long banks hold money that is not taken. */
const holdsForSeconds = 7 * 24 * 3600;

export function newId(prefix: string): string {
  return `${prefix}_${randomBytes(12).toString('hex')}`;
}

/** Asks for money: a card answers at once, the other ways wait for the buyer. */
export async function beginIntent(
  transaction: Transaction,
  { amount, currency, reference, method, notifyUrl }: Record<string, unknown>,
): Promise<Answer> {
  const asked = readMethod(method);
  if (!asked) return { status: 400, body: { error: 'method is card, wallet, mobile or transfer, with what it needs' } };
  if (!Number.isSafeInteger(amount) || Number(amount) <= 0)
    return { status: 400, body: { error: 'amount is a whole number of minor units above 0' } };
  const [card] =
    asked.type === 'card' ? await transaction.select().from(cardToken).where(eq(cardToken.token, asked.token)) : [];
  if (asked.type === 'card' && !card) return { status: 400, body: { error: 'Unknown token' } };
  const isSecond = card?.outcome === 'succeedsOnce' && (await isUsed(transaction, card.token));
  const declined = card?.outcome === 'declines' || isSecond;
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
  await transaction.insert(intent).values(row);
  await tell(transaction, row);
  return { status: declined ? 402 : 201, body: { ...shown(row), slow: card?.outcome === 'timesOut' } };
}

async function isUsed(transaction: Transaction, token: string): Promise<boolean> {
  return (await transaction.$count(intent, sql`${intent.method} ->> 'token' = ${token}`)) > 0;
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

/** Moves an intent on and tells the shop; 409 where it is elsewhere. */
export async function move(transaction: Transaction, intentId: string, { from, change }: Move): Promise<Answer> {
  const [row] = await transaction.select().from(intent).where(eq(intent.id, intentId)).for('update');
  if (!row) return { status: 404, body: { error: 'Unknown intent' } };
  if (!from.includes(row.status)) return { status: 409, body: { ...shown(row), error: `The intent is ${row.status}` } };
  const changes = change(row);
  if (typeof changes === 'string') return { status: 400, body: { error: changes } };
  const changed = { ...row, ...changes };
  await transaction.update(intent).set(changes).where(eq(intent.id, intentId));
  await tell(transaction, changed);
  return { status: 200, body: shown(changed) };
}

/** Leaves a notice for the shop, together with the change that it is about. */
async function tell(transaction: Transaction, row: Intent): Promise<void> {
  if (!row.notifyUrl) return;
  const id = newId('ntc');
  const { reference, status } = row;
  const body = JSON.stringify({ id, type: `intent.${status}`, intent: row.id, reference });
  await transaction.insert(notice).values({ id, url: row.notifyUrl, body, nextAt: new Date() });
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
