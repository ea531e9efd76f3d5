import { createHash } from 'node:crypto';

/** How a random token is kept, so that a stolen database opens nothing: SHA-256, as hex. */
export function hashOfToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
