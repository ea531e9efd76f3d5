import { createHash } from 'node:crypto';
import type { EppDomainCreate, EppDomainInfo } from '@tienda/core/epp/objects';
import type { ContactRole, NameContacts } from '@tienda/core/contacts/roles';
import type { RegisterRequest } from '@tienda/core/operations/register';
import type { Keyring } from '../../platform/secrets/keyring';
import { agreedFee } from './fees';

/**
 * The auth code of a name: the same whenever it is asked for, so that a name found at the registry after a
 * crash can be told to be ours; stored nowhere.
 */
export function authCode(keys: Keyring, orderId: string, name: string): string {
  return codeOf(keys.sign(authText(orderId, name)));
}

/** The auth code that an operation gives a name: the same for every attempt at it; stored nowhere. */
export function newAuthCode(keys: Keyring, operationId: string, name: string): string {
  return codeOf(keys.sign(`new auth ${operationId} ${name}`));
}

/** The auth codes that a name may have been registered with, under the key in use and those before it. */
export function authCodes(keys: Keyring, orderId: string, name: string): string[] {
  return keys.signatures(authText(orderId, name)).map(codeOf);
}

const authText = (orderId: string, name: string) => `auth ${orderId} ${name}`;
const codeOf = (signature: Buffer) => `T1-${signature.toString('base64url').slice(0, 16)}`;

/** The registry's id for a contact: 16 characters at most (RFC 5733, `clIDType`), the same for every attempt. */
export function contactHandle(contactId: string, privacy: boolean): string {
  return `TI${createHash('sha256').update(`${contactId} ${privacy}`).digest('hex').slice(0, 14).toUpperCase()}`;
}

/** The registry's ids for the contacts of a name. */
export function contactHandles(contacts: NameContacts, privacy: boolean): NameContacts {
  const handle = (role: ContactRole) => contactHandle(contacts[role], privacy);
  return { registrant: handle('registrant'), admin: handle('admin'), tech: handle('tech'), billing: handle('billing') };
}

/** The clTRID of every attempt at an operation. */
export function transactionOf(operationId: string): string {
  return `TIENDA-${operationId}`;
}

export function eppDomain(
  name: string,
  request: RegisterRequest,
  handles: NameContacts,
  code: string,
): EppDomainCreate {
  const { years, premium } = request;
  return {
    name,
    years,
    registrant: handles.registrant,
    contacts: (['admin', 'tech', 'billing'] as const).map((type) => ({ type, id: handles[type] })),
    authCode: code,
    ...(premium ? { fee: agreedFee(premium.register + premium.renew * (years - 1)) } : {}),
  };
}

/** True where the name at the registry is the one this very order made. */
export function isOurs(found: EppDomainInfo, handle: string, codes: readonly string[]): boolean {
  return found.registrant === handle && found.authCode !== undefined && codes.includes(found.authCode);
}
