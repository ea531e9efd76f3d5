import type { ContactLink, EppContact } from '@tienda/core/epp/objects';

/** A name that was registered long ago, as the demo tells it. */
export interface PastName {
  readonly name: string;
  readonly registry: string;
  readonly registrant: string;
  readonly contacts: readonly ContactLink[];
  readonly authCode: string;
  readonly statuses: readonly string[];
  /** ISO 8601 instants. */
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** Names registered long ago, with their contacts. */
export interface Past {
  readonly domains: readonly PastName[];
  readonly contacts: readonly { readonly registry: string; readonly contact: EppContact }[];
}

/** @throws TypeError where it is not told as it should be */
export function readPast(body: unknown): Past {
  const { domains, contacts } = { ...(body as Partial<Past> | undefined) };
  if (!Array.isArray(domains) || !Array.isArray(contacts)) throw new TypeError('domains and contacts come as lists');
  const isDated = ({ createdAt, expiresAt }: PastName) => [createdAt, expiresAt].every((at) => Date.parse(at) > 0);
  if (!domains.every(isDated)) throw new TypeError('Every name has a day on which it began and one on which it ends');
  return { domains, contacts };
}
