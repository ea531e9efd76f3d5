import type { Payment } from './paymentState';

/** So long before a bank lets go of money it is asked to hold it anew. */
const aheadMs = 3 * 24 * 3600_000;
/** How often it is asked once it has said no. */
const againMs = 12 * 3600_000;
/** What waits so shortly before the money is let go is ended rather than done for nothing. */
const lastMs = 6 * 3600_000;

/** True where held money has to be held anew now: it would be let go before what it pays for is done. */
export function isHoldDue({ payment }: Pick<Payment, 'payment'>, now: Date): boolean {
  const { heldUntil, refused } = payment.at === 'authorised' ? payment : {};
  if (heldUntil === undefined || now.getTime() < Date.parse(heldUntil) - aheadMs) return false;
  return refused === undefined || now.getTime() < Date.parse(heldUntil);
}

/** When to see next whether held money has to be held anew; null where it never has. */
export function holdLookAt({ payment }: Pick<Payment, 'payment'>, now: Date): Date | null {
  const { heldUntil, refused } = payment.at === 'authorised' ? payment : {};
  if (heldUntil === undefined) return null;
  if (refused === undefined) return new Date(Date.parse(heldUntil) - aheadMs);
  return now.getTime() < Date.parse(heldUntil) ? new Date(now.getTime() + againMs) : null;
}

/** True where nobody holds the money anew, and it is about to be let go: what still waits for others is ended. */
export function isHoldOver(hold: { readonly until?: string; readonly isRefused: boolean }, now: Date): boolean {
  return hold.isRefused && hold.until !== undefined && now.getTime() >= Date.parse(hold.until) - lastMs;
}
