import { createHash, randomInt, timingSafeEqual } from 'node:crypto';
import { codeLength } from '@tienda/core/accounts/credentials';
import { badField } from '../../platform/http/problem';

/** How long a code sent by mail is good, and how often it may be tried. */
const codeForMs = 15 * 60 * 1000;
const mostAttempts = 5;

/** Who a code was sent to, and the session that asked for it: it is good there alone. */
export interface CodeFor {
  readonly email: string;
  readonly sessionId: string;
}

/** A code as it is sent, and as it is kept. */
export interface FreshCode {
  readonly code: string;
  readonly codeHash: string;
  readonly expiresAt: Date;
}

export function freshCode(whom: CodeFor, now: Date): FreshCode {
  const code = String(randomInt(10 ** codeLength)).padStart(codeLength, '0');
  return { code, codeHash: digest(whom, code), expiresAt: new Date(now.getTime() + codeForMs) };
}

/** What is kept of a code, with the attempt just made counted. */
interface KeptCode extends CodeFor {
  readonly codeHash: string;
  readonly attempts: number;
  readonly expiresAt: Date;
}

/** @throws Problem 422 where it is not the code that was sent, or not good any more */
export function expectCode<Kept extends KeptCode>(
  kept: Kept | undefined,
  code: string,
  now: Date,
  pointer = '/code',
): Kept {
  if (!kept || kept.attempts > mostAttempts || kept.expiresAt <= now) throw codeExpired(pointer);
  if (!timingSafeEqual(Buffer.from(kept.codeHash), Buffer.from(digest(kept, code))))
    throw badField(pointer, 'wrongCode', 'This is not the code that was sent: compare it with the mail.');
  return kept;
}

export function codeExpired(pointer = '/code') {
  return badField(pointer, 'codeExpired', 'This code is no longer good: ask for a new one.');
}

function digest({ email, sessionId }: CodeFor, code: string): string {
  return createHash('sha256').update(`${email} ${sessionId} ${code}`).digest('hex');
}
