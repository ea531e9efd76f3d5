import { createHash } from 'node:crypto';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { strangersName } from './background';
import { nameserversOf } from './hosts';
import { labelOf, zoneOf } from './life';
import type { KeptDomain } from './keptDomain';

/** A name that a stranger is made up to hold, as a registry would keep it; undefined where none does. */
export function strangersDomain(name: string, roid: string, today: IsoDate): KeptDomain | undefined {
  const found = strangersName(labelOf(name), zoneOf(name), today);
  if (!found) return undefined;
  return {
    name,
    roid,
    statuses: ['clientTransferProhibited'],
    registrant: `ST${handleOf(name)}`,
    contacts: [],
    sponsor: found.sponsor,
    creator: found.sponsor,
    authCode: `stranger-${name}`,
    createdAt: `${found.createdOn}T08:00:00.000Z`,
    expiresAt: `${found.expiresOn}T08:00:00.000Z`,
    stage: 'active',
    nameservers: nameserversOf(found.sponsor),
    ds: [],
    graceStatuses: [],
    transfer: null,
  };
}

/** A made-up id of a contact, in 16 characters. */
export function handleOf(name: string): string {
  return createHash('sha256').update(name).digest('hex').slice(0, 14).toUpperCase();
}
