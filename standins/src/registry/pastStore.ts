import { eq, sql } from 'drizzle-orm';
import type { ContactLink, EppContact } from '@tienda/core/epp/objects';
import type { Database } from '../db/database';
import { registeredDomain, registryContact, registryHost } from '../db/schema';
import { registrars, type Registrar } from './background';

/** A name that was registered long ago, as the demo tells it. */
interface PastName {
  readonly name: string;
  readonly registry: string;
  readonly registrant: string;
  readonly contacts: readonly ContactLink[];
  readonly authCode: string;
  readonly statuses: readonly string[];
  /** Its registrar's own where null or left out. */
  readonly nameservers?: readonly string[] | null;
  /** ISO 8601 instants. */
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** Names registered long ago, with their contacts. */
export interface Past {
  /** Whose names they are. */
  readonly registrar: Registrar;
  readonly domains: readonly PastName[];
  readonly contacts: readonly { readonly registry: string; readonly contact: EppContact }[];
}

/** @throws TypeError where it is not told as it should be */
export function readPast(body: unknown): Past {
  const { registrar = registrars[0], domains, contacts } = { ...(body as Partial<Past> | undefined) };
  if (!registrars.includes(registrar)) throw new TypeError('No such registrar');
  if (!Array.isArray(domains) || !Array.isArray(contacts)) throw new TypeError('domains and contacts come as lists');
  const isDated = ({ createdAt, expiresAt }: PastName) => [createdAt, expiresAt].every((at) => Date.parse(at) > 0);
  if (!domains.every(isDated)) throw new TypeError('Every name has a day on which it began and one on which it ends');
  return { registrar, domains, contacts };
}

/** Puts in names of a registrar that were registered long ago, and their contacts; what was told last is true. */
export async function remember(
  database: Database,
  { registrar: sponsor, domains, contacts }: Past,
  now: Date,
): Promise<void> {
  if (contacts.length > 0)
    await database
      .insert(registryContact)
      .values(contacts.map(({ registry, contact }) => ({ registry, sponsor, id: contact.id, contact, createdAt: now })))
      .onConflictDoNothing();
  const rows = domains.map(({ createdAt, expiresAt, statuses, nameservers = null, ...name }) => ({
    ...name,
    sponsor,
    creator: sponsor,
    statuses: [...statuses],
    nameservers: nameservers && [...nameservers],
    createdAt: new Date(createdAt),
    expiresAt: new Date(expiresAt),
  }));
  if (rows.length === 0) return;
  const hosts = domains.flatMap(({ registry, nameservers }) =>
    (nameservers ?? []).map((host) => ({ registry, host, sponsor, addresses: [], createdAt: now })),
  );
  if (hosts.length > 0) await database.insert(registryHost).values(hosts).onConflictDoNothing();
  const { sponsor: holder, contacts: links, ...columns } = registeredDomain;
  const { registrant, authCode, statuses, nameservers, createdAt, expiresAt } = columns;
  const told = Object.entries({
    registrant,
    contacts: links,
    authCode,
    statuses,
    nameservers,
    createdAt,
    expiresAt,
  }).map(([field, { name }]) => [field, sql`excluded.${sql.identifier(name)}`]);
  await database
    .insert(registeredDomain)
    .values(rows)
    .onConflictDoUpdate({
      target: registeredDomain.name,
      set: { ...Object.fromEntries(told), deletedAt: null, restoreAskedAt: null, restoredAt: null },
      setWhere: eq(holder, sponsor),
    });
}
