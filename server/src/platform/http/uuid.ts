import { createHash } from 'node:crypto';

/** True for a UUID; PostgreSQL takes nothing else for an id. */
export function isUuid(text: unknown): text is string {
  return typeof text === 'string' && /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(text);
}

/** The same id for the same text, as a UUID of version 8 (RFC 9562 section 5.8). */
export function uuidFrom(text: string): string {
  const hex = createHash('sha256').update(text).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
